import Dexie, { type EntityTable } from 'dexie';
import type { DraftOffer, Product, ShopDetails } from '#core/catalogue';
import type { ChargeRow, OrderRow, PassRow, RefundRow } from '#core/books';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import type { Patch } from 'immer';
import type { PersonRecord } from '#core/people';
import type { Release } from '#core/release';

/** What the seller edits, one row a thing. */
export interface Documents {
  shop: ShopDetails;
  product: Product;
  offer: DraftOffer;
  path: Path;
  page: Page;
}
export type DocumentKind = keyof Documents;
export interface DocumentRow<K extends DocumentKind = DocumentKind> {
  /** "kind/id" */
  key: string;
  kind: K;
  /** Order of making: lists keep it. */
  made: number;
  doc: Documents[K];
}

/** The bytes of a file that was added here, by its SHA-256. */
export interface FileRow {
  sha256: string;
  blob: Blob;
}

/** One edit of a thing, as patches both ways. */
export interface Step {
  /** The changed part's place in the document: steps in the same place close together are one. */
  field: string;
  at: number;
  undo: Patch[];
  redo: Patch[];
}

/** What can be undone and done again, by thing; kept over reload. */
export interface StepsRow {
  key: string;
  done: Step[];
  undone: Step[];
}

/** Single things: the live release as last seen, and how far the mirror has come. */
export interface MetaRow {
  name: 'live' | 'cursor';
  value: Release | { seq: number; hash: string };
}

/** The studio's own database in the browser. A landed version is never edited, only followed by another. */
export const db = new Dexie('clear-keel') as Dexie & {
  documents: EntityTable<DocumentRow, 'key'>;
  steps: EntityTable<StepsRow, 'key'>;
  files: EntityTable<FileRow, 'sha256'>;
  meta: EntityTable<MetaRow, 'name'>;
  orders: EntityTable<OrderRow, 'id'>;
  passes: EntityTable<PassRow, 'id'>;
  charges: EntityTable<ChargeRow, 'id'>;
  refunds: EntityTable<RefundRow, 'id'>;
  people: EntityTable<PersonRecord, 'id'>;
  lines: EntityTable<{ seq: number; line: string }, 'seq'>;
};

db.version(1).stores({
  documents: 'key, kind',
  steps: 'key',
  files: 'sha256',
  meta: 'name',
  orders: 'id, at, number, personId, status',
  passes: 'id, personId, productId',
  charges: 'id, at, status',
  refunds: 'id, orderId',
  people: 'id, address',
  lines: 'seq',
});

/** Documents as last read, so that the first key press in a field is not waited for. */
export const lastRead = new Map<string, DocumentRow>();
db.documents.hook('reading', (row: DocumentRow) => {
  lastRead.set(row.key, row);
  return row;
});
