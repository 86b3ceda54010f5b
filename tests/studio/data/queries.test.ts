import 'fake-indexeddb/auto';
import { beforeAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dateIn } from '#core/calendar';
import { sum } from '#core/money';
import { type Order, orderStatus, type ShopState } from '#core/shop';
import type { MirrorMoved } from '../../../src/studio/workers/news';
import { lastingRelease, longRun } from '../../support/longRun';
import { bought, later } from '../../support/money';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { db } = await import('../../../src/studio/data/db');
const { writeCursor } = await import('../../../src/studio/data/cursor');
const { moveMirror } = await import('../../../src/studio/data/mirrorRows');
const { KeysHeld } = await import('../../../src/studio/data/keysHeld');
const { readPiece } = await import('../../../src/studio/data/smallOrders');
const { heldSmall } = await import('../../../src/studio/data/heldSmall');
const { followedRows } = await import('../../../src/studio/make/course/exportFollowed');
const { firstOrders, ordersInRow } = await import('../../../src/studio/data/ordersInRow');
const { answerLists } = await import('../../../src/studio/data/lists');
const orders = await import('../../../src/studio/data/queries/orders');
const people = await import('../../../src/studio/data/queries/people');
const agreements = await import('../../../src/studio/data/queries/agreements');
const money = await import('../../../src/studio/data/queries/money');
const { ALL_ORDERS, readQuery, writeQuery } = await import('../../../src/studio/data/queries/orderQuery');

// A year of a shop, seen through the studio's own store; what is expected is counted from the shop itself.
let shop: ShopState;
let all: Order[];
let lines = 0;
/** What holds orders small, and how it hears of the mirror. */
let hear: (news: MirrorMoved) => void = () => undefined;
const small = heldSmall((own) => (hear = own));
const ZONE = 'Europe/Lisbon';

beforeAll(async () => {
  const run = await yearWithDispute();
  shop = run.state;
  all = [...shop.orders.values()];
  const { tax } = lastingRelease(ZONE).content.shop;
  const buyers = [...new Set(all.map((o) => o.personId))].map((id) => person(id));
  const held = new KeysHeld();
  // As a shop of some months is copied, many lines at once, and then followed.
  const copied = Math.floor(run.batches.length * 0.6);
  const pulls = [0, 0.25, 0.5].map((part) => Math.floor(copied * part));
  for (let i = copied; i < run.batches.length; i += 50) pulls.push(i);
  for (const [turn, from] of pulls.entries()) {
    // Their names come now and then, some before what they bought and some after it.
    const some = buyers.filter((_, n) => n % 2 === turn % 2);
    const to = pulls[turn + 1] ?? run.batches.length;
    await moveMirror(run.batches.slice(from, to), some, tax, from < copied ? held : null);
  }
  const tables = [db.orders, db.orderPieces, db.passes, db.passPieces, db.people, db.personPieces];
  const counts = await Promise.all(tables.map((table) => table.count()));
  expect(counts.filter((count) => count < 2)).toEqual([]);
  await moveMirror([], buyers, tax);
  await writeCursor({ seq: run.batches.length, hash: 'x' });
  lines = run.batches.length;
  answerLists(small);
});

const person = (id: string) => ({
  id,
  rev: 1,
  name: '',
  names: { c1: `Buyer ${id}`, c2: `Known as ${id}` },
  address: `${id}@example.org`,
});

/** The first of some years that ends while a bank still disputes an order. */
async function yearWithDispute(): ReturnType<typeof longRun> {
  for (let seed = 15; seed < 40; seed += 1) {
    const run = await longRun({ seed, buyers: 120, years: 1, zone: ZONE });
    if ([...run.state.orders.values()].some((o) => bought(o).dispute === 'open')) return run;
  }
  throw new Error('No such year');
}

