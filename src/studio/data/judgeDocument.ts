import { DEFAULT_SHOP } from '#core/catalogue';
import { documentKindOf, DOCUMENT_KINDS, type DraftContent } from '#core/documents';
import type { DocumentRow } from './rows';
import { upgradeDocument } from './upgrades';
import { dataWords } from '#say/data';
const say = dataWords.judgeDocument;

/** What a copy holds of one document: as it is kept today, or why it cannot be. */
export type Judged = { row: DocumentRow } | { unreadable: string };

const isText = (value: unknown): value is string => typeof value === 'string';

/**
 * Judges a document before anything is replaced: everything the studio asks of each is asked of it here, by itself. An
 * unfinished draft passes; one that would break the screens it is shown on does not.
 */
export function judgeDocument(given: DocumentRow): Judged {
  const named = nameOf(given);
  try {
    const row = upgradeDocument(given);
    const kind = documentKindOf(row.kind);
    const doc = row.doc as { id?: unknown; title?: unknown };
    if (!isText(doc.id) && !kind.single) return { unreadable: named };
    if ('title' in doc && !isText(doc.title)) return { unreadable: named };
    const content = alone(row);
    if (!isText(kind.title(row.doc as never, content))) return { unreadable: named };
    kind.route(isText(doc.id) ? doc.id : row.kind, content);
    kind.findings(content, { hasFile: () => true, now: '2026-01-01T00:00:00.000Z' });
    const sealed: unknown = kind.seal(row.doc as never);
    // The schema is of all of a kind in a release.
    if (sealed !== null && !kind.schema.safeParse(kind.single ? sealed : [sealed]).success)
      return { unreadable: named };
    if (!alike(row.doc, typesOf(kind.kind))) return { unreadable: named };
    return { row };
  } catch {
    return { unreadable: named };
  }
}

/** A draft that holds this document and nothing else. */
function alone({ kind, doc }: DocumentRow): DraftContent {
  const lists = Object.fromEntries(DOCUMENT_KINDS.filter((k) => !k.single).map((k) => [k.list, [] as unknown[]]));
  const { list, single } = documentKindOf(kind);
  return { shop: DEFAULT_SHOP, ...lists, [list]: single ? doc : [doc] } as unknown as DraftContent;
}

/** What stands for a document that cannot be read: its kind, and its title where it has one. */
function nameOf({ kind, doc }: DocumentRow): string {
  const { title, name } = doc as { title?: unknown; name?: unknown };
  const called = [title, name].find((text) => isText(text) && text !== '') as string | undefined;
  const word = documentKindOf(kind).name.toLowerCase();
  return called === undefined ? say.withoutTitle(word) : say.the(word, called.slice(0, 60));
}

/** Of the shop's own document, what each part is: it is shown on every screen. */
const typesOf = (kind: string): Record<string, unknown> => (kind === 'shop' ? { ...DEFAULT_SHOP } : {});

/** Whether the parts of a document are of the kinds that those of another are. */
const alike = (doc: unknown, model: Record<string, unknown>): boolean =>
  Object.entries(model).every(([part, value]) => {
    const there = (doc as Record<string, unknown>)[part];
    return (
      value === null ||
      there === null ||
      (typeof there === typeof value && Array.isArray(there) === Array.isArray(value))
    );
  });
