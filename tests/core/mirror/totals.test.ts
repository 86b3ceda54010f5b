import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addTotal,
  addUp,
  dayBounds,
  groupOf,
  inChoice,
  listed,
  type OrderRow,
  totalsMoved,
  type TotalRow,
  totalsRange,
} from '#core/mirror';
import { dateIn } from '#core/calendar';
import { copyReminder } from '../../../src/studio/data/copies';
import { planLinks, planRefunds } from '../../../src/studio/deliver/manyActs';
import { readQuery, writeQuery } from '../../../src/studio/data/queries/orderQuery';
import { newPaymentLine } from '#core/payments';

const ZONE = 'Europe/Lisbon';
const START = Date.parse('2026-01-01T00:00:00.000Z');
const anOrder = fc.record({
  day: fc.nat(200),
  hour: fc.nat(23),
  offer: fc.constantFrom('off_a', 'off_b'),
  currency: fc.constantFrom('EUR', 'JPY'),
  paid: fc.nat(50_000),
  back: fc.double({ min: 0, max: 1, noNaN: true }),
  status: fc.constantFrom('paid' as const, 'refunded' as const, 'partly-refunded' as const, 'disputed' as const),
  person: fc.nat(5),
});
type Made = typeof anOrder extends fc.Arbitrary<infer T> ? T : never;

function order(made: Made, i: number): OrderRow {
  const at = new Date(START + made.day * 86_400_000 + made.hour * 3_600_000).toISOString();
  const back = made.status === 'paid' || made.status === 'disputed' ? 0 : Math.floor(made.paid * made.back);
  const line = {
    lineId: 'l1',
    offerId: made.offer,
    priceId: `${made.offer}_p`,
    title: 'T',
    priceName: '',
    productIds: [],
    terms: { kind: 'free' as const },
    dueToday: made.paid,
    tax: 0,
  };
  return {
    id: `o${i}`,
    number: 1001 + i,
    at,
    personId: `u${made.person}`,
    came: { path: null, step: null, entrance: null },
    title: 'T',
    currency: made.currency,
    zone: ZONE,
    lines: [line],
    paid: made.paid,
    back,
    status: made.status,
    answerBy: null,
    payments: [
      {
        id: `pay${i}`,
        key: `o${i}-1`,
        orderId: `o${i}`,
        kind: 'checkout',
        agreementId: null,
        step: null,
        at,
        last4: '0001',
        buyer: null,
        receipt: `R-${i}`,
        lines: [{ ...newPaymentLine({ lineId: 'l1', amount: made.paid, credit: 0, tax: 0 }), givenBack: back }],
        openDisputes: [],
        dispute: null,
      },
    ],
    offers: {},
    statement: undefined,
    later: { paid: 0, back: 0, openDisputes: [] },
    passIds: [],
    refundIds: [],
  };
}

/** Totals as the mirror keeps them: moved on by pulls, never counted anew. */
function keep(): {
  take: (before: OrderRow[], after: OrderRow[]) => void;
  totals: Map<string, TotalRow>;
} {
  const totals = new Map<string, TotalRow>();
  return {
    totals,
    take(before, after) {
      for (const [key, row] of totalsMoved(before, after)) {
        const next = addTotal(totals.get(key), row);
        if (next) totals.set(key, next);
        else totals.delete(key);
      }
    },
  };
}

test('generated: totals and list keys say what counting every order would, for any choice, however orders changed on the way', () => {
  const days = fc.oneof(
    fc.constant(''),
    fc.constant('2026'),
    fc.integer({ min: 1, max: 7 }).map((m) => `2026-0${m}`),
    fc.integer({ min: 1, max: 28 }).map((d) => `2026-02-${String(d).padStart(2, '0')}`),
    fc.constant('2026-01-15..2026-03-02'),
  );
  fc.assert(
    fc.property(
      fc.array(anOrder, { minLength: 1, maxLength: 40 }),
      fc.array(fc.tuple(fc.nat(), anOrder), { maxLength: 15 }),
      days,
      fc.constantFrom('' as const, 'paid' as const, 'back' as const, 'disputed' as const),
      fc.constantFrom('', 'off_a', 'off_b'),
      (made, changes, chosen, group, offerId) => {
        const all = made.map(order);
        const kept = keep();
        kept.take([], all);
        for (const [which, to] of changes) {
          const at = which % all.length;
          const before = all[at] as OrderRow;
          // Only the standing of an order changes; what was bought, when and by whom does not.
          const after = { ...order({ ...(made[at] as Made), status: to.status, back: to.back }, at) };
          kept.take([before], [after]);
          all[at] = after;
        }
        const [from, to] = dayBounds(chosen);
        const matches = (o: OrderRow): boolean => {
          const day = dateIn(o.at, ZONE);
          return (
            (group === '' || groupOf(o) === group) &&
            (offerId === '' || o.lines[0]?.offerId === offerId) &&
            day >= from &&
            day <= `${to}\uffff`
          );
        };
        const counted = all.filter(matches);
        const [first, last] = totalsRange({ days: chosen });
        const found = addUp(
          [...kept.totals.values()].filter((t) => t.key >= first && t.key <= last),
          { group, offerId },
        );
        expect(found.count).toBe(counted.length);
        for (const currency of ['EUR', 'JPY']) {
          const sum = (field: 'paid' | 'back'): number =>
            counted.filter((o) => o.currency === currency).reduce((n, o) => n + o[field], 0);
          expect([found.paid.get(currency) ?? 0, found.back.get(currency) ?? 0]).toEqual([sum('paid'), sum('back')]);
        }
        const inList = inChoice({ group, offerId, days: chosen });
        expect(all.filter((o) => inList(listed(o))).map((o) => o.id)).toEqual(counted.map((o) => o.id));
      },
    ),
  );
});

