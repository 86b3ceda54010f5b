import { expect, test } from '@jest/globals';
import { firstYearOf, type Terms } from '#core/terms';

test('the first 12 months of what somebody brings: once, in parts whole, a subscription by those who go on', () => {
  const start = '2026-06-15T09:00:00.000Z';
  const year = (terms: Terms, goesOn: number): number => firstYearOf(terms, start, 'Europe/Lisbon', goesOn);
  expect(year({ kind: 'once', amount: 2_400 }, 0.5)).toBe(2_400);
  const every = { count: 1, unit: 'month' } as const;
  expect(year({ kind: 'plan', payments: 18, every, owed: { by: 'each', amount: 900 } }, 0.5)).toBe(18 * 900);
  // A trial for 1.00, then 12.00 a month: twelve of them in the year, each paid by nine in ten of those before.
  const monthly: Terms = { kind: 'subscription', amount: 1_200, every, trial: { days: 14, fee: 100 } };
  expect(year(monthly, 1)).toBe(100 + 12 * 1_200);
  let by = 100;
  for (let n = 1; n <= 12; n += 1) by += 1_200 * 0.9 ** n;
  expect(year(monthly, 0.9)).toBeCloseTo(by, 6);
});
