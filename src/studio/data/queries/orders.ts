import { useLiveQuery } from 'dexie-react-hooks';
import { dateIn } from '#core/calendar';
import { addUp, readTotalKey, type StoredOrder, totalKeys, totalsRange } from '#core/mirror';
import type { OfferId, OrderId } from '#core/ids';
import { db } from '../db';
import { kept } from '../kept';
import { askLists } from '../lists';
import { firstOrders, ordersInRow } from '../ordersInRow';
import { amongNewest, newestNow, storyAmongNewest } from './newest';
import { peopleOf } from './people';
import { isFiltered, isTotalled, type OrderQuery } from './orderQuery';
import type { OrderAndPerson, OrdersFound, OrderTotals } from './ordersFound';

export type { OrderAndPerson, OrdersFound, OrderTotals };
import { totalsBetween } from './totals';
import { upToNow } from './upToNow';

/**
 * Orders that match, with their buyers, and totals over all that match. All of them stand in order of their numbers;
 * what was chosen among them is asked of a worker, which holds every order small.
 */
export async function findOrders(query: OrderQuery, most: number): Promise<OrdersFound> {
  const [newest, seen] = await Promise.all([newestNow(), upToNow()]);
  if (newest) return amongNewest(newest, query, most);
  if (!isFiltered(query)) {
    return { rows: await withPeople(await firstOrders(query.sort, most)), ...(await totalsOf(query)) };
  }
  const found = await askLists().orders(query, most, seen);
  const [orders, people] = await Promise.all([kept.orders.byIds(found.ids), peopleOf(found.personIds)]);
  return {
    rows: orders.flatMap((order, i) => (order ? [{ order, person: people[i] }] : [])),
    count: found.count,
    paid: new Map(found.paid),
    back: new Map(found.back),
  };
}

/** Totals from the rows that are kept for them: no order is read. */
export async function totalsOf(query: Pick<OrderQuery, 'group' | 'offerId' | 'days'>): Promise<OrderTotals> {
  const [from, to] = totalsRange(query);
  return addUp(await totalsBetween([from, to]), query);
}

async function withPeople(orders: StoredOrder[]): Promise<OrderAndPerson[]> {
  const people = await peopleOf(orders.map((o) => o.personId));
  return orders.map((order, i) => ({ order, person: people[i] }));
}

const present = <T>(rows: (T | undefined)[]): T[] => rows.filter((row) => row !== undefined);

/** A list as the sheet shows it; undefined while counting. */
export const useOrders = (query: OrderQuery, most: number): OrdersFound | undefined =>
  useLiveQuery(() => findOrders(query, most), [JSON.stringify(query), most]);

/** How many orders each of some lists holds. */
export const useCounts = (queries: readonly OrderQuery[]): number[] | undefined =>
  useLiveQuery(async () => {
    const newest = await newestNow();
    return Promise.all(
      queries.map(async (q) =>
        newest
          ? amongNewest(newest, q, 0).count
          : isTotalled(q)
            ? (await totalsOf(q)).count
            : (await askLists().orders(q, 0, await upToNow())).count,
      ),
    );
  }, [JSON.stringify(queries)]);

/** One order with everything that came of it. */
export async function storyOfOrderRow(orderId: OrderId) {
  const newest = storyAmongNewest(await newestNow(), orderId);
  if (newest) return newest;
  const order = await kept.orders.get(orderId);
  if (!order) return null;
  return {
    order,
    passes: present(await kept.passes.byIds(order.passIds)),
    refunds: present(await db.refunds.bulkGet(order.refundIds)),
    agreements: await db.agreements.where('agreement.orderId').equals(orderId).toArray(),
    person: await kept.people.get(order.personId),
  };
}

/** What an offer was called when it was last sold. */
export async function titleOfOffer(offerId: OfferId): Promise<string> {
  const id = await askLists().latestOf(offerId, await upToNow());
  const latest = id === null ? undefined : await kept.orders.get(id);
  return latest?.lines.find((l) => l.offerId === offerId)?.title ?? '';
}

/** The order that a message can be made from: the latest, or that of the latest refund. */
export async function orderForLetter(of: 'receipt' | 'refund') {
  const refund = of === 'refund' ? (await db.refunds.toArray()).findLast((r) => r.status === 'paid') : undefined;
  const order =
    of === 'refund' ? refund && (await kept.orders.get(refund.orderId)) : (await firstOrders('newest', 1))[0];
  if (!order) return null;
  return {
    order,
    refund,
    person: await kept.people.get(order.personId),
    passes: present(await kept.passes.byIds(order.passIds)),
    begun: (await db.agreements.where('agreement.orderId').equals(order.id).toArray())
      .map((row) => row.agreement)
      .filter((a) => a.from === null),
  };
}

/** The newest orders and refused cards, with those who bought. */
export async function latelyOf(mostOrders: number, mostRefused: number) {
  const newest = await newestNow();
  if (newest)
    return {
      newest: newest.orders.slice(0, mostOrders),
      refused: [],
      people: new Map(newest.people.map((p) => [p.id, p] as const)),
    };
  const orders = await firstOrders('newest', mostOrders);
  const refused = await db.charges
    .where('[status+at]')
    .between(['refused', ''], ['refused', '\uffff'])
    .reverse()
    .limit(mostRefused)
    .toArray();
  const people = await peopleOf([...orders, ...refused].map((r) => r.personId));
  return { newest: orders, refused, people: new Map(present(people).map((p) => [p.id, p] as const)) };
}

/** What some days brought: totals, things opened, and how many people bought. @param from the first of them */
export async function boughtOn(days: string, from: string) {
  // Numbers rise with time: read from the newest back to the first that lies before.
  const orders: StoredOrder[] = [];
  await ordersInRow('newest', (order) => dateIn(order.at, order.zone) >= from && orders.push(order) > 0, 200);
  return {
    ...(await totalsOf({ group: '', offerId: '', days })),
    opened: orders.reduce((all, o) => all + o.passIds.length, 0),
    buyers: new Set(orders.map((o) => o.personId)).size,
  };
}

/** Found by an index: one in dispute stands by itself. */
export const disputedOrders = () => kept.orders.singles.where('disputed').equals(1).toArray();

/** What somebody owns or bought, by id of product and of offer: it is never deleted. */
export async function ownedAndSold(): Promise<{ owned: Set<string>; sold: Set<string> }> {
  const sold = (await totalsBetween(totalKeys('offer'))).map(({ key }) => readTotalKey('offer', key).offerId);
  return { owned: await kept.passes.valuesOf('productId'), sold: new Set(sold) };
}
