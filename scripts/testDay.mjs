// The day and the zone in which a run of the unit tests takes place. Chosen by the commit, so that each run is the same
// when it is repeated, and all of them come up in time; `npm run test:long` takes them all.
import { spawnSync } from 'node:child_process';

export const DAYS = [
  'today',
  '2027-01-31T23:30:00.000Z',
  '2028-02-29T11:00:00.000Z',
  '2026-12-31T22:59:30.000Z',
  '2027-03-28T00:55:00.000Z',
  '2026-11-30T12:00:00.000Z',
];
export const ZONES = ['UTC', 'Europe/Lisbon', 'America/New_York', 'Asia/Kolkata', 'Pacific/Kiritimati'];

/** @returns the day and zone of this commit, or those that the environment names */
export function testDay() {
  const head = spawnSync('git', ['rev-parse', 'HEAD'], { encoding: 'utf8' });
  const number = head.status === 0 ? Number.parseInt(head.stdout.slice(0, 8), 16) : 0;
  return {
    KEEL_TEST_DATE: process.env.KEEL_TEST_DATE ?? DAYS[number % DAYS.length],
    TZ: process.env.TZ ?? ZONES[Math.floor(number / DAYS.length) % ZONES.length],
  };
}
