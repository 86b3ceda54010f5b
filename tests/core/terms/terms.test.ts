import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dateIn, formatDay } from '#core/calendar';
import { storyOfTerms } from '#core/drawing';
import { formatAmount } from '#core/money';
import { NOTHING_HAPPENS, rehearse } from '#core/shop';
import {
  comparedWithOnce,
  firstDues,
  isLasting,
  paidWithin,
  plainText,
  planTotal,
  scheduleOf,
  shortTerms,
  shortWithoutTrial,
  statementOf,
  Terms,
} from '#core/terms';
import { type DraftTermsGiven, releaseWith, shopInMemory } from '../../support/shopInMemory';
import { WORKED } from '../../support/worked';

const START = '2026-11-23T10:00:00.000Z';
const ZONE = 'Europe/Lisbon';
const place = { currency: 'EUR', zone: ZONE };
const short = (at: string, amount: number): string =>
  `${formatDay(at, ZONE, 'en', { short: true, year: true })} ${(amount / 100).toFixed(2)}`;
const sold = (given: DraftTermsGiven): Terms =>
  releaseWith([given]).content.offers.find((o) => o.id === 'off_0')?.prices[0]?.terms ?? { kind: 'free' };

// Common practice, no source: the specification's own table.
describe.each(WORKED)('worked value: %s', (_name, given, dues, english, german) => {
  const terms = sold(given);
  test('schedule, statement in two languages and keel line', () => {
    expect(firstDues(terms, START, ZONE, dues.length).map((d) => short(d.at, d.amount))).toEqual(dues);
    expect(plainText(statementOf(terms, { ...place, start: START, locale: 'en', when: 'today' }))).toBe(english);
    expect(
      plainText(statementOf(terms, { ...place, start: START, locale: 'de', when: 'today' })).replaceAll('\u00a0', ' '),
    ).toBe(german);
    expect(
      storyOfTerms(terms, [{ title: 'X' }], START, { ...place, locale: 'en' })
        .money.slice(0, dues.length)
        .map((m) => short(m.at, m.amount)),
    ).toEqual(dues);
  });

  test('the payment service is asked for exactly this', async () => {
    if (!isLasting(terms)) return;
    const shop = await shopInMemory(releaseWith([given]), START);
    await shop.buy({});
    const last = firstDues(terms, START, ZONE, dues.length).at(-1)?.at ?? START;
    await shop.goTo(last);
    expect(shop.asked()).toEqual(
      firstDues(terms, START, ZONE, dues.length).map((d) => `${dateIn(d.at, ZONE)} ${(d.amount / 100).toFixed(2)}`),
    );
  });
});

test('a plan beside paying at once: 91.00 more, 30.6 %', () => {
  const plan = sold({ kind: 'plan', amount: '97.00', payments: '4' });
  if (plan.kind !== 'plan') throw new Error('not a plan');
  expect(comparedWithOnce(plan, 29_700)).toEqual({ more: 9_100, perMille: 306 });
  expect(
    [1, 6, 12, 24].map((m) =>
      paidWithin(
        sold({ kind: 'subscription', amount: '12.00', introductory: { payments: '3', amount: '6.00' } }),
        START,
        ZONE,
        m,
      ),
    ),
  ).toEqual([600, 5_400, 12_600, 27_000]);
});

const every = fc.oneof(
  fc.record({ count: fc.integer({ min: 7, max: 60 }), unit: fc.constant('day' as const) }),
  fc.record({
    count: fc.integer({ min: 1, max: 12 }),
    unit: fc.constantFrom('week' as const, 'month' as const, 'year' as const),
  }),
);
const amount = fc.integer({ min: 1, max: 5_000_000 });
const beginning = {
  trial: fc.option(fc.record({ days: fc.integer({ min: 1, max: 400 }), fee: fc.integer({ min: 0, max: 9_000 }) }), {
    nil: undefined,
  }),
  setUp: fc.option(
    fc.record({
      label: fc.constant('set-up'),
      amount,
      when: fc.constantFrom('today' as const, 'with-first-payment' as const),
    }),
    { nil: undefined },
  ),
};
export const anyPlan = fc.record({
  kind: fc.constant('plan' as const),
  payments: fc.integer({ min: 2, max: 60 }),
  every,
  owed: fc.record({
    by: fc.constantFrom('each' as const, 'total' as const),
    amount: fc.integer({ min: 10_000, max: 9_000_000 }),
  }),
  first: fc.option(fc.integer({ min: 1, max: 9_000 }), { nil: undefined }),
  ...beginning,
});
export const anySubscription = fc.record({
  kind: fc.constant('subscription' as const),
  amount,
  every,
  payments: fc.option(fc.integer({ min: 10, max: 60 }), { nil: undefined }),
  introductory: fc.option(fc.record({ amount, payments: fc.integer({ min: 1, max: 9 }) }), { nil: undefined }),
  ...beginning,
});
export const anyLasting = fc.oneof(anyPlan, anySubscription).map((t) => Terms.parse(JSON.parse(JSON.stringify(t))));
const anyStart = fc
  .integer({ min: Date.parse('2024-01-01'), max: Date.parse('2032-12-31') })
  .map((ms) => new Date(ms).toISOString());
