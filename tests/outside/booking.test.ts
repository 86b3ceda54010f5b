import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { type BookingRules, isFree, isSlot, type OpenHours, outsideHours, slotsFor, type Taken } from '#core/booking';
import { addDays } from '#core/calendar';

const ZONES = [
  'Europe/Lisbon',
  'America/New_York',
  'Asia/Kathmandu',
  'Australia/Lord_Howe',
  'America/Santiago',
  'Pacific/Apia',
  'Africa/Casablanca',
  'UTC',
];
const MIN = 60_000;

const week = (days: Partial<Record<number, [string, string][]>>): OpenHours['week'] =>
  [1, 2, 3, 4, 5, 6, 7].map((day) => (days[day] ?? []).map(([from, to]) => ({ from, to })));

const rules = (over: Partial<BookingRules> & { week?: OpenHours['week'] } = {}): BookingRules => ({
  hours: { week: over.week ?? week({ 1: [['09:00', '12:00']] }), exceptions: [] },
  minutes: 60,
  grid: 60,
  noticeHours: 0,
  bufferBefore: 0,
  bufferAfter: 0,
  aheadDays: 60,
  mostPerDay: null,
  ...over,
});

const session = (from: string, minutes: number, before = 0, after = 0): Taken => {
  const at = Date.parse(from);
  return { from: at, until: at + minutes * MIN, before, after, session: true };
};

describe('Mondays at nine in Lisbon, over the weeks in which clocks change', () => {
  // The table of the rules: Lisbon goes back on 25 October 2026, New York on 1 November.
  test.each([
    ['2026-10-19', '2026-10-19T08:00:00.000Z', '04:00'],
    ['2026-10-26', '2026-10-26T09:00:00.000Z', '05:00'],
    ['2026-11-02', '2026-11-02T09:00:00.000Z', '04:00'],
  ])('%s', (date, at, inNewYork) => {
    const [first] = slotsFor(
      rules(),
      { now: '2026-10-01T00:00:00.000Z', zone: 'Europe/Lisbon', taken: [] },
      date,
      date,
    );
    expect(first).toBe(at);
    expect(DateTime.fromISO(at, { zone: 'America/New_York' }).toFormat('HH:mm')).toBe(inNewYork);
  });
});

describe('the hour that is skipped, and the one that comes twice', () => {
  const night = week({ 7: [['00:00', '04:00']] });
  const on = (date: string): string[] =>
    slotsFor(
      rules({ week: night, minutes: 30, grid: 30 }),
      { now: '2026-01-01T00:00:00.000Z', zone: 'Europe/Lisbon', taken: [] },
      date,
      date,
    ).map((at) => DateTime.fromISO(at, { zone: 'Europe/Lisbon' }).toFormat('HH:mm'));
  const far = rules({ week: night, minutes: 30, grid: 30, aheadDays: 365 });

  test('are no slot, and two', () => {
    expect(on('2026-02-01')).toHaveLength(8);
    // 29 March: 01:00 is 02:00. 25 October: 02:00 is 01:00 again.
    const calendar = { now: '2026-01-01T00:00:00.000Z', zone: 'Europe/Lisbon', taken: [] };
    const shown = (date: string): string[] =>
      slotsFor(far, calendar, date, date).map((at) =>
        DateTime.fromISO(at, { zone: 'Europe/Lisbon' }).toFormat('HH:mm'),
      );
    expect(shown('2026-03-29')).toEqual(['00:00', '00:30', '02:00', '02:30', '03:00', '03:30']);
    expect(shown('2026-10-25')).toEqual([
      '00:00',
      '00:30',
      '01:00',
      '01:30',
      '01:00',
      '01:30',
      '02:00',
      '02:30',
      '03:00',
      '03:30',
    ]);
  });
});

test('what a session keeps free is kept free on either side; two may share it; to the minute', () => {
  const all = rules({
    week: week({ 1: [['08:00', '18:00']] }),
    minutes: 60,
    grid: 15,
    bufferBefore: 15,
    bufferAfter: 30,
  });
  const taken = [session('2026-06-15T11:00:00.000Z', 60, 15, 30)];
  const at = slotsFor(all, { now: '2026-06-01T00:00:00.000Z', zone: 'UTC', taken }, '2026-06-15', '2026-06-15');
  const times = at.map((one) => one.slice(11, 16));
  // 60 minutes and 30 kept free end at 11:00; after 12:00 come 30 kept free.
  expect(times.filter((t) => t > '09:00' && t < '13:00')).toEqual(['09:15', '09:30', '12:30', '12:45']);
  expect(isFree(all, taken, '2026-06-15T09:30:00.000Z')).toBe(true);
  expect(isFree(all, taken, '2026-06-15T09:31:00.000Z')).toBe(false);
  expect(isFree(all, taken, '2026-06-15T12:29:00.000Z')).toBe(false);
  expect(isFree(all, taken, '2026-06-15T12:30:00.000Z')).toBe(true);
});

test('hours that are narrowed leave what was booked as it is, and name it', () => {
  const booked = [
    { from: '2026-06-15T08:00:00.000Z', until: '2026-06-15T09:00:00.000Z' },
    { from: '2026-06-15T10:30:00.000Z', until: '2026-06-15T11:30:00.000Z' },
    { from: '2026-06-16T08:00:00.000Z', until: '2026-06-16T09:00:00.000Z' },
  ];
  // Mondays nine to twelve in Lisbon: the second runs past it, the third is a Tuesday.
  expect(outsideHours(rules().hours, 'Europe/Lisbon', booked)).toEqual(booked.slice(1));
});

