import { useLiveQuery } from 'dexie-react-hooks';
import { addUp, listRange, type StoredOrder, totalsRange } from '#core/mirror';
import type { PersonRecord } from '#core/people';
import { db } from '../data/db';
import { askLists } from '../data/lists';
import type { OrderQuery } from './orderQuery';

export interface OrderAndPerson {
  order: StoredOrder;
  person: PersonRecord | undefined;
}
export interface OrderTotals {
  count: number;
  paid: Map<string, number>;
  back: Map<string, number>;
}
export interface OrdersFound extends OrderTotals {
  rows: OrderAndPerson[];
}

/** Orders that match, with their buyers, and totals over all that match. Words are asked of a worker; all else is read by an index. */
export async function findOrders(query: OrderQuery, most: number): Promise<OrdersFound> {
  if (query.text.trim() !== '') {
    // Asked first, so that a moving history asks again.
    await db.meta.get('cursor');
    const found = await askLists().orders(query, most);
    return {
      rows: await withPeople(present(await db.orders.bulkGet(found.ids))),
      count: found.count,
      paid: new Map(found.paid),
      back: new Map(found.back),
    };
  }
  const [from, to] = listRange(query);
  const range = db.orders.where('keys').between(from, to, true, true);
  const orders = await (query.sort === 'newest' ? range.reverse() : range).limit(most).toArray();
  return { rows: await withPeople(orders), ...(await totalsOf(query)) };
}

/** Totals from the rows that are kept for them: no order is read. */
export async function totalsOf(query: Pick<OrderQuery, 'group' | 'offerId' | 'days'>): Promise<OrderTotals> {
  const [from, to] = totalsRange(query);
  return addUp(await db.totals.where('key').between(from, to, true, true).toArray(), query);
}

async function withPeople(orders: StoredOrder[]): Promise<OrderAndPerson[]> {
  const people = await db.people.bulkGet(orders.map((o) => o.personId));
  return orders.map((order, i) => ({ order, person: people[i] }));
}

const present = <T>(rows: (T | undefined)[]): T[] => rows.filter((row) => row !== undefined);

/** A list as the sheet shows it; undefined while counting. */
export const useOrders = (query: OrderQuery, most: number): OrdersFound | undefined =>
  useLiveQuery(() => findOrders(query, most), [JSON.stringify(query), most]);

/** How many orders each of some lists holds. */
export const useCounts = (queries: readonly OrderQuery[]): number[] | undefined =>
  useLiveQuery(
    async () =>
      Promise.all(
        queries.map(async (q) => (q.text === '' ? (await totalsOf(q)).count : (await askLists().orders(q, 0)).count)),
      ),
    [JSON.stringify(queries)],
  );
