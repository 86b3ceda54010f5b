import { calledBySeller } from '#core/people';
import { addTo, inChoice, listed, papersOf } from '#core/mirror';
import type { OrderId } from '#core/ids';
import { db, type Newest } from '../db';
import { cameBy, type OrderQuery } from './orderQuery';
import type { OrdersFound } from './ordersFound';

/** The newest orders, while the rest is being copied; undefined once all is here. */
export const newestNow = (): Promise<Newest | undefined> => db.newest.get('here');

/** How much of working rows out anew is done after an update, of 1; null while that is not going on. */
export async function shareMadeAnew(): Promise<number | null> {
  const made = await db.made.get('rows');
  return made?.until === undefined ? null : made.seq / Math.max(made.until, 1);
}

/** A figure over all orders: undefined, like one that is still being counted, while not all are here. */
export const onceAllIsHere = async <T>(figure: () => Promise<T>): Promise<T | undefined> =>
  (await newestNow()) ? undefined : figure();

/** One of the newest orders with everything that came of it; null where it is not among them. */
export function storyAmongNewest(newest: Newest | undefined, orderId: OrderId) {
  const order = newest?.orders.find((o) => o.id === orderId);
  if (!newest || !order) return null;
  return {
    order,
    passes: newest.passes.filter(({ id }) => order.passIds.includes(id)),
    refunds: newest.refunds.filter((r) => r.orderId === orderId),
    agreements: newest.agreements.filter((r) => r.agreement.orderId === orderId),
    person: newest.people.find((p) => p.id === order.personId),
  };
}

/** A list of the newest orders alone, with totals over those that match. */
export function amongNewest({ orders, people }: Newest, query: OrderQuery, most: number): OrdersFound {
  const byId = new Map(people.map((p) => [p.id, p] as const));
  const chosen = inChoice(query);
  const words = query.text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = orders.filter((order) => {
    const person = byId.get(order.personId);
    const text =
      `${order.number} ${papersOf(order).join(' ')} ${order.title} ${calledBySeller(person)} ${person?.address ?? ''}`.toLowerCase();
    return chosen(listed(order)) && cameBy(order, query.way) && words.every((word) => text.includes(word));
  });
  const totals = { count: found.length, paid: new Map<string, number>(), back: new Map<string, number>() };
  for (const { currency, paid, back } of found) {
    addTo(totals.paid, currency, paid);
    addTo(totals.back, currency, back);
  }
  const sorted = query.sort === 'newest' ? found : [...found].reverse();
  return {
    ...totals,
    rows: sorted.slice(0, most).map((order) => ({ order, person: byId.get(order.personId) })),
    copying: true,
  };
}