// --- Generated hours, zones and bookings against a plain walk minute by minute with another library.

const time = fc.integer({ min: 0, max: 96 }).map((quarter) => {
  const minutes = quarter * 15;
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
});
const span = fc
  .tuple(time, time)
  .filter(([a, b]) => a !== b)
  .map(([a, b]) => (a < b ? { from: a, to: b } : { from: b, to: a }));
const spans = fc.array(span, { maxLength: 3 });

const around = ['2026-03-06', '2026-03-27', '2026-04-03', '2026-09-05', '2026-10-02', '2026-10-23', '2026-10-30'];
const setting = fc.record({
  zone: fc.constantFrom(...ZONES),
  date: fc.constantFrom(...around),
  days: fc.integer({ min: 0, max: 3 }),
  nowHours: fc.integer({ min: -30, max: 60 }),
  rules: fc.record({
    hours: fc.record({
      week: fc.tuple(spans, spans, spans, spans, spans, spans, spans).map((days) => [...days]),
      exceptions: fc
        .uniqueArray(fc.integer({ min: 0, max: 3 }), { maxLength: 2 })
        .chain((days) => fc.tuple(...days.map((day) => fc.tuple(fc.constant(day), spans)))),
    }),
    minutes: fc.constantFrom(15, 20, 30, 45, 60, 90, 120),
    grid: fc.constantFrom<15 | 30 | 60>(15, 30, 60),
    noticeHours: fc.constantFrom(0, 1, 24),
    bufferBefore: fc.constantFrom(0, 5, 15, 60),
    bufferAfter: fc.constantFrom(0, 10, 30),
    aheadDays: fc.constantFrom(0, 1, 2, 60),
    mostPerDay: fc.constantFrom(null, 1, 2),
  }),
  taken: fc.array(
    fc.record({
      quarter: fc.integer({ min: -20, max: 4 * 96 }),
      minutes: fc.constantFrom(10, 30, 60, 600),
      before: fc.constantFrom(0, 20, 45),
      after: fc.constantFrom(0, 15),
      session: fc.boolean(),
    }),
    { maxLength: 5 },
  ),
});

test('slots are those that a plain walk over every quarter of an hour finds', () => {
  fc.assert(
    fc.property(setting, ({ zone, date, days, nowHours, rules: drawn, taken: marks }) => {
      const lastDate = addDays(date, days);
      const start = DateTime.fromISO(date, { zone }).toMillis();
      const now = start + nowHours * 60 * MIN;
      const by: BookingRules = {
        ...drawn,
        hours: {
          ...drawn.hours,
          exceptions: drawn.hours.exceptions.map(([day, own]) => ({ date: addDays(date, day), spans: own })),
        },
      };
      const taken = marks.map(({ quarter, minutes, ...rest }) => {
        const from = start + quarter * 15 * MIN;
        return { from, until: from + minutes * MIN, ...rest };
      });
      const isOpenAt = (ms: number): boolean => {
        const there = DateTime.fromMillis(ms, { zone });
        const own = by.hours.exceptions.find((one) => one.date === there.toISODate());
        const shown = there.toFormat('HH:mm');
        return (own?.spans ?? by.hours.week[there.weekday - 1] ?? []).some((s) => s.from <= shown && shown < s.to);
      };
      const today = DateTime.fromMillis(now, { zone }).startOf('day');
      const expected: string[] = [];
      for (let at = start - 120 * MIN; at < start + (days + 1) * 26 * 60 * MIN; at += 15 * MIN) {
        const there = DateTime.fromMillis(at, { zone });
        const on = there.toISODate() ?? '';
        const end = at + by.minutes * MIN;
        if (on < date || on > lastDate || there.minute % by.grid !== 0) continue;
        if (at < now + by.noticeHours * 60 * MIN) continue;
        if (there.startOf('day') > today.plus({ days: by.aheadDays }).endOf('day')) continue;
        let open = true;
        for (let minute = at; open && minute < end; minute += 5 * MIN) open = isOpenAt(minute);
        if (!open) continue;
        const meets = taken.some(
          (t) =>
            (at < t.until && end > t.from) ||
            // What it keeps free comes into the other, or the other's into it.
            (at - by.bufferBefore * MIN < t.until && end + by.bufferAfter * MIN > t.from) ||
            (at < t.until + t.after * MIN && end > t.from - t.before * MIN),
        );
        if (meets) continue;
        const sameDay = taken.filter(
          (t) => t.session && DateTime.fromMillis(t.from, { zone }).toISODate() === on,
        ).length;
        if (by.mostPerDay !== null && sameDay >= by.mostPerDay) continue;
        expected.push(new Date(at).toISOString());
      }
      const calendar = { now: new Date(now).toISOString(), zone, taken };
      expect(slotsFor(by, calendar, date, lastDate)).toEqual(expected);
      const [one] = expected;
      if (one !== undefined) expect(isSlot(by, calendar, one)).toBe(true);
    }),
    { numRuns: 150 },
  );
});
