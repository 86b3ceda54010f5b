import * as z from 'zod';

/**
 * Formatted text as a document, never as markup: paragraphs of text with marks, in the shape that a
 * ProseMirror editor reads and writes. Only what is named here exists, so nothing else can be rendered.
 */
const Text = z.object({ type: z.literal('text'), text: z.string().min(1).max(20_000), marks: z.array(z.object({ type: z.enum(['bold', 'italic']) })).max(2).optional() });
const Paragraph = z.object({ type: z.literal('paragraph'), content: z.array(Text).max(2_000).optional() });
export const RichText = z.object({ type: z.literal('doc'), content: z.array(Paragraph).max(2_000) });
export type RichText = z.infer<typeof RichText>;

/** A document from typed lines: one paragraph a line. */
export function richFromPlain(text: string): RichText {
  const lines = text.replace(/\r\n?/g, '\n').split('\n');
  return { type: 'doc', content: lines.map((line) => (line === '' ? { type: 'paragraph' } : { type: 'paragraph', content: [{ type: 'text', text: line }] })) };
}

/** The text alone, a line for each paragraph. */
export const plainFromRich = (doc: RichText): string => doc.content.map((p) => (p.content ?? []).map((t) => t.text).join('')).join('\n');
