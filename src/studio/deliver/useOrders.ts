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

/** A saved list of orders, newest first, with totals over all that match; undefined while counting. */
export function useOrders(list: OrderList, search: string): OrdersFound | undefined {
  return useLiveQuery(async () => {
    const wanted = search.trim().toLowerCase();
    const all = await db.orders.orderBy('number').reverse().toArray();
    const people = new Map((await db.people.toArray()).map((p) => [p.id, p]));
    const counts: Record<OrderList, number> = { orders: 0, paid: 0, refunded: 0, disputed: 0 };
    const found: OrdersFound = { rows: [], count: 0, counts, paid: new Map(), back: new Map() };
    for (const order of all) {
      for (const name of Object.keys(counts) as OrderList[]) if (belongs(name, order)) counts[name] += 1;
      if (!belongs(list, order)) continue;
      const person = people.get(order.personId);
      if (wanted !== '' && !`${order.number} ${order.title} ${order.receipt} ${person?.name ?? ''} ${person?.address ?? ''}`.toLowerCase().includes(wanted)) continue;
      found.count += 1;
      found.paid.set(order.currency, (found.paid.get(order.currency) ?? 0) + order.paid);
      found.back.set(order.currency, (found.back.get(order.currency) ?? 0) + order.back);
      if (found.rows.length < MOST_ROWS) found.rows.push({ order, person });
    }
    return found;
  }, [list, search]);
}
