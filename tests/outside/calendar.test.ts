import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import rrule from 'rrule';
import { Temporal } from 'temporal-polyfill';
import {
  addDays,
  dateIn,
  daysBetween,
  instantOf,
  isInstant,
  momentOfWall,
  msOf,
  nthAfter,
  startOfDate,
  wallClockOf,
  weekStart,
} from '#core/calendar';

const { RRule } = rrule;

// Source: RFC 7529 §4, SKIP=BACKWARD (from memory): monthly from 31 January 2014.
test('a month without the day has its last day, and the next returns to the anchor', () => {
  const anchor = '2014-01-31T12:00:00.000Z';
  expect([1, 2, 3, 4].map((k) => dateIn(nthAfter(anchor, { count: 1, unit: 'month' }, k, 'UTC'), 'UTC'))).toEqual([
    '2014-02-28',
    '2014-03-31',
    '2014-04-30',
    '2014-05-31',
  ]);
});

// Source: RFC 5545 §3.8.5.3, "Every other week" and yearly examples, by way of the `rrule` package.
test('dates from an anchor are those of rrule, for generated anchors and intervals', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 25_000 }),
      fc.constantFrom('day', 'week', 'month', 'year'),
      fc.integer({ min: 1, max: 14 }),
      (days, unit, count) => {
        const anchor = instantOf(days * 86_400_000 + 12 * 3_600_000);
        const [year = 0, month = 0, day = 0] = dateIn(anchor, 'UTC').split('-').map(Number);
        const freq = { day: RRule.DAILY, week: RRule.WEEKLY, month: RRule.MONTHLY, year: RRule.YEARLY }[unit as 'day'];
        // SKIP=BACKWARD in plain RFC 5545: the last of the days of the month up to the anchor's day.
        const monthly =
          unit === 'month' || unit === 'year'
            ? {
                bymonthday: Array.from({ length: day }, (_, i) => i + 1),
                bysetpos: -1,
                ...(unit === 'year' ? { bymonth: month } : {}),
              }
            : {};
        const rule = new RRule({
          freq,
          interval: count,
          count: 14,
          dtstart: new Date(Date.UTC(year, month - 1, day, 12)),
          ...monthly,
        });
        const ours = Array.from({ length: 14 }, (_, k) => nthAfter(anchor, { count, unit: unit }, k, 'UTC'));
        expect(ours).toEqual(rule.all().map((d) => d.toISOString()));
      },
    ),
    { numRuns: 200 },
  );
});

// Source: Temporal's documented `compatible` disambiguation; Lisbon goes from 01:00 to 02:00 on 29 March 2026 and back at 02:00 on 25 October 2026.
test('a wall clock that does not exist moves forward; one that exists twice is the first', () => {
  const spring = startOfDate('2026-03-28', 'Europe/Lisbon');
  const at0130 = instantOf(Date.parse(spring) + 90 * 60_000);
  expect(nthAfter(at0130, { count: 1, unit: 'day' }, 1, 'Europe/Lisbon')).toBe('2026-03-29T01:30:00.000Z');
  const autumn = Temporal.ZonedDateTime.from('2026-10-24T01:30[Europe/Lisbon]');
  expect(nthAfter(instantOf(autumn.epochMilliseconds), { count: 1, unit: 'day' }, 1, 'Europe/Lisbon')).toBe(
    '2026-10-25T00:30:00.000Z',
  );
});

// Source: ECMA-262, Date Time String Format: what the platform reads and writes back unchanged is a moment, nothing else is.
test('a moment is what the platform’s own dates read and write back unchanged', () => {
  const platform = (text: string): boolean => {
    const at = new Date(text);
    return !Number.isNaN(at.getTime()) && at.toISOString() === text;
  };
  const two = (most: number) => fc.integer({ min: 0, max: most }).map((n) => String(n).padStart(2, '0'));
  const year = fc.oneof(fc.integer({ min: 0, max: 9999 }), fc.constantFrom(1900, 2000, 2023, 2024, 2100));
  fc.assert(
    fc.property(year, two(14), two(33), two(26), two(62), two(62), fc.nat(999), (y, mo, d, h, mi, s, ms) => {
      const text = `${String(y).padStart(4, '0')}-${mo}-${d}T${h}:${mi}:${s}.${String(ms).padStart(3, '0')}Z`;
      expect([text, isInstant(text)]).toEqual([text, platform(text)]);
    }),
    { numRuns: 5_000 },
  );
  for (const text of [
    '',
    '2026-01-01',
    '2026-01-01T00:00:00Z',
    '+012026-01-01T00:00:00.000Z',
    ' 2026-01-01T00:00:00.000Z',
  ])
    expect([text, isInstant(text)]).toEqual([text, false]);
});