const backOf = (order: Order): number => sum(bought(order).lines.map((l) => l.givenBack + l.lost));
const paidOf = (order: Order): number => sum(bought(order).lines.map((l) => l.paid));
const groupOf = (order: Order): 'paid' | 'back' | 'disputed' =>
  orderStatus(order) === 'disputed' ? 'disputed' : orderStatus(order) === 'paid' ? 'paid' : 'back';
const dayOf = (order: Order): string => dateIn(order.at, order.zone);
const within = (day: string, days: string): boolean => {
  const [from = '', to = from] = days.split('..');
  return days === '' || (day.slice(0, from.length) >= from && day.slice(0, to.length) <= to);
};
const ids = (rows: { id: string }[]): string[] => rows.map(({ id }) => id);

const DAYS = ['', '2026', '2026-03', '2026-03-15', '2026-02-20..2026-04-02', '2027-01', '2031'];

test('any choice of group, offer, days and order lists the orders that fit, and adds up to what they come to', async () => {
  const offers = ['', ...new Set(all.flatMap((o) => o.lines.map((l) => l.offerId))), 'off_never'];
  expect(new Set(all.map(groupOf))).toEqual(new Set(['paid', 'back', 'disputed']));
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom('' as const, 'paid' as const, 'back' as const, 'disputed' as const),
      fc.constantFrom(...offers),
      fc.constantFrom(...DAYS, ...all.slice(0, 20).map(dayOf)),
      fc.constantFrom('newest' as const, 'oldest' as const),
      async (group, offerId, days, sort) => {
        const fit = all
          .filter((o) => group === '' || groupOf(o) === group)
          .filter((o) => offerId === '' || o.lines.some((l) => l.offerId === offerId))
          .filter((o) => within(dayOf(o), days))
          .sort((a, b) => (sort === 'oldest' ? a.number - b.number : b.number - a.number));
        const found = await orders.findOrders({ ...ALL_ORDERS, group, offerId, days, sort }, Infinity);
        expect(ids(found.rows.map((r) => r.order))).toEqual(ids(fit));
        expect(found.rows.every(({ order, person }) => person?.id === order.personId)).toBe(true);
        expect(found.count).toBe(fit.length);
        const lines = fit.flatMap((o) => bought(o).lines).filter((l) => offerId === '' || l.offerId === offerId);
        expect(found.paid.get('EUR') ?? 0).toBe(sum(lines.map((l) => l.paid)));
        expect(found.back.get('EUR') ?? 0).toBe(sum(lines.map((l) => l.givenBack + l.lost)));
        // A list cut short is the beginning of the whole one.
        const few = await orders.findOrders({ ...ALL_ORDERS, group, offerId, days, sort }, 3);
        expect(ids(few.rows.map((r) => r.order))).toEqual(ids(fit.slice(0, 3)));
        expect(few.count).toBe(fit.length);
      },
    ),
    { numRuns: 120, seed: 20261126 },
  );
});

test.each(['newest', 'oldest'] as const)(
  'all orders in the order of their numbers, each once, the %s first',
  async (sort) => {
    const numbers = all.map((o) => o.number).sort((a, b) => (sort === 'newest' ? b - a : a - b));
    const statuses = new Map(all.map((o) => [o.number, orderStatus(o)]));
    for (const atOnce of [7, 5_000]) {
      const met: [number, string][] = [];
      await ordersInRow(sort, ({ number, status }) => met.push([number, status]) > 0, atOnce);
      expect(met).toEqual(numbers.map((number) => [number, statuses.get(number)]));
    }
    expect((await firstOrders(sort, 13)).map((o) => o.number)).toEqual(numbers.slice(0, 13));
    expect(await firstOrders(sort, 0)).toEqual([]);
  },
);

test('orders that a bank disputes are found wherever they stand, and no others', async () => {
  const disputed = all.filter((o) => groupOf(o) === 'disputed');
  expect(disputed.length).toBeGreaterThan(0);
  expect(ids(await orders.disputedOrders()).sort()).toEqual(ids(disputed).sort());
});

