import type { Table } from 'dexie';
import type { ShopTax } from '#core/catalogue';
import type { Batch } from '#core/journal';
import { type MirrorTables, moveRows, type RowStore, type StoredOrder } from '#core/mirror';
import type { PersonRecord } from '#core/people';
import type { Release } from '#core/release';
import { NO_LINE, readCursor, writeCursor } from './cursor';
import { type Cursor, db } from './db';
import { inPieces } from './history';
import { isKept, kept } from './kept';
import type { KeysHeld } from './keysHeld';
import { moveSmall } from './smallOrders';

/** Every table that is worked out from the shop's history. */
export const MIRRORED = [
  ...Object.values(kept).flatMap(({ singles, pieces }) => [singles, pieces] as Table[]),
  db.charges,
  db.refunds,
  db.history,
  db.small,
  db.totals,
  db.agreements,
  db.laterPayments,
  db.cursor,
  db.made,
];

/**
 * The mirror's rows as this browser keeps them; to be used within a transaction over `MIRRORED`.
 * @param held what a mirror that was empty holds by now: only that is read. Null where it was not empty
 */
const rowsKept = (held: KeysHeld | null): RowStore => ({
  async get<K extends keyof MirrorTables>(table: K, wanted: string[]) {
    const there = held ? wanted.filter((key) => held.of(table).has(key)) : wanted;
    const rows = await (isKept(table) ? kept[table].byIds(there) : db.table(table).bulkGet(there));
    const found = new Map((rows as (MirrorTables[K] | undefined)[]).map((row, i) => [there[i], row]));
    return wanted.map((key) => found.get(key));
  },
  async put(table, rows) {
    if (isKept(table)) await kept[table].put(rows as never[], held?.of(table) ?? null);
    else await db.table(table).bulkPut(rows);
    held?.add(table, rows);
  },
  remove: (table, keys) => db.table(table).bulkDelete(keys),
});

/**
 * Moves the mirror on by some batches, within such a transaction: rows, people, and orders as lists ask for them.
 * @param held what a mirror that was empty holds by now; null where it was not
 * @returns the pieces of small orders that changed
 */
export async function moveMirror(
  batches: readonly Batch[],
  people: readonly PersonRecord[],
  tax: ShopTax | null,
  held: KeysHeld | null = null,
): Promise<number[]> {
  const written: StoredOrder[] = [];
  const store = rowsKept(held);
  const rows: RowStore = {
    ...store,
    put(table, all) {
      if (table === 'orders') written.push(...(all as StoredOrder[]));
      return store.put(table, all);
    },
  };
  await moveRows(rows, batches, tax);
  // Whoever is new has bought nothing before.
  const before = people.filter(({ id }) => held?.of('people').has(id) ?? true);
  await kept.people.put(people, held?.of('people') ?? null);
  held?.add('people', people);
  return moveSmall(written, people, before);
}

/**
 * Raised when rows of orders, payments and passes, or how they follow from facts, change. They are then worked out anew
 * from the history that is already in the browser (`rowsAnew.ts`); nothing is copied again from the shop.
 */
export const ROWS_VERSION = 1;

/** Lines of history, as they are and as they are read, with the people they name and the hash of the last. */
export interface Lines {
  lines: readonly string[];
  batches: readonly Batch[];
  people: readonly PersonRecord[];
  hash: string;
}

/**
 * Takes lines into the mirror: lines, rows, people and cursor in one transaction, so that they never disagree.
 * @param after where the mirror stood when they were asked for
 * @param keys what it holds, where it began empty
 * @returns where it stands then, and the pieces of small orders that changed; null where it stands elsewhere by now,
 *   since a copy was put in its place: nothing was written
 */
export async function takeLines(
  { lines, batches, people, hash }: Lines,
  after: Cursor,
  keys: KeysHeld | null,
): Promise<{ cursor: Cursor; pieces: number[] } | null> {
  const tax = await taxNow();
  return db.transaction('rw', MIRRORED, async () => {
    const now = (await readCursor()) ?? NO_LINE;
    if (now.seq !== after.seq || now.hash !== after.hash) return null;
    const pieces = await moveMirror(batches, people, tax, keys);
    await db.history.bulkPut(inPieces(lines, after.seq + 1));
    if (after.seq === 0) await db.made.put({ version: ROWS_VERSION, ...NO_LINE }, 'rows');
    const cursor = { seq: after.seq + lines.length, hash };
    await writeCursor(cursor);
    return { cursor, pieces };
  });
}

/** The tax of the live release: what is left to pay of plans is counted with it. */
export const taxNow = async () => ((await db.meta.get('live'))?.value as Release | undefined)?.content.shop.tax ?? null;