// Source: Temporal (TC39 proposal), by way of `temporal-polyfill`: the judge of every date and wall clock worked out here.
const ZONES = [
  'UTC',
  'Europe/Lisbon',
  'America/New_York',
  'Australia/Lord_Howe',
  'Africa/Casablanca',
  'Pacific/Apia',
  'America/Sao_Paulo',
  'Asia/Kathmandu',
  'Pacific/Kiritimati',
];
const moment = fc.oneof(
  fc.integer({ min: Date.UTC(1980, 0), max: Date.UTC(2190, 0) }),
  fc.integer({ min: Date.UTC(1900, 0), max: Date.UTC(9000, 0) }),
);

test('generated: moments from an anchor are those of Temporal, in zones with odd clocks', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ZONES),
      moment,
      fc.constantFrom('day', 'week', 'month', 'year'),
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: -3, max: 40 }),
      (zone, ms, unit, count, k) => {
        const start = Temporal.Instant.fromEpochMilliseconds(ms).toZonedDateTimeISO(zone);
        // From the anchor's date and time of day, put together anew: that is what an anchor is.
        const date = start.toPlainDate().add({ [`${unit}s`]: count * k });
        const theirs = k === 0 ? start : date.toZonedDateTime({ timeZone: zone, plainTime: start.toPlainTime() });
        expect(nthAfter(instantOf(ms), { count, unit: unit }, k, zone)).toBe(
          theirs.toInstant().toString({ fractionalSecondDigits: 3 }),
        );
      },
    ),
    { numRuns: 3_000 },
  );
});

test('generated: dates, beginnings of days and wall clocks are those of Temporal', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ZONES), moment, fc.integer({ min: -800, max: 800 }), (zone, ms, days) => {
      const at = Temporal.Instant.fromEpochMilliseconds(ms).toZonedDateTimeISO(zone);
      const date = at.toPlainDate();
      expect(dateIn(instantOf(ms), zone)).toBe(date.toString());
      expect(addDays(date.toString(), days)).toBe(date.add({ days }).toString());
      expect(daysBetween(date.toString(), date.add({ days }).toString())).toBe(days);
      expect(weekStart(date.toString())).toBe(date.subtract({ days: date.dayOfWeek - 1 }).toString());
      expect(startOfDate(date.toString(), zone)).toBe(
        date.toZonedDateTime(zone).toInstant().toString({ fractionalSecondDigits: 3 }),
      );
      const wall = at.toPlainDateTime().toString({ fractionalSecondDigits: 3 });
      expect(wallClockOf(instantOf(ms), zone)).toBe(wall);
      expect(momentOfWall(wall, zone)).toBe(
        Temporal.PlainDateTime.from(wall).toZonedDateTime(zone).toInstant().toString({ fractionalSecondDigits: 3 }),
      );
      expect(instantOf(msOf(instantOf(ms)))).toBe(new Date(ms).toISOString());
    }),
    { numRuns: 2_000 },
  );
});

test('what is no date and no moment is refused', () => {
  for (const bad of ['2026-02-29', '2026-13-01', '2026-00-10', '2026-1-01', 'today', ''])
    expect(() => addDays(bad, 1)).toThrow(RangeError);
  for (const bad of ['2026-02-01T10:00Z', 'x', '2026-02-30T10:00:00.000Z']) expect(() => msOf(bad)).toThrow(RangeError);
  expect(() => instantOf(8.64e15)).toThrow(RangeError);
});
