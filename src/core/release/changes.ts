import {
  allDocuments,
  type AnyDocumentKind,
  docsOf,
  DOCUMENT_KINDS,
  documentKey,
  type DocumentName,
  type Documents,
  type DraftContent,
  fieldName,
  same,
} from '#core/documents';
import type { Release } from './release';
import { unsealContent } from './seal';

/** One thing that differs between what is live and the draft. */
export interface Change {
  /** "kind/id" */
  key: string;
  kind: DocumentName;
  what: 'new' | 'changed' | 'removed';
  title: string;
  /** Before → after in words, one for each part that differs. */
  details: string[];
}

type Doc = Documents[DocumentName];

/** Everything that publishing would change for buyers, by thing. */
export function changesBetween(live: Release | null, draft: DraftContent): Change[] {
  const before = live ? unsealContent(live.content) : null;
  const changes = DOCUMENT_KINDS.flatMap((kind) => changesOf(kind, before, draft));
  // A shop's details alone are nothing that a buyer could meet.
  return before === null && changes.length === 1 ? [] : changes;
}

function changesOf(kind: AnyDocumentKind, before: DraftContent | null, draft: DraftContent): Change[] {
  const name = kind.kind as DocumentName;
  const was = new Map(before ? docsOf(before, kind).map(({ id, doc }) => [id, doc]) : []);
  const is = docsOf(draft, kind);
  const present = new Set(is.map(({ id }) => id));
  const changed = is.flatMap(({ id, doc }): Change[] => {
    const old = was.get(id);
    const entry = { key: documentKey(name, id), kind: name, title: kind.title(doc as never, draft) };
    if (!old) return [{ ...entry, what: 'new', details: [] }];
    if (alike(kind, old, doc)) return [];
    const details = kind.details?.(old as never, doc as never, draft.shop.locale) ?? fieldsThatDiffer(name, old, doc);
    return [{ ...entry, what: 'changed', details }];
  });
  const removed = [...was]
    .filter(([id]) => !present.has(id))
    .map(([id, doc]): Change => ({
      key: documentKey(name, id),
      kind: name,
      what: 'removed',
      title: kind.title(doc as never, before ?? draft),
      details: [],
    }));
  return [...changed, ...removed];
}

const alike = (kind: AnyDocumentKind, a: Doc, b: Doc): boolean => kind.same?.(a as never, b as never) ?? same(a, b);

/** The draft with some things kept as they are live: new ones left out, changed and removed ones as before. */
export function withKept(live: Release | null, draft: DraftContent, kept: ReadonlySet<string>): DraftContent {
  const before = live ? unsealContent(live.content) : null;
  const old = new Map(before ? allDocuments(before).map((p) => [documentKey(p.kind, p.id), p.doc]) : []);
  const lists: Record<string, unknown> = Object.fromEntries(
    DOCUMENT_KINDS.map((kind): [string, unknown] => {
      const key = (id: string): string => documentKey(kind.kind, id);
      const is = docsOf(draft, kind);
      if (kind.single)
        return [kind.list, (kept.has(key(kind.kind)) ? old.get(key(kind.kind)) : undefined) ?? is[0]?.doc];
      const now = is.flatMap(({ id, doc }) => (kept.has(key(id)) ? (old.get(key(id)) ?? []) : [doc]));
      const present = new Set(is.map(({ id }) => id));
      const gone = (before ? docsOf(before, kind) : []).filter(({ id }) => !present.has(id) && kept.has(key(id)));
      return [kind.list, [...now, ...gone.map(({ doc }) => doc)]];
    }),
  );
  return lists as unknown as DraftContent;
}

function fieldsThatDiffer(kind: DocumentName, before: object, after: object): string[] {
  return Object.entries(after).flatMap(([field, value]) => {
    const old = (before as Record<string, unknown>)[field];
    if (same(old, value)) return [];
    const name = fieldName(kind, field, 'change');
    if (name === '') return [];
    const short = (x: unknown): x is string => typeof x === 'string' && x.length < 40;
    return [short(old) && short(value) ? `${name}: ${old || 'empty'} → ${value || 'empty'}` : name];
  });
}
