import { expect, test } from '@jest/globals';
import { longRun } from '../../support/longRun';

// A short form, always from the same seed; `npm run test:long` runs two thousand buyer-years. BUYER_YEARS asks for any
// number, SEED for a run again.
const wanted = Number(process.env['BUYER_YEARS'] ?? 200);
const SIZE = wanted < 1_000 ? { buyers: 120, years: 1 } : { buyers: 500, years: 4 };
const first = Number(process.env['SEED'] ?? 20261123);
const ZONES = ['Europe/Lisbon', 'Pacific/Kiritimati', 'America/New_York'];

test(`years of a shop with faults keep every promise (${wanted} buyer-years, seeds from ${first})`, async () => {
  let years = 0;
  let replaced = 0;
  const seen = new Set<string>();
  for (let i = 0; years < wanted; i += 1) {
    const zone = ZONES[i % ZONES.length] ?? 'UTC';
    const run = await longRun({ seed: first + i, ...SIZE, zone, onTop: i % 2 === 1, wrongClocks: i % 3 !== 0 });
    years += run.buyerYears;
    for (const status of run.statuses) seen.add(status);
    replaced += run.replaced;
    expect(run.charges).toBeGreaterThan(2 * SIZE.buyers);
    if (process.env['SAY']) console.log(first + i, run);
  }
  expect(years).toBeGreaterThanOrEqual(wanted);
  expect(replaced).toBeGreaterThan(10);
  expect([...seen].sort()).toEqual(['active', 'ended', 'ending', 'in-trial', 'paid-off', 'past-due', 'paused']);
});