test('orders held small say what the shop says, and are found by any name somebody gave', async () => {
  const small = (await db.small.toArray()).flatMap(({ orders: text }) => readPiece(text));
  const byNumber = <T extends { number: number }>(rows: T[]): T[] => [...rows].sort((a, b) => a.number - b.number);
  expect(byNumber(small).map(({ id, day, group, paid, back }) => [id, day, group, paid, back])).toEqual(
    byNumber(all).map((o) => [o.id, dayOf(o), groupOf(o), paidOf(o), backOf(o)]),
  );
  for (const order of small)
    expect(order.who).toContain(`buyer ${order.personId} known as ${order.personId} ${order.personId}@example.org`);
  expect(small.map(({ lines }) => sum(lines.map((l) => l.paid)))).toEqual(small.map(({ paid }) => paid));
  // Whoever is called otherwise from now on is found so, in what they bought before too.
  const [first] = small;
  if (!first) throw new Error('no order');
  await moveMirror([], [{ ...person(first.personId), rev: 2, name: 'Sól Ríma' }], null);
  const [again] = (await db.small.toArray())
    .flatMap(({ orders: text }) => readPiece(text))
    .filter((o) => o.id === first.id);
  expect(again?.who).toContain('sól ríma');
  await moveMirror([], [{ ...person(first.personId), rev: 3 }], null);
});

test('whoever has seen more of the history than what is held small waits for it, and is not told of before', async () => {
  const [first] = all;
  if (!first) throw new Error('no order');
  const named = (name: string, rev: number) => ({ ...person(first.personId), rev, name });
  const find = async (text: string): Promise<boolean> =>
    ids((await orders.findOrders({ ...ALL_ORDERS, text }, Infinity)).rows.map((r) => r.order)).includes(first.id);
  const move = async (name: string, rev: number): Promise<number[]> => {
    const pieces = await moveMirror([], [named(name, rev)], null);
    lines += 1;
    await writeCursor({ seq: lines, hash: 'x' });
    return pieces;
  };
  expect(await find('ísold')).toBe(false);
  // The news comes a little later than the question.
  const pieces = await move('Ísold', 4);
  const asked = find('ísold');
  setTimeout(() => hear({ pieces, people: [], seq: lines }), 40);
  expect(await asked).toBe(true);
  // It never comes: what is held is read anew.
  await move('Úna', 5);
  expect(await find('úna')).toBe(true);
  // Another history: nothing of the one before is told.
  hear('forgotten');
  expect([await find('ísold'), await find('úna')]).toEqual([false, true]);
  await move('', 6);
});

test('how far members of a course are, as rows of a file with the addresses they write from', async () => {
  const [first] = all;
  const at = { done: 3, of: 18, at: 'Five calls', last: '2026-06-14T10:00:00.000Z' };
  const rows = await followedRows([
    { personId: first?.personId ?? '', name: 'Ada', ...at },
    { personId: 'u_gone', name: '', ...at, at: null, last: null },
  ]);
  expect(rows).toEqual([
    {
      name: 'Ada',
      address: `${first?.personId}@example.org`,
      done: 3,
      of: 18,
      'next lesson': 'Five calls',
      'last done': at.last,
    },
    { name: '', address: '', done: 3, of: 18, 'next lesson': '', 'last done': '' },
  ]);
});

test('choices survive their address, and an address that was tampered with falls back to any', () => {
  fc.assert(
    fc.property(
      fc.record({
        group: fc.constantFrom('' as const, 'paid' as const, 'back' as const, 'disputed' as const),
        offerId: fc.stringMatching(/^[a-z_]{0,8}$/),
        days: fc.constantFrom(...DAYS),
        text: fc.string({ maxLength: 12 }),
        way: fc.stringMatching(/^[a-z_]{0,8}$/),
        sort: fc.constantFrom('newest' as const, 'oldest' as const),
      }),
      (query) => expect(readQuery(writeQuery(query))).toEqual(query),
    ),
  );
  expect(readQuery('?group=all&days=2026-3&sort=up')).toEqual(ALL_ORDERS);
  expect(readQuery('?days=2026-03-01..|')).toEqual(ALL_ORDERS);
});

