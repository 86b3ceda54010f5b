import { addTo, listRange } from '#core/mirror';
import type { OrderId } from '#core/ids';
import { type Newest, readMeta } from '../db';
import type { OrderQuery } from './orderQuery';
import type { OrdersFound } from './orders';

/** How far the shop's history is copied, in lines. */
export interface Copying {
  lines: number;
  of: number;
}

/** The newest orders, while the rest is being copied; undefined once all is here. */
export async function newestNow(): Promise<(Newest & { copying: Copying }) | undefined> {
  const newest = await readMeta('newest');
  return newest && { ...newest, copying: { lines: (await readMeta('cursor'))?.seq ?? 0, of: newest.lines } };
}

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
export function amongNewest(
  { orders, people, copying }: Newest & { copying: Copying },
  query: OrderQuery,
  most: number,
): OrdersFound {
  const byId = new Map(people.map((p) => [p.id, p] as const));
  const [from, to] = listRange(query);
  const words = query.text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = orders.filter((order) => {
    const person = byId.get(order.personId);
    const text =
      `${order.number} ${order.receipt} ${order.title} ${person?.name ?? ''} ${person?.address ?? ''}`.toLowerCase();
    return order.keys.some((key) => key >= from && key <= to) && words.every((word) => text.includes(word));
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
    copying,
  };
}
