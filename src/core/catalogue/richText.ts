import * as z from 'zod';

/**
 * Formatted text as a document, never as markup: paragraphs, small headings, lists, and text with marks, in the
 * shape that a ProseMirror editor reads and writes. Only what is named here exists, so nothing else can be rendered.
 */
const Href = z
  .string()
  .max(2_000)
  .refine((href) => /^(https?:\/\/|mailto:)/i.test(href), 'A link begins with https:// or mailto:');
const Mark = z.discriminatedUnion('type', [
  z.object({ type: z.literal('bold') }),
  z.object({ type: z.literal('italic') }),
  z.object({ type: z.literal('link'), attrs: z.object({ href: Href }) }),
]);
const Text = z.object({
  type: z.literal('text'),
  text: z.string().min(1).max(20_000),
  marks: z.array(Mark).max(3).optional(),
});
const Break = z.object({ type: z.literal('hardBreak') });
const Run = z.discriminatedUnion('type', [Text, Break]);
const Paragraph = z.object({ type: z.literal('paragraph'), content: z.array(Run).max(2_000).optional() });
const Heading = z.object({
  type: z.literal('heading'),
  attrs: z.object({ level: z.literal(3) }),
  content: z.array(Run).max(200).optional(),
});
const Item = z.object({ type: z.literal('listItem'), content: z.array(Paragraph).min(1).max(50) });
const List = z.object({ type: z.enum(['bulletList', 'orderedList']), content: z.array(Item).min(1).max(500) });

export const RichText = z.object({
  type: z.literal('doc'),
  content: z.array(z.union([Paragraph, Heading, List])).max(2_000),
});
export type RichText = z.infer<typeof RichText>;
export type RichBlock = RichText['content'][number];
export type RichRun = z.infer<typeof Run>;

/** A document from typed lines: one paragraph a line. */
export function richFromPlain(text: string): RichText {
  const lines = text.replace(/\r\n?/g, '\n').split('\n');
  return {
    type: 'doc',
    content: lines.map((line) =>
      line === '' ? { type: 'paragraph' } : { type: 'paragraph', content: [{ type: 'text', text: line }] },
    ),
  };
}

const isList = (block: RichBlock): block is z.infer<typeof List> =>
  block.type === 'bulletList' || block.type === 'orderedList';
const plainRuns = (runs: readonly RichRun[] | undefined): string =>
  (runs ?? []).map((run) => (run.type === 'text' ? run.text : '\n')).join('');

/** The text alone, a line for each paragraph, heading and list item. */
export const plainFromRich = (doc: RichText): string =>
  doc.content
    .flatMap((block) =>
      isList(block)
        ? block.content.flatMap((item) => item.content.map((p) => plainRuns(p.content)))
        : [plainRuns((block as z.infer<typeof Paragraph>).content)],
    )
    .join('\n');

type Node = { type?: string; text?: string; attrs?: Record<string, unknown>; marks?: Node[]; content?: Node[] };

/**
 * What an editor or a paste holds, as a document of ours: whatever is not named above becomes plain words or goes,
 * so that nothing typed or pasted can be refused later.
 */
export function cleanRich(value: unknown): RichText {
  const blocks = childrenOf(value as Node | null | undefined)
    .flatMap(cleanBlock)
    .slice(0, 2_000);
  const doc: RichText = { type: 'doc', content: blocks };
  return RichText.safeParse(doc).success ? doc : richFromPlain(plainFromRich(doc).slice(0, 20_000));
}

const childrenOf = (node: Node | null | undefined): Node[] => (Array.isArray(node?.content) ? node.content : []);

function cleanBlock(node: Node): RichBlock[] {
  switch (node.type) {
    case 'heading':
      return [{ type: 'heading', attrs: { level: 3 }, ...runsOf(node) }];
    case 'bulletList':
    case 'orderedList': {
      const items = childrenOf(node)
        .map((item) => ({ type: 'listItem' as const, content: childrenOf(item).flatMap(paragraphsOf) }))
        .filter((item) => item.content.length > 0);
      return items.length === 0 ? [] : [{ type: node.type, content: items }];
    }
    default:
      return paragraphsOf(node);
  }
}

type ParagraphNode = z.infer<typeof Paragraph>;

/** Any node as paragraphs: what holds paragraphs itself (a quotation, a list in a list) is opened. */
function paragraphsOf(node: Node): ParagraphNode[] {
  const children = childrenOf(node);
  if (node.type !== 'paragraph' && children.some((c) => c.type !== 'text' && c.type !== 'hardBreak'))
    return children.flatMap(paragraphsOf);
  return [{ type: 'paragraph', ...runsOf(node) }];
}

function runsOf(node: Node): { content?: RichRun[] } {
  const runs = childrenOf(node).flatMap((run): RichRun[] => {
    if (run.type === 'hardBreak') return [{ type: 'hardBreak' }];
    if (run.type !== 'text' || !run.text) return [];
    const marks = (run.marks ?? []).flatMap(
      (mark) =>
        Mark.safeParse({ type: mark.type, ...(mark.attrs ? { attrs: { href: mark.attrs['href'] } } : {}) }).data ?? [],
    );
    return [{ type: 'text', text: run.text, ...(marks.length > 0 ? { marks } : {}) }];
  });
  return runs.length > 0 ? { content: runs } : {};
}
