import Dexie, { type EntityTable, type Table, type Transaction } from 'dexie';
import type {
  AgreementRow,
  AskedQuote,
  ChargeRow,
  LaterPaymentRow,
  NewestRows,
  PassRow,
  RefundRow,
  StoredOrder,
  TotalRow,
} from '#core/mirror';
import type { Piece } from './keptRows';
import type { DocumentRow, StepsRow } from './rows';
import { respell, upgradeDocument, upgradeRelease } from './upgrades';

export type { DocumentRow, Step, StepsRow } from './rows';
import type { PersonRecord } from '#core/people';
import type { Release } from '#core/release';

/** The bytes of a file that was added here, by its SHA-256. */
export interface FileRow {
  sha256: string;
  blob: Blob;
}

/** Single things, by name. */
export interface Meta {
  /** The live release as last seen. */
  live: Release;
  /** When a copy was last taken, and when something was first changed since, in this computer's milliseconds. */
  copied: { at: number | null; changedSince: number | null };
  /** The last edit, and whether it was looked at as the buyer since. */
  lastEdit: { key: string; field: string; at: number; looked: boolean };
  /** When a sign-in link was last sent to somebody from a list, by person. */
  linksSent: Record<string, number>;
  /** Lists the seller named. */
  lists: { id: string; name: string; query: string }[];
}

export interface MetaRow<N extends keyof Meta = keyof Meta> {
  name: N;
  value: Meta[N];
}

/** How far the mirror has come: the last line it holds. */
export interface Cursor {
  seq: number;
  hash: string;
}
/** By which version of the program rows were made. */
export interface RowsMade extends Cursor {
  version: number;
  /** While they are worked out anew: up to which line; `seq` says how far that has come. */
  until?: number;
}
/** The newest orders, while all of them are still being copied: by far the most that is looked at. */
export interface Newest extends NewestRows {
  people: PersonRecord[];
}

/** The studio's own database in the browser. A landed version is never edited, only followed by another. */
export const db = new Dexie('clear-keel') as Dexie & {
  documents: EntityTable<DocumentRow, 'key'>;
  steps: EntityTable<StepsRow, 'key'>;
  files: EntityTable<FileRow, 'sha256'>;
  meta: EntityTable<MetaRow, 'name'>;
  /** Orders, passes and people are read and written through `kept.ts`: many of them stand in pieces. */
  orders: Table<StoredOrder, string>;
  orderPieces: Table<Piece<StoredOrder>, number>;
  passes: Table<PassRow, string>;
  passPieces: Table<Piece<PassRow>, number>;
  charges: EntityTable<ChargeRow, 'id'>;
  refunds: EntityTable<RefundRow, 'id'>;
  people: Table<PersonRecord, string>;
  personPieces: Table<Piece<PersonRecord>, number>;
  /** The shop's history as it was written, in the pieces it came in: the number of the first line, and the lines. */
  history: EntityTable<{ from: number; lines: string[] }, 'from'>;
  /** Tables of a few rows, so that whoever reads them waits for no other. */
  cursor: Table<Cursor, 'here' | 'pulled'>;
  newest: Table<Newest, 'here'>;
  made: Table<RowsMade, 'rows'>;
  /** Orders as lists ask for them, so many to a piece: the form of `smallOrders.ts`. */
  small: EntityTable<{ piece: number; orders: string }, 'piece'>;
  totals: EntityTable<TotalRow, 'key'>;
  agreements: EntityTable<AgreementRow, 'id'>;
  laterPayments: EntityTable<LaterPaymentRow, 'id'>;
};

/** Tables of the mirror are emptied: it is copied anew from the shop's history. */
const emptied = (change: Transaction, tables: readonly string[]): Promise<unknown> =>
  Promise.all(tables.map((table) => change.table(table).clear()));

/** Where the cursor stood before it had a table of its own. */
const forgetCursor = (change: Transaction): PromiseLike<void> => change.table('meta').delete('cursor');

/** Drafts as they are written today. */
const upgradeDrafts = (change: Transaction): PromiseLike<number> =>
  change
    .table('documents')
    .toCollection()
    .modify((row: DocumentRow, ref: { value: DocumentRow }) => {
      ref.value = upgradeDocument(row);
    });

/** The live release as it is written today. */
async function upgradeLive(change: Transaction): Promise<void> {
  const live = (await change.table('meta').get('live')) as MetaRow<'live'> | undefined;
  if (live) await change.table('meta').put({ ...live, value: upgradeRelease(live.value) });
}

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

// Orders are listed by keys of their own, and totals are kept as rows, so that no list reads every order. The
// mirror is built anew from the shop's history; drafts get the parts that prices and products have gained.
db.version(2)
  .stores({
    orders: 'id, at, number, personId, status, *keys',
    charges: 'id, at, status, [status+at]',
    totals: 'key',
    buyers: 'personId, last',
  })
  .upgrade(async (change) => {
    await emptied(change, ['orders', 'passes', 'charges', 'refunds', 'people', 'lines']);
    await forgetCursor(change);
    await upgradeDrafts(change);
  });

