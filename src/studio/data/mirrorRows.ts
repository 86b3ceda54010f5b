import type { RowStore } from '#core/mirror';
import type { Release } from '#core/release';
import { type Cursor, db } from './db';

/** Every table that is worked out from the shop's history. */
export const MIRRORED = [
  db.orders,
  db.passes,
  db.charges,
  db.refunds,
  db.people,
  db.history,
  db.totals,
  db.buyers,
  db.agreements,
  db.laterPayments,
  db.cursor,
];

/** The mirror's rows as this browser keeps them; to be used within a transaction over `MIRRORED`. */
export const dexieRows: RowStore = {
  get: (table, keys) => db.table(table).bulkGet(keys),
  put: (table, rows) => db.table(table).bulkPut(rows),
  remove: (table, keys) => db.table(table).bulkDelete(keys),
};

/** The last line that the mirror holds; undefined while it holds none. */
export const readCursor = (): Promise<Cursor | undefined> => db.cursor.get('here');
export const writeCursor = (cursor: Cursor): Promise<unknown> => db.cursor.put(cursor, 'here');

/** The tax of the live release: what is left to pay of plans is counted with it. */
export const taxNow = async () => ((await db.meta.get('live'))?.value as Release | undefined)?.content.shop.tax ?? null;

/** So many lines of history are one row. */
const PIECE = 1_000;

/** Lines of history as rows. @param from the number of the first of them */
export function inPieces(lines: readonly string[], from = 1): { from: number; lines: string[] }[] {
  const pieces = [];
  for (let i = 0; i < lines.length; i += PIECE) pieces.push({ from: from + i, lines: lines.slice(i, i + PIECE) });
  return pieces;
}