test('one order’s story and one person’s hold what belongs to them and nothing else', async () => {
  for (const order of all.filter((_, i) => i % 7 === 0)) {
    const story = await orders.storyOfOrderRow(order.id);
    expect([story?.order.paid, story?.order.back]).toEqual([paidOf(order), backOf(order)]);
    expect(ids(story?.passes ?? []).sort()).toEqual([...order.passIds].sort());
    expect(ids(story?.agreements ?? []).sort()).toEqual(
      ids([...shop.agreements.values()].filter((a) => a.orderId === order.id)).sort(),
    );
    const person = await people.storyOfPerson(order.personId);
    expect(person.orders.map((o) => o.number)).toEqual(
      all
        .filter((o) => o.personId === order.personId)
        .map((o) => o.number)
        .sort((a, b) => b - a),
    );
    expect(ids(person.passes).sort()).toEqual(
      ids([...shop.passes.values()].filter((p) => p.personId === order.personId)).sort(),
    );
  }
  expect(await orders.storyOfOrderRow('o-never')).toBeNull();
});

test('plans and subscriptions by status, in the order of what comes next; totals are theirs', async () => {
  const running = [...shop.agreements.values()];
  const statuses = [...new Set(running.map((a) => a.status))];
  expect(statuses.length).toBeGreaterThan(3);
  for (const status of ['', ...statuses])
    for (const kind of ['', 'plan', 'subscription']) {
      const fit = running.filter(
        (a) => (status === '' || a.status === status) && (kind === '' || a.terms.kind === kind),
      );
      const found = await agreements.findAgreements(status, kind, Infinity);
      expect(found.map(({ row }) => row.id).sort()).toEqual(ids(fit).sort());
      expect(found.every(({ row, who }) => who === `Buyer ${row.personId}`)).toBe(true);
      if (status !== 'active') continue;
      const moments = found.map(({ row }) => row.agreement.next?.at ?? '');
      expect(moments).toEqual([...moments].sort());
    }
  // Paid so far: the first payment's line and every later one, less what went back of each.
  const { rows } = await agreements.findLater({ days: '', offerId: '', back: false });
  expect(rows.length).toBeGreaterThan(100);
  for (const { row } of (await agreements.findAgreements('', '', Infinity)).filter((_, i) => i % 5 === 0)) {
    const order = shop.orders.get(row.agreement.orderId);
    const line = order && bought(order).lines.find((l) => l.lineId === row.agreement.lineId);
    const first = row.agreement.from === null && line ? line.paid - line.givenBack - line.lost : 0;
    const own = shop.agreements.get(row.id);
    const paid = own ? later(own) : [];
    expect(row.paid).toBe(first + sum(paid.map((p) => p.amount - p.givenBack - p.lost)));
  }
});

test('later payments by day, offer and what went back', async () => {
  const payments = [...shop.agreements.values()].flatMap((a) =>
    later(a)
      .filter((p) => p.paymentId !== null)
      .map((p) => ({ ...p, offerId: a.offerId, day: dateIn(p.at, a.zone), back: p.givenBack + p.lost })),
  );
  expect(payments.some((p) => p.back > 0)).toBe(true);
  for (const days of DAYS)
    for (const offerId of ['', 'off_pr_month', 'off_pr_plan3'])
      for (const back of [false, true]) {
        const fit = payments
          .filter((p) => within(p.day, days) && (offerId === '' || p.offerId === offerId))
          .filter((p) => !back || p.back > 0);
        const found = await agreements.findLater({ days, offerId, back });
        expect([found.count, found.paid.get('EUR') ?? 0, found.back.get('EUR') ?? 0]).toEqual([
          fit.length,
          sum(fit.map((p) => p.amount)),
          sum(fit.map((p) => p.back)),
        ]);
        expect(found.rows.length).toBe(Math.min(200, fit.length));
      }
});

