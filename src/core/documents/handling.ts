import type { DocumentName, Documents, DraftContent } from './content';
import type { AnyDocumentKind } from './kind';
import { DOCUMENT_KINDS } from './kinds';

/** A document with its place: its kind and id. */
export interface Placed<K extends DocumentName = DocumentName> {
  kind: K;
  id: string;
  doc: Documents[K];
}

/** @throws Error where there is no such kind */
export function documentKindOf(kind: string, kinds = DOCUMENT_KINDS): AnyDocumentKind {
  const found = kinds.find((k) => k.kind === kind);
  if (!found) throw new Error(`There is no document of the kind “${kind}”`);
  return found;
}

/** The one way to name a document: "kind/id". */
export const documentKey = (kind: DocumentName, id: string): string => `${kind}/${id}`;
export const kindOfKey = (key: string): DocumentName => key.slice(0, key.indexOf('/')) as DocumentName;
export const idOfKey = (key: string): string => key.slice(key.indexOf('/') + 1);

type AnyDoc = Documents[DocumentName] & { id: string };

/** The documents of one kind, with their ids. */
export function docsOf(content: DraftContent, kind: AnyDocumentKind): { id: string; doc: Documents[DocumentName] }[] {
  const held = (content as unknown as Record<string, unknown>)[kind.list];
  return kind.single
    ? [{ id: kind.kind, doc: held as Documents[DocumentName] }]
    : ((held ?? []) as AnyDoc[]).map((doc) => ({ id: doc.id, doc }));
}

/** Every document of a shop, in the order of their kinds. */
export const allDocuments = (content: DraftContent, kinds = DOCUMENT_KINDS): Placed[] =>
  kinds.flatMap((kind) => docsOf(content, kind).map(({ id, doc }) => ({ kind: kind.kind, id, doc })));

/** The content that documents make up. @param fallback what stands where there is none of a kind with one document */
export function contentOf(
  placed: readonly Placed[],
  fallback: Partial<Documents>,
  kinds = DOCUMENT_KINDS,
): DraftContent {
  return Object.fromEntries(
    kinds.map((kind) => {
      const docs = placed.filter((p) => p.kind === kind.kind).map((p) => p.doc);
      return [kind.list, kind.single ? (docs[0] ?? fallback[kind.kind as DocumentName]) : docs];
    }),
  ) as unknown as DraftContent;
}

/** What a document is called, for people. */
export const titleOf = ({ kind, doc }: Pick<Placed, 'kind' | 'doc'>, content: DraftContent): string =>
  documentKindOf(kind).title(doc as never, content);

/** The name of a changed part: in a list of changes ("title"), or after "Undo: " ("the title"). */
export function fieldName(kind: DocumentName, field: string, where: 'change' | 'undo'): string {
  const name = documentKindOf(kind).fields[field];
  if (name === undefined) return where === 'change' ? field : 'the last change';
  if (typeof name !== 'string') return name[where === 'change' ? 0 : 1];
  return where === 'change' ? name : `the ${name}`;
}
