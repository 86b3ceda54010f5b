import { expose } from 'comlink';
import { dayBounds, groupOf, type OrderGroup, papersOf, type StoredOrder } from '#core/mirror';
import { dateIn } from '#core/calendar';
import type { OfferId, PersonId } from '#core/ids';
import { lineBought } from '#core/payments';
import { db } from '../data/db';
import { MIRROR_MOVED, type MirrorMoved } from './news';
import { cameBy, type OrderQuery } from '../data/queries/orderQuery';

/**
 * Orders and people held small in memory, for questions that an index cannot answer: words in names, addresses and
 * titles, and who bought what. Read once at the first question, then kept up with what the mirror says came anew.
 */
interface Held {
  id: string;
  number: number;
  personId: PersonId;
  at: string;
  day: string;
  group: OrderGroup;
  /** What was paid and went back for each line, by its offer. */
  lines: { offerId: OfferId; paid: number; back: number }[];
  came: StoredOrder['came'];
  offers: StoredOrder['offers'];
  currency: string;
  paid: number;
  back: number;
  words: string;
}
interface HeldPerson {
  id: string;
  words: string;
  address: string;
}
export interface FoundIds {
  ids: string[];
  count: number;
  paid: [currency: string, amount: number][];
  back: [currency: string, amount: number][];
}

const SLICE = 4_000;

const orders = new Map<string, Held>();
const people = new Map<string, HeldPerson>();
/** Newest first. */
let sorted: Held[] = [];
let reading: Promise<void> | null = null;
const stale = { orders: new Set<string>(), people: new Set<string>() };

new BroadcastChannel(MIRROR_MOVED).onmessage = ({ data }: MessageEvent<MirrorMoved>) => {
  if (data === 'forgotten') {
    orders.clear();
    people.clear();
    sorted = [];
    reading = null;
    return;
  }
  for (const id of data.orders) stale.orders.add(id);
  for (const id of data.people) stale.people.add(id);
};

const hold = (order: StoredOrder): void =>
  void orders.set(order.id, {
    id: order.id,
    number: order.number,
    personId: order.personId,
    at: order.at,
    day: dateIn(order.at, order.zone),
    group: groupOf(order),
    lines: order.lines.map(({ offerId, lineId }) => {
      const { amount, givenBack, lost } = lineBought(order, lineId);
      return { offerId, paid: amount, back: givenBack + lost };
    }),
    came: order.came,
    offers: order.offers,
    currency: order.currency,
    paid: order.paid,
    back: order.back,
    words: `${order.number} ${papersOf(order).join(' ')} ${order.title}`.toLowerCase(),
  });
const holdPerson = ({ id, name, address }: { id: string; name: string; address: string }): void =>
  void people.set(id, { id, words: `${name} ${address}`.toLowerCase(), address: address.toLowerCase() });
const sort = (): void => {
  sorted = [...orders.values()].sort((a, b) => b.number - a.number);
};

async function ready(): Promise<void> {
  reading ??= (async () => {
    for (const person of await db.people.toArray()) holdPerson(person);
    // In slices: one by one would take ten times as long, all at once too much memory.
    const last = (await db.orders.orderBy('number').last())?.number ?? 0;
    for (let from = 0; from <= last; from += SLICE)
      for (const order of await db.orders
        .where('number')
        .between(from, from + SLICE, true, false)
        .toArray())
        hold(order);
    stale.orders.clear();
    stale.people.clear();
    sort();
  })();
  await reading;
  if (stale.orders.size + stale.people.size === 0) return;
  const [ids, names] = [[...stale.orders], [...stale.people]];
  stale.orders.clear();
  stale.people.clear();
  for (const person of await db.people.bulkGet(names)) if (person) holdPerson(person);
  for (const order of await db.orders.bulkGet(ids)) if (order) hold(order);
  sort();
}

const lists = {
  /** Reads everything now, so that the first question is not waited for. */
  warm: ready,

  /** Every order that matches, in the order asked for: the first `most` ids, and totals over all. */
  async orders(query: OrderQuery, most: number): Promise<FoundIds> {
    await ready();
    const [from, to] = dayBounds(query.days);
    const wanted = query.text.trim().toLowerCase();
    const found: Held[] = [];
    const paid = new Map<string, number>();
    const back = new Map<string, number>();
    for (const order of sorted) {
      if (query.group !== '' && order.group !== query.group) continue;
      const lines = order.lines.filter((l) => query.offerId === '' || l.offerId === query.offerId);
      if (query.offerId !== '' && lines.length === 0) continue;
      if (query.days !== '' && (order.day < from || order.day > `${to}\uffff`)) continue;
      if (!cameBy(order, query.way)) continue;
      if (wanted !== '' && !order.words.includes(wanted) && !people.get(order.personId)?.words.includes(wanted))
        continue;
      found.push(order);
      // Of one offer, what its lines come to: as the totals that are kept say it.
      const sumOf = (what: 'paid' | 'back'): number =>
        query.offerId === '' ? order[what] : lines.reduce((all, line) => all + line[what], 0);
      paid.set(order.currency, (paid.get(order.currency) ?? 0) + sumOf('paid'));
      back.set(order.currency, (back.get(order.currency) ?? 0) + sumOf('back'));
    }
    if (query.sort === 'oldest') found.reverse();
    return { ids: found.slice(0, most).map((o) => o.id), count: found.length, paid: [...paid], back: [...back] };
  },

  /** Everybody who bought what is asked for and has these words in name or address, the latest buyer first. */
  async people(query: { offerId: OfferId; text: string }, most: number): Promise<{ ids: string[]; count: number }> {
    await ready();
    const wanted = query.text.trim().toLowerCase();
    const found = new Set<string>();
    for (const order of sorted) {
      if (found.has(order.personId) || (query.offerId !== '' && !order.lines.some((l) => l.offerId === query.offerId)))
        continue;
      if (wanted !== '' && !people.get(order.personId)?.words.includes(wanted)) continue;
      found.add(order.personId);
    }
    return { ids: [...found].slice(0, most), count: found.size };
  },

  /** For the search over everything: people first by exact address, then by words; orders by number, receipt or buyer. */
  async search(text: string, most: number): Promise<{ people: string[]; orders: string[]; exact: boolean }> {
    await ready();
    const wanted = text.trim().toLowerCase().replace(/^#/, '');
    const matching = [...people.values()].filter((p) => p.words.includes(wanted));
    const exact = matching.filter((p) => p.address === wanted);
    const chosen = (exact.length > 0 ? exact : matching).slice(0, most);
    const number = /^\d+$/.test(wanted) ? Number(wanted) : null;
    const who = new Set(chosen.map((p) => p.id));
    const matched: string[] = [];
    for (const order of sorted) {
      if (matched.length >= most) break;
      if (number === null ? who.has(order.personId) || order.words.includes(wanted) : order.number === number)
        matched.push(order.id);
    }
    return {
      people: chosen.map((p) => p.id),
      orders: matched,
      exact: exact.length > 0 || (number !== null && matched.length > 0),
    };
  },
};
export type Lists = typeof lists;
expose(lists);
