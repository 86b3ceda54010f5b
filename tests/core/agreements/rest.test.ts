import { expect, test } from '@jest/globals';
import { restOfPlan } from '#core/agreements';
import type { ShopTax } from '#core/catalogue';

test('the rest of a plan paid at once: a due that lies behind bears the rate of its day, one to come that of today', () => {
  const tax: ShopTax = {
    how: 'on-top',
    home: 'PT',
    rates: [
      { country: 'PT', rate: 1_000, from: null },
      { country: 'PT', rate: 2_000, from: '2027-01-01' },
    ],
  };
  const plan = {
    terms: { kind: 'plan', payments: 4, every: { count: 1, unit: 'month' }, owed: { by: 'each', amount: 1_000 } },
    anchor: { n: 1, at: '2026-11-23T10:00:00.000Z' },
    zone: 'UTC',
    coupon: null,
    buyer: { country: 'PT', reverse: false },
    owed: [],
    next: { n: 2, at: '2026-12-23T10:00:00.000Z' },
    told: null,
  } as unknown as Parameters<typeof restOfPlan>[0];
  const rest = (paidAt: string | null) => restOfPlan(plan, tax, paidAt).map(({ amount }) => amount);
  expect([rest('2027-01-05T10:00:00.000Z'), rest('2026-12-24T10:00:00.000Z'), rest(null)]).toEqual([
    [1_100, 1_200, 1_200],
    [1_100, 1_100, 1_100],
    [1_100, 1_200, 1_200],
  ]);
});