test('a list’s choices go into its address and come out the same; what is not a choice is left out', () => {
  fc.assert(
    fc.property(
      fc.record({
        group: fc.constantFrom('' as const, 'paid' as const, 'back' as const),
        offerId: fc.constantFrom('', 'off_a'),
        days: fc.constantFrom('', '2026', '2026-06', '2026-06-15', '2026-06-14..2026-06-15'),
        text: fc.string({ maxLength: 20 }),
        way: fc.stringMatching(/^[a-z_]{0,8}$/),
        sort: fc.constantFrom('newest' as const, 'oldest' as const),
      }),
      (query) => expect(readQuery(writeQuery(query))).toEqual(query),
    ),
  );
  expect(readQuery('?group=everything&days=June&sort=up')).toEqual({
    group: '',
    offerId: '',
    days: '',
    text: '',
    way: '',
    sort: 'newest',
  });
});

const disputed = (row: OrderRow): OrderRow => ({
  ...row,
  payments: row.payments.map((p) => ({ ...p, openDisputes: ['d'], dispute: 'open' as const })),
});

test('acting on many leaves out whom it must, says why, and names one example', () => {
  const rows = [
    order({ day: 1, hour: 1, offer: 'off_a', currency: 'EUR', paid: 2_400, back: 0, status: 'paid', person: 1 }, 0),
    order({ day: 1, hour: 1, offer: 'off_a', currency: 'EUR', paid: 2_400, back: 1, status: 'refunded', person: 1 }, 1),
    disputed(
      order(
        { day: 1, hour: 1, offer: 'off_a', currency: 'EUR', paid: 2_400, back: 0, status: 'disputed', person: 2 },
        2,
      ),
    ),
    order({ day: 1, hour: 1, offer: 'off_b', currency: 'EUR', paid: 0, back: 0, status: 'paid', person: 3 }, 3),
  ].map((o) => ({
    order: { ...o, keys: [] },
    person: o.personId === 'u3' ? undefined : { id: o.personId, rev: 1, name: 'Tove', address: 't@example.org' },
  }));
  const refunds = planRefunds(rows, 'en');
  expect(refunds.targets.map((t) => t.order.id)).toEqual(['o0']);
  expect(refunds.leftOut).toEqual([
    { why: 'nothing was paid', count: 1 },
    { why: 'already refunded', count: 1 },
    { why: 'disputed', count: 1 },
  ]);
  expect(refunds.button).toBe('Refund €24.00 for 1 order and close their access');
  expect(refunds.example).toContain('Tove gets €24.00 for order 1001 refunded');
  const links = planLinks(rows, { u2: 1_000 }, 2_000);
  expect(links.targets.map((t) => t.order.personId)).toEqual(['u1']);
  expect(links.leftOut).toEqual([
    { why: 'sent one within a day', count: 1 },
    { why: 'erased', count: 1 },
  ]);
});

test('a copy is asked for after seven days with changes, and not before', () => {
  const day = 86_400_000;
  expect(copyReminder(undefined, 0)).toBeNull();
  expect(copyReminder({ at: null, changedSince: 0 }, 6 * day)).toBeNull();
  expect(copyReminder({ at: null, changedSince: 0 }, 7 * day)).toBe('You have not saved a copy of your drafts yet.');
  expect(copyReminder({ at: 0, changedSince: 5 * day }, 12 * day)).toBe('You last saved a copy 12 days ago.');
  expect(copyReminder({ at: 0, changedSince: null }, 400 * day)).toBeNull();
});