test('a month, all time, and a day bring what came in then', async () => {
  const inMonth = all.filter((o) => dayOf(o).startsWith('2026-04'));
  const month = await money.monthMoney('EUR', '2026-04', '2026-04');
  expect(sum(month.byDay.filter((d) => d.date.startsWith('2026-04')).map((d) => d.paid))).toBe(
    sum(inMonth.map(paidOf)),
  );
  const ever = await money.allMoney('EUR');
  expect([ever.count, ever.paid, ever.back]).toEqual([all.length, sum(all.map(paidOf)), sum(all.map(backOf))]);
  expect(sum(ever.offers.map((o) => o.paid + (o.later?.paid ?? 0)))).toBe(ever.paid + ever.laterPaid);
  const payments = [...shop.agreements.values()].flatMap((a) => later(a)).filter((p) => p.paymentId !== null);
  expect([ever.laterCount, ever.laterPaid]).toEqual([payments.length, sum(payments.map((p) => p.amount))]);
  const day = dayOf(all[3] as Order);
  const onDay = await orders.boughtOn(day, day);
  expect([onDay.count, onDay.paid.get('EUR') ?? 0]).toEqual([
    all.filter((o) => dayOf(o) === day).length,
    sum(all.filter((o) => dayOf(o) === day).map(paidOf)),
  ]);
  expect((await money.allMoney('JPY')).count).toBe(0);
});

test('everybody who bought, by offer and by words, with what they bought and paid less what went back', async () => {
  const netOf = (id: string): number =>
    sum(all.filter((o) => o.personId === id).map((o) => paidOf(o) - backOf(o))) +
    sum(
      [...shop.agreements.values()]
        .filter((a) => a.personId === id)
        .flatMap((a) => later(a).map((p) => p.amount - p.givenBack - p.lost)),
    );
  for (const offerId of ['', 'off_pr_month', 'off_never'])
    for (const text of ['', 'Known as u1', 'nobody']) {
      // Whoever bought it last comes first; of two in the same moment, whose order has the later number.
      const fit = new Map<string, number>();
      for (const [i, { personId, lines }] of all.entries())
        if (offerId === '' || lines.some((l) => l.offerId === offerId))
          if (`known as ${personId}`.includes(text.toLowerCase())) fit.set(personId, i);
      const found = await people.findBuyers({ offerId, text }, Infinity);
      expect(found.rows.map(({ buyer }) => buyer)).toEqual(
        [...fit]
          .sort(([, a], [, b]) => b - a)
          .map(([personId]) => {
            const own = all.filter((o) => o.personId === personId);
            return { personId, count: own.length, last: own.at(-1)?.at, net: { EUR: netOf(personId) } };
          }),
      );
      expect([found.count, found.all]).toEqual([fit.size, shop.ordersOfPerson.size]);
      expect(found.rows.every(({ buyer, person }) => person?.id === buyer.personId)).toBe(true);
    }
});

test('those who bought last come first; what was sold or is owned cannot be deleted', async () => {
  const lastOf = new Map<string, string>();
  for (const order of all) lastOf.set(order.personId, order.at);
  const latest = await people.latestBuyers();
  expect(latest.length).toBe(Math.min(50, lastOf.size));
  const moments = latest.map((p) => lastOf.get(p.id) ?? '');
  expect(moments).toEqual([...moments].sort().reverse());
  const { owned, sold } = await orders.ownedAndSold();
  expect(owned).toEqual(new Set([...shop.passes.values()].map((p) => p.productId)));
  expect(sold).toEqual(new Set(all.flatMap((o) => o.lines.map((l) => l.offerId))));
});
