import { expose } from 'comlink';
import { dayBounds } from '#core/mirror';
import type { OfferId } from '#core/ids';
import type { PersonRecord } from '#core/people';
import { db } from '../data/db';
import type { OrderQuery } from '../data/queries/orderQuery';
import { readPiece, type SmallOrder, wordsOfPerson } from '../data/smallOrders';
import { MIRROR_MOVED, type MirrorMoved } from './news';

export interface FoundIds {
  ids: string[];
  count: number;
  paid: [currency: string, amount: number][];
  back: [currency: string, amount: number][];
}

/**
 * Orders held small in memory, for questions that an index cannot answer: words in names, addresses and titles, and who
 * bought what. Read in pieces at the first question, then kept up with what the mirror says came anew.
 */
const orders = new Map<number, SmallOrder[]>();
/** Everybody by id, for the search: also who bought nothing. */
const people = new Map<string, { id: string; words: string; address: string }>();
/** Newest first; null where pieces changed since. */
let sorted: SmallOrder[] | null = null;
let reading: Promise<void> | null = null;
let readingPeople: Promise<void> | null = null;
const stale = { pieces: new Set<number>(), people: new Set<string>() };

new BroadcastChannel(MIRROR_MOVED).onmessage = ({ data }: MessageEvent<MirrorMoved>) => {
  if (data === 'forgotten') {
    orders.clear();
    people.clear();
    [sorted, reading, readingPeople] = [null, null, null];
    return;
  }
  for (const piece of data.pieces) stale.pieces.add(piece);
  for (const id of data.people) stale.people.add(id);
};

const holdPerson = (person: PersonRecord): void =>
  void people.set(person.id, {
    id: person.id,
    words: wordsOfPerson(person),
    address: person.address.toLowerCase(),
  });
const hold = (row: { piece: number; orders: string } | undefined): void => {
  if (row) orders.set(row.piece, readPiece(row.orders));
  sorted = null;
};

async function ready(): Promise<SmallOrder[]> {
  reading ??= db.small.each(hold).then(() => undefined);
  await reading;
  if (stale.pieces.size > 0) {
    const pieces = [...stale.pieces];
    stale.pieces.clear();
    for (const row of await db.small.bulkGet(pieces)) hold(row);
  }
  return (sorted ??= [...orders.values()].flat().sort((a, b) => b.number - a.number));
}

async function everybody(): Promise<void> {
  readingPeople ??= db.people.toArray().then((all) => all.forEach(holdPerson));
  await readingPeople;
  const names = [...stale.people];
  stale.people.clear();
  for (const person of await db.people.bulkGet(names)) if (person) holdPerson(person);
}

const lists = {
  /** Reads everything now, so that the first question is not waited for. */
  warm: async (): Promise<void> => {
    await ready();
    await everybody();
  },

  /** Every order that matches, in the order asked for: the first `most` ids, and totals over all. */
  async orders(query: OrderQuery, most: number): Promise<FoundIds> {
    const all = await ready();
    const [from, to] = dayBounds(query.days);
    const wanted = query.text.trim().toLowerCase();
    const found: SmallOrder[] = [];
    const paid = new Map<string, number>();
    const back = new Map<string, number>();
    for (const order of all) {
      if (query.group !== '' && order.group !== query.group) continue;
      const lines = order.lines.filter((l) => query.offerId === '' || l.offerId === query.offerId);
      if (query.offerId !== '' && lines.length === 0) continue;
      if (query.days !== '' && (order.day < from || order.day > `${to}\uffff`)) continue;
      if (query.way !== '' && !order.ways.includes(query.way)) continue;
      if (wanted !== '' && !order.words.includes(wanted) && !order.who.includes(wanted)) continue;
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
    const all = await ready();
    const wanted = query.text.trim().toLowerCase();
    const found = new Set<string>();
    for (const order of all) {
      if (found.has(order.personId) || (query.offerId !== '' && !order.lines.some((l) => l.offerId === query.offerId)))
        continue;
      if (wanted !== '' && !order.who.includes(wanted)) continue;
      found.add(order.personId);
    }
    return { ids: [...found].slice(0, most), count: found.size };
  },

  /** For the search over everything: people first by exact address, then by words; orders by number, receipt or buyer. */
  async search(text: string, most: number): Promise<{ people: string[]; orders: string[]; exact: boolean }> {
    const all = await ready();
    await everybody();
    const wanted = text.trim().toLowerCase().replace(/^#/, '');
    const matching = [...people.values()].filter((p) => p.words.includes(wanted));
    const exact = matching.filter((p) => p.address === wanted);
    const chosen = (exact.length > 0 ? exact : matching).slice(0, most);
    const number = /^\d+$/.test(wanted) ? Number(wanted) : null;
    const who = new Set(chosen.map((p) => p.id));
    const matched: string[] = [];
    for (const order of all) {
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
