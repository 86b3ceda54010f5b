import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { RRule } from 'rrule';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { EU_RATES } from '#core/catalogue';
import { readVatNumber } from '#core/checkout';
import { firstDues, type Terms } from '#core/terms';

const FREQ = { day: RRule.DAILY, week: RRule.WEEKLY, month: RRule.MONTHLY, year: RRule.YEARLY };

// RFC 5545 by way of the `rrule` package: up to the anchor's day with the last one taken stands for RFC 7529's SKIP=BACKWARD.
test('due dates are those of the rrule package, for any anchor and interval', () => {
  fc.assert(
    fc.property(
      fc.date({ min: new Date('2020-01-01'), max: new Date('2034-12-31'), noInvalidDate: true }),
      fc.integer({ min: 1, max: 14 }),
      fc.constantFrom('day' as const, 'week' as const, 'month' as const, 'year' as const),
      (start, count, unit) => {
        const day = start.getUTCDate();
        const upTo = Array.from({ length: day }, (_, i) => i + 1);
        const rule = new RRule({
          freq: FREQ[unit],
          interval: unit === 'day' ? count + 7 : count,
          dtstart: start,
          count: 24,
          ...(unit === 'month' || unit === 'year' ? { bymonthday: upTo, bysetpos: -1 } : {}),
          ...(unit === 'year' ? { bymonth: start.getUTCMonth() + 1 } : {}),
        });
        const terms: Terms = {
          kind: 'subscription',
          amount: 1,
          every: { count: unit === 'day' ? count + 7 : count, unit },
        };
        expect(firstDues(terms, start.toISOString(), 'UTC', 24).map((d) => d.at.slice(0, 19))).toEqual(
          rule.all().map((d) => d.toISOString().slice(0, 19)),
        );
      },
    ),
    { numRuns: 150 },
  );
});

// RFC 7529 §4 (from memory): SKIP=BACKWARD from 31 January 2014, monthly.
test('31 January 2014 monthly: 28 February, 31 March, 30 April', () => {
  expect(
    firstDues(
      { kind: 'subscription', amount: 1, every: { count: 1, unit: 'month' } },
      '2014-01-31T12:00:00.000Z',
      'UTC',
      4,
    ).map((d) => d.at.slice(0, 10)),
  ).toEqual(['2014-01-31', '2014-02-28', '2014-03-31', '2014-04-30']);
});

// The `sales-tax` package's table: the European Commission's published standard rates.
test('the shipped rates of the EU are those of the sales-tax package', () => {
  const table = JSON.parse(
    readFileSync(createRequire(import.meta.url).resolve('sales-tax/res/sales_tax_rates.json'), 'utf8'),
  ) as Record<string, { rate: number }>;
  for (const [country, rate] of Object.entries(EU_RATES))
    expect([country, rate]).toEqual([country, Math.round((table[country]?.rate ?? 0) * 10_000)]);
  expect(Object.keys(EU_RATES)).toHaveLength(27);
});

// Numbers that the tax offices themselves give as examples of their check digits (from memory); the digits are checked by the `jsvat` package.
test('VAT numbers: form and check digits', () => {
  for (const number of ['DE136695976', 'ATU13585627', 'NL004495445B01', 'PT501964843', 'IT00743110157', 'EL094259216'])
    expect([number, readVatNumber(number)?.country]).toEqual([
      number,
      number.slice(0, 2) === 'EL' ? 'GR' : number.slice(0, 2),
    ]);
  for (const wrong of ['DE136695977', 'ATU13585628', 'PT501964842', 'XX123', '', '136695976'])
    expect(readVatNumber(wrong)).toBeNull();
});