// Payment plans and subscriptions, and the payments they brought. Prices gained kinds and options, the shop its tax.
db.version(3)
  .stores({
    agreements: 'id, personId, status, sort, waits, agreement.orderId',
    laterPayments: 'id, day, agreementId, [offerId+day], [went+day]',
  })
  .upgrade(async (change) => {
    await emptied(change, ['orders', 'passes', 'charges', 'refunds', 'people', 'lines', 'totals', 'buyers']);
    await forgetCursor(change);
    await upgradeDrafts(change);
    await upgradeLive(change);
  });

// One spelling for what stands in several words ("past-due", "on-top"); the mirror, which is full of it, is built anew.
db.version(4)
  .stores({})
  .upgrade(async (change) => {
    await emptied(change, [
      'orders',
      'passes',
      'charges',
      'refunds',
      'people',
      'lines',
      'totals',
      'buyers',
      'agreements',
      'laterPayments',
    ]);
    await forgetCursor(change);
    await upgradeDrafts(change);
    await change
      .table('steps')
      .toCollection()
      .modify((row: StepsRow) => {
        for (const step of [...row.done, ...row.undone])
          for (const patch of [...step.undo, ...step.redo]) respell(patch);
      });
    await upgradeLive(change);
  });

// History in pieces, fewer indexes, and no row for a charge that became an order: copied in half the time.
db.version(5)
  .stores({
    orders: 'id, number, personId, *keys',
    charges: 'id, [status+at]',
    people: 'id',
    lines: null,
    history: 'from',
    cursor: '',
    newest: '',
  })
  .upgrade(async (change) => {
    await emptied(change, [
      'orders',
      'passes',
      'charges',
      'refunds',
      'people',
      'totals',
      'buyers',
      'agreements',
      'laterPayments',
    ]);
    await forgetCursor(change);
  });

/** Everything that was copied from the shop, as it was called from version 6 on. */
const MIRROR = [
  'orders',
  'passes',
  'charges',
  'refunds',
  'people',
  'totals',
  'buyers',
  'agreements',
  'laterPayments',
  'history',
  'cursor',
  'newest',
];

// Orders hold their payments, and may have several lines: the mirror is built anew. Prices gained an amount of the
// buyer's own, an article and what sending costs.
db.version(6)
  .stores({})
  .upgrade(async (change) => {
    await emptied(change, MIRROR);
    await upgradeDrafts(change);
    await upgradeLive(change);
  });

// Steps of a path gained addresses of their own and joins; a step that was undone while they stood in order is let go.
db.version(7)
  .stores({})
  .upgrade(async (change) => {
    await upgradeDrafts(change);
    await upgradeLive(change);
    await change
      .table('steps')
      .filter((row: StepsRow) => row.key.startsWith('path/'))
      .delete();
  });

// Orders know the path and the entrance they came by: the mirror is copied again.
db.version(8)
  .stores({})
  .upgrade((change) => emptied(change, MIRROR));

// What lists ask of every order is kept small, in pieces: the mirror is copied again.
db.version(9)
  .stores({ small: 'piece' })
  .upgrade((change) => emptied(change, MIRROR));

// Prices may say what is off for parts that their buyer has.
db.version(10)
  .stores({})
  .upgrade(async (change) => {
    await upgradeDrafts(change);
    await upgradeLive(change);
  });

// Lists are read from what is held small: orders lose the keys they were found by, and those in dispute are marked.
db.version(11)
  .stores({ orders: 'id, number, personId, disputed' })
  .upgrade((change) => emptied(change, MIRROR.concat('small')));

// Rows that come many at once stand in pieces; what somebody bought is added up when it is asked for.
db.version(12).stores({
  orderPieces: '++piece, *ids, *marks.personId',
  passPieces: '++piece, *ids, *marks.personId, *marks.productId',
  personPieces: '++piece, *ids',
  buyers: null,
});

// What a charge replaces stands with the line that replaces it; prices may say more of sending, and where they are shown.
db.version(13)
  .stores({})
  .upgrade(async (change) => {
    await upgradeDrafts(change);
    await upgradeLive(change);
    await change
      .table('charges')
      .toCollection()
      .modify((row: { quote: (AskedQuote & { replaces?: AskedQuote['lines'][number]['replaces'] }) | null }) => {
        const { replaces } = row.quote ?? {};
        const [first] = row.quote?.lines ?? [];
        if (!row.quote || !first || !replaces) return;
        first.replaces = replaces;
        delete row.quote.replaces;
      });
  });

// By which version of the program rows were made: a later one makes them anew from the history here.
db.version(14).stores({ made: '' });

export async function readMeta<N extends keyof Meta>(name: N): Promise<Meta[N] | undefined> {
  return (await db.meta.get(name))?.value as Meta[N] | undefined;
}
export async function writeMeta<N extends keyof Meta>(name: N, value: Meta[N]): Promise<void> {
  await db.meta.put({ name, value });
}

/** Documents as last read, so that the first key press in a field is not waited for. */
export const lastRead = new Map<string, DocumentRow>();
db.documents.hook('reading', (row: DocumentRow) => {
  lastRead.set(row.key, row);
  return row;
});