const anyZone = fc.constantFrom('Europe/Lisbon', 'Pacific/Kiritimati', 'America/New_York', 'Asia/Kathmandu', 'UTC');

describe('for any terms, start and zone', () => {
  test('a plan’s payments sum to its total, and no share differs from another by more than one unit', () => {
    fc.assert(
      fc.property(anyPlan, (given) => {
        const terms = Terms.parse(JSON.parse(JSON.stringify(given)));
        if (terms.kind !== 'plan') throw new Error('not a plan');
        const dues = [...scheduleOf(terms, START, ZONE)];
        const full = dues.map((d) => d.full).reduce((a, b) => a + b, 0);
        expect(full).toBe(
          terms.owed.by === 'total'
            ? terms.owed.amount
            : terms.owed.amount * (terms.payments - (terms.first === undefined ? 0 : 1)) + (terms.first ?? 0),
        );
        expect(planTotal(terms)).toBe(full + (terms.setUp?.amount ?? 0) + (terms.trial?.fee ?? 0));
        const shares = dues.filter((d) => d.n > (terms.first === undefined ? 0 : 1)).map((d) => d.full);
        expect(Math.max(...shares) - Math.min(...shares)).toBeLessThanOrEqual(1);
      }),
    );
  });

  test('dues come in order, none before its start, each on the anchor’s day or the month’s last', () => {
    fc.assert(
      fc.property(anyLasting, anyStart, anyZone, (terms, start, zone) => {
        const dues = firstDues(terms, start, zone, 30);
        for (const [i, due] of dues.entries()) {
          expect(due.at >= start).toBe(true);
          if (i > 0) expect(due.at > (dues[i - 1]?.at ?? '')).toBe(true);
          if (isLasting(terms) && (terms.every.unit === 'month' || terms.every.unit === 'year') && due.n > 0) {
            const [anchor, day] = [dues.find((d) => d.n === 1)?.at ?? start, dateIn(due.at, zone)].map((x) =>
              Number((x.length > 10 ? dateIn(x, zone) : x).slice(8)),
            );
            const month = dateIn(due.at, zone).slice(0, 7).split('-').map(Number) as [number, number];
            expect(day).toBe(Math.min(anchor ?? 0, new Date(Date.UTC(month[0], month[1], 0)).getUTCDate()));
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  test('the statement names every amount and every day that changes something, as the schedule has them', () => {
    fc.assert(
      fc.property(anyLasting, anyStart, anyZone, (terms, start, zone) => {
        const text = plainText(statementOf(terms, { currency: 'EUR', zone, start, locale: 'en', when: 'today' }));
        const dues = firstDues(terms, start, zone, 62);
        for (const due of dues.slice(1)) expect(text).toContain(formatAmount(due.amount, 'EUR', 'en'));
        if (dues[0] && dues[0].amount > 0) expect(text).toContain(formatAmount(dues[0].amount, 'EUR', 'en'));
        if (dues[1]) expect(text).toContain(formatDay(dues[1].at, zone, 'en'));
      }),
      { numRuns: 60 },
    );
  });
});

test('for any terms, the keel line, the rehearsal and the charges have the same days and amounts', async () => {
  await fc.assert(
    fc.asyncProperty(anyLasting, anyStart, anyZone, async (terms, start, zone) => {
      const live = releaseWith([{ kind: 'once', amount: '1' }], { shop: { zone } });
      const price = live.content.offers.find((o) => o.id === 'off_0')?.prices[0];
      if (!price || !isLasting(terms)) throw new Error('no price');
      price.terms = terms;
      const played = await rehearse(live, { offerId: 'off_0', priceId: 'pr_0' }, start, NOTHING_HAPPENS, 3);
      if ('problem' in played) throw new Error(played.problem);
      const paid = played.steps
        .filter((s) => s.what === 'paid' && (s.amount ?? 0) > 0)
        .map((s) => [dateIn(s.at, zone), s.amount]);
      const promised = firstDues(terms, start, zone, 200)
        .filter((d) => d.amount > 0 && d.at <= played.end)
        .map((d) => [dateIn(d.at, zone), d.amount]);
      expect(paid).toEqual(promised);
      const drawn = storyOfTerms(terms, [{ title: 'X' }], start, { ...place, zone, locale: 'en' }, { months: 37 })
        .money.filter((m) => m.amount > 0 && m.at <= played.end)
        .map((m) => [dateIn(m.at, zone), m.amount]);
      expect(drawn.slice(0, promised.length)).toEqual(promised.slice(0, drawn.length));
      expect(drawn.length).toBeGreaterThanOrEqual(Math.min(promised.length, 3));
    }),
    { numRuns: 40 },
  );
});

describe('awkward days', () => {
  const days = (terms: Terms, start: string, zone: string, most: number): string[] =>
    firstDues(terms, start, zone, most).map((d) => dateIn(d.at, zone));
  const monthly: Terms = { kind: 'subscription', amount: 100, every: { count: 1, unit: 'month' } };
  test('month ends return to the anchor; yearly from 29 February', () => {
    expect(days(monthly, '2026-01-31T10:00:00.000Z', ZONE, 4)).toEqual([
      '2026-01-31',
      '2026-02-28',
      '2026-03-31',
      '2026-04-30',
    ]);
    expect(days({ ...monthly, every: { count: 1, unit: 'year' } }, '2028-02-29T10:00:00.000Z', ZONE, 5)).toEqual([
      '2028-02-29',
      '2029-02-28',
      '2030-02-28',
      '2031-02-28',
      '2032-02-29',
    ]);
  });
  test('the hour that daylight saving skips, and one that comes twice: the wall clock, and the first of two', () => {
    expect(firstDues(monthly, '2026-02-28T01:30:00.000Z', 'Europe/Lisbon', 3).map((d) => d.at)).toEqual([
      '2026-02-28T01:30:00.000Z',
      '2026-03-28T01:30:00.000Z',
      '2026-04-28T00:30:00.000Z',
    ]);
    expect(firstDues(monthly, '2026-02-28T07:30:00.000Z', 'America/New_York', 2)[1]?.at).toBe(
      '2026-03-28T06:30:00.000Z',
    );
    // 8 March 2026, 02:30 does not exist in New York: an hour later stands for it.
    expect(
      firstDues(
        { ...monthly, every: { count: 1, unit: 'week' } },
        '2026-03-01T07:30:00.000Z',
        'America/New_York',
        3,
      ).map((d) => d.at),
    ).toEqual(['2026-03-01T07:30:00.000Z', '2026-03-08T07:30:00.000Z', '2026-03-15T06:30:00.000Z']);
  });
  test('a zone 14 hours away counts its own dates', () => {
    expect(days(monthly, '2026-01-30T12:00:00.000Z', 'Pacific/Kiritimati', 3)).toEqual([
      '2026-01-31',
      '2026-02-28',
      '2026-03-31',
    ]);
  });
  test.each([
    ['JPY', '1200', '¥1,200'],
    ['KWD', '1.250', 'KWD'],
  ])('amounts in %s keep their decimals', (currency, typed, shown) => {
    const live = releaseWith([], {
      edit: (c) => {
        const o = c.offers[0];
        if (o) {
          o.currency = currency;
          for (const p of o.prices) p.terms = { ...p.terms, kind: 'plan', amount: typed, payments: '3' };
          for (const p of o.prices) p.usual = null;
        }
      },
    });
    const terms = live.content.offers[0]?.prices[0]?.terms;
    if (!terms) throw new Error('no price');
    expect(plainText(statementOf(terms, { ...place, currency, start: START, locale: 'en', when: 'today' }))).toContain(
      shown,
    );
  });
});

describe('a price in a few words', () => {
  const monthly: DraftTermsGiven = { kind: 'subscription', amount: '12' };
  test.each<[string, DraftTermsGiven, string, string]>([
    ['without a trial', monthly, '€12.00 monthly', '12,00 € monatlich'],
    [
      'with a free one',
      { ...monthly, trial: { days: '14', fee: '' } },
      '€12.00 monthly, first 14 days free',
      '12,00 € monatlich, die ersten 14 Tage kostenlos',
    ],
    [
      'with a fee, on a plan',
      { kind: 'plan', amount: '64', payments: '3', trial: { days: '1', fee: '1' } },
      '3 × €64.00 monthly, first day for €1.00',
      '3 × 64,00 € monatlich, der erste Tag für 1,00 €',
    ],
  ])('%s: the trial stands in every list', (_name, given, english, german) => {
    const said = ['en', 'de'].map((locale) => shortTerms(sold(given), 'EUR', locale).replaceAll('\u00a0', ' '));
    expect(said).toEqual([english, german]);
    expect(shortWithoutTrial(sold(given), 'EUR', 'en')).toBe(english.replace(/, first.*/, ''));
  });
});
