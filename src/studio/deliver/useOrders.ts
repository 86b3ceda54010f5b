import { useLiveQuery } from 'dexie-react-hooks';
import type { OrderRow } from '#core/books';
import type { PersonRecord } from '#core/people';
import { db } from '../data/db';

export type OrderList = 'orders' | 'paid' | 'refunded' | 'disputed';

const belongs = (list: OrderList, order: OrderRow): boolean =>
  list === 'orders' || (list === 'paid' && order.status === 'paid') || (list === 'disputed' && order.status === 'disputed') || (list === 'refunded' && (order.status === 'refunded' || order.status === 'partly refunded'));

export interface OrdersFound {
  rows: { order: OrderRow; person: PersonRecord | undefined }[];
  count: number;
  counts: Record<OrderList, number>;
  paid: Map<string, number>;
  back: Map<string, number>;
}

const MOST_ROWS = 200;

/** Every order of a saved list that matches a search, newest first, with its buyer. */
export async function findOrders(list: OrderList, search: string): Promise<{ rows: OrdersFound['rows']; counts: OrdersFound['counts'] }> {
  const wanted = search.trim().toLowerCase();
  const all = await db.orders.orderBy('number').reverse().toArray();
  const people = new Map((await db.people.toArray()).map((p) => [p.id, p]));
  const counts: Record<OrderList, number> = { orders: 0, paid: 0, refunded: 0, disputed: 0 };
  const rows: OrdersFound['rows'] = [];
  for (const order of all) {
    for (const name of Object.keys(counts) as OrderList[]) if (belongs(name, order)) counts[name] += 1;
    if (!belongs(list, order)) continue;
    const person = people.get(order.personId);
    if (wanted === '' || `${order.number} ${order.title} ${order.receipt} ${person?.name ?? ''} ${person?.address ?? ''}`.toLowerCase().includes(wanted)) rows.push({ order, person });
  }
  return { rows, counts };
}

/** A saved list as the sheet shows it, with totals over all that match; undefined while counting. */
export function useOrders(list: OrderList, search: string): OrdersFound | undefined {
  return useLiveQuery(async () => {
    const { rows, counts } = await findOrders(list, search);
    const found: OrdersFound = { rows: rows.slice(0, MOST_ROWS), count: rows.length, counts, paid: new Map(), back: new Map() };
    for (const { order } of rows) {
      found.paid.set(order.currency, (found.paid.get(order.currency) ?? 0) + order.paid);
      found.back.set(order.currency, (found.back.get(order.currency) ?? 0) + order.back);
    }
    return found;
  }, [list, search]);
}
