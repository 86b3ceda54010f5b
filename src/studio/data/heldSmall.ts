import { inChoice } from '#core/mirror';
import type { OfferId, OrderId, PersonId } from '#core/ids';
import { addressesOf, type PersonRecord } from '#core/people';
import type { MirrorMoved } from '../workers/news';
import { db } from './db';
import { kept } from './kept';
import type { OrderQuery } from './queries/orderQuery';
import { readPiece, type SmallOrder, wordsOfPerson } from './smallOrders';

export interface FoundIds {
  ids: OrderId[];
  /** Who bought each of these. */
  personIds: PersonId[];
  count: number;
  paid: [currency: string, amount: number][];
  back: [currency: string, amount: number][];
}

/** So long news of the mirror is waited for by a question that was asked by somebody who has seen more of it. */
const NEWS_WITHIN_MS = 500;

/**
 * Every order held small in memory, for every list that is chosen among them, and for words in names, addresses and
 * titles. Read in pieces at the first question, then kept up with what the mirror says came anew. Made in a worker.
 * @param onNews hears of what the mirror has written
 */
export function heldSmall(onNews: (hear: (news: MirrorMoved) => void) => void) {
  const orders = new Map<number, SmallOrder[]>();
  /** Everybody by id, for the search: also who bought nothing. */
  const people = new Map<string, { id: string; words: string; addresses: string[] }>();
  /** Newest first; null where pieces changed since. */
  let sorted: SmallOrder[] | null = null;
  let reading: Promise<void> | null = null;
  let readingPeople: Promise<void> | null = null;
  /** Up to which line of the history what is held here goes, or will once what is stale is read again. */
  let upTo = 0;
  const stale = { pieces: new Set<number>(), people: new Set<string>() };
  const waiting = new Set<() => void>();

  function forget(): void {
    orders.clear();
    people.clear();
    [sorted, reading, readingPeople, upTo] = [null, null, null, 0];
  }

  onNews((news) => {
    if (news === 'forgotten') forget();
    else {
      for (const piece of news.pieces) stale.pieces.add(piece);
      for (const id of news.people) stale.people.add(id);
      upTo = Math.max(upTo, news.seq);
    }
    for (const go of waiting) go();
  });

  const holdPerson = (person: PersonRecord): void =>
    void people.set(person.id, {
      id: person.id,
      words: wordsOfPerson(person),
      addresses: addressesOf(person).map((address) => address.toLowerCase()),
    });
  const hold = (row: { piece: number; orders: string } | undefined): void => {
    if (row) orders.set(row.piece, readPiece(row.orders));
    sorted = null;
  };

  function readAll(): Promise<void> {
    const mine = readOrders();
    reading = mine;
    // One that failed is tried again by the next question.
    mine.catch(() => {
      if (reading === mine) reading = null;
    });
    return mine;
  }

  async function readOrders(): Promise<void> {
    // In one transaction with the cursor, so that what is held is known to go so far.
    await db.transaction('r', db.small, db.cursor, async () => {
      await db.small.each(hold);
      upTo = Math.max(upTo, (await db.cursor.get('here'))?.seq ?? 0);
    });
  }

  /** The mirror tells whoever draws and this worker apart: whoever asks may have heard first. Where no news comes, all is read anew. */
  async function caughtUp(seq: number): Promise<void> {
    const until = performance.now() + NEWS_WITHIN_MS;
    while (upTo < seq) {
      const left = until - performance.now();
      if (left <= 0) {
        await readAll();
        upTo = Math.max(upTo, seq);
        return;
      }
      await new Promise<void>((resolve) => {
        const go = (): void => {
          clearTimeout(timer);
          waiting.delete(go);
          resolve();
        };
        const timer = setTimeout(go, left);
        waiting.add(go);
      });
    }
  }

  async function ready(seq: number): Promise<SmallOrder[]> {
    await (reading ?? readAll());
    await caughtUp(seq);
    if (stale.pieces.size > 0) {
      const pieces = [...stale.pieces];
      stale.pieces.clear();
      for (const row of await db.small.bulkGet(pieces)) hold(row);
    }
    return (sorted ??= [...orders.values()].flat().sort((a, b) => b.number - a.number));
  }

  /** In pieces, so that a list that is asked for meanwhile is answered in between. */
  async function readPeople(): Promise<void> {
    await kept.people.each((some) => some.forEach(holdPerson));
  }

  async function everybody(): Promise<void> {
    readingPeople ??= readPeople();
    await readingPeople;
    const names = [...stale.people];
    stale.people.clear();
    for (const person of await kept.people.byIds(names)) if (person) holdPerson(person);
  }

  return {
    /** Reads everything now, so that the first question is not waited for. */
    warm: async (): Promise<void> => {
      await ready(0);
      await everybody();
    },

    /**
     * Every order that matches, in the order asked for: the first `most` ids, and totals over all.
     * @param seq up to which line of the history whoever asks has seen
     */
    async orders(query: OrderQuery, most: number, seq: number): Promise<FoundIds> {
      const all = await ready(seq);
      const chosen = inChoice(query);
      const wanted = query.text.trim().toLowerCase();
      const found: SmallOrder[] = [];
      const paid = new Map<string, number>();
      const back = new Map<string, number>();
      for (const order of all) {
        if (!chosen(order)) continue;
        if (query.way !== '' && !order.ways.includes(query.way)) continue;
        if (wanted !== '' && !order.words.includes(wanted) && !order.who.includes(wanted)) continue;
        found.push(order);
        // Of one offer, what its lines come to: as the totals that are kept say it.
        const of = query.offerId === '' ? [order] : order.lines.filter((line) => line.offerId === query.offerId);
        for (const part of of) {
          paid.set(order.currency, (paid.get(order.currency) ?? 0) + part.paid);
          back.set(order.currency, (back.get(order.currency) ?? 0) + part.back);
        }
      }
      if (query.sort === 'oldest') found.reverse();
      const listed = found.slice(0, most);
      return {
        ids: listed.map((o) => o.id),
        personIds: listed.map((o) => o.personId),
        count: found.length,
        paid: [...paid],
        back: [...back],
      };
    },

    /** The latest order of an offer; null where it was never sold. */
    latestOf: async (offerId: OfferId, seq: number): Promise<string | null> =>
      (await ready(seq)).find(({ lines }) => lines.some((line) => line.offerId === offerId))?.id ?? null,

    /** Everybody who bought what is asked for and has these words in name or address, the latest buyer first; and how many ever bought. */
    async people(
      query: { offerId: OfferId; text: string },
      most: number,
      seq: number,
    ): Promise<{ ids: PersonId[]; count: number; all: number }> {
      const orders = await ready(seq);
      const wanted = query.text.trim().toLowerCase();
      const all = new Set<PersonId>();
      const found = new Set<PersonId>();
      for (const { personId, lines, who } of orders) {
        all.add(personId);
        if (query.offerId !== '' && !lines.some((l) => l.offerId === query.offerId)) continue;
        if (wanted === '' || who.includes(wanted)) found.add(personId);
      }
      return { ids: [...found].slice(0, most), count: found.size, all: all.size };
    },

    /** For the search over everything: people first by exact address, then by words; orders by number, receipt or buyer. */
    async search(
      text: string,
      most: number,
      seq: number,
    ): Promise<{ people: string[]; orders: string[]; exact: boolean }> {
      const all = await ready(seq);
      await everybody();
      const wanted = text.trim().toLowerCase().replace(/^#/, '');
      const matching = [...people.values()].filter((p) => p.words.includes(wanted));
      const exact = matching.filter((p) => p.addresses.includes(wanted));
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
}
export type Lists = ReturnType<typeof heldSmall>;
