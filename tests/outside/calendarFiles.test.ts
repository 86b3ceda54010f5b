import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import ICAL from 'ical.js';
import { DateTime } from 'luxon';
import { calendarFile } from '#core/booking';
import { readCalendar } from '../../src/studio/data/readCalendar';

const NOW = '2026-06-15T08:00:00.000Z';
const ZONE = 'Europe/Lisbon';
const DAY = 86_400_000;
const file = (...lines: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', ...lines, 'END:VCALENDAR', ''].join('\r\n');
const event = (...lines: string[]): string[] => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'];
const read = (...lines: string[]) => readCalendar(file(...lines), { now: NOW, zone: ZONE });
const said = (...lines: string[]): string[] =>
  (read(...lines)?.stretches ?? []).map(
    ({ from, until }) => `${new Date(from).toISOString().slice(0, 16)} ${(until - from) / 60_000}`,
  );

// --- What is written. RFC 5545: 3.1 (lines and folding), 3.3.11 (texts); RFC 5546: 3.2.2 and 3.2.5 (REQUEST, CANCEL).

test('whatever stands in it, another program reads the same, and no line is longer than 75 octets', () => {
  const text = fc.string({ unit: 'grapheme', maxLength: 200 });
  fc.assert(
    fc.property(text, text, fc.integer({ min: 0, max: 99 }), fc.boolean(), (title, place, sequence, cancel) => {
      const method = cancel ? 'CANCEL' : 'REQUEST';
      const written = calendarFile(method, [
        {
          uid: 'ses_1@shop.example',
          sequence,
          writtenAt: NOW,
          from: '2026-10-26T09:00:00.000Z',
          until: '2026-10-26T09:45:00.000Z',
          title,
          description: '',
          place,
          organizer: { name: title, address: 'shop@shop.example' },
          attendee: { name: place, address: 'a@example.org' },
        },
      ]);
      for (const line of written.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
      expect(written.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
      const calendar = new ICAL.Component(ICAL.parse(written) as unknown[]);
      const [one, ...others] = calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
      // Characters that a line may not hold fall away, and nothing else.

      const kept = (given: string): string =>
        given.replace(/\r\n?/g, '\n').replace(/[\u0000-\u0009\u000b-\u001f\u007f]/g, ' ');
      expect([others.length, calendar.getFirstPropertyValue('method')]).toEqual([0, method]);
      expect([one?.uid, one?.sequence]).toEqual(['ses_1@shop.example', sequence]);
      expect(one?.summary).toBe(kept(title));
      if (place !== '') expect(one?.location).toBe(kept(place));
      expect(one?.startDate.toJSDate().toISOString()).toBe('2026-10-26T09:00:00.000Z');
      expect(one?.duration.toSeconds()).toBe(45 * 60);
    }),
  );
});

// --- What is read.

test('times in UTC, in a zone, on the wall of the shop, and whole days; by end and by duration', () => {
  expect(
    said(
      ...event('DTSTART:20260616T090000Z', 'DTEND:20260616T100000Z'),
      ...event('DTSTART;TZID=America/New_York:20260617T090000', 'DURATION:PT1H30M'),
      ...event('DTSTART:20260618T090000', 'DTEND:20260618T093000'),
      ...event('DTSTART;VALUE=DATE:20260619'),
      ...event('DTSTART;VALUE=DATE:20260621', 'DTEND;VALUE=DATE:20260623'),
    ),
  ).toEqual([
    '2026-06-16T09:00 60',
    '2026-06-17T13:00 90',
    '2026-06-18T08:00 30',
    '2026-06-18T23:00 1440',
    '2026-06-20T23:00 2880',
  ]);
});

test('what is cancelled, free, long over or broken keeps nothing free; the rest is read all the same', () => {
  const found = read(
    ...event('STATUS:CANCELLED', 'DTSTART:20260616T090000Z', 'DTEND:20260616T100000Z'),
    ...event('TRANSP:TRANSPARENT', 'DTSTART:20260616T090000Z', 'DTEND:20260616T100000Z'),
    ...event('DTSTART:20200616T090000Z', 'DTEND:20200616T100000Z'),
    ...event('DTSTART:20260230T990000Z', 'DTEND:x'),
    ...event('DTEND:20260616T100000Z'),
    ...event('DTSTART:20260616T100000Z', 'DTEND:20260616T090000Z'),
    ...event('DTSTART;TZID=Nowhere Standard Time:20260616T120000', 'DTEND;TZID=Nowhere Standard Time:20260616T130000'),
    ...event(
      'SUMMARY:folded',
      ' over lines',
      'DTSTART:20260617T090000Z',
      'BEGIN:VALARM',
      'DTSTART:20260101T000000Z',
      'END:VALARM',
      'DURATION:PT1H',
    ),
  );
  expect(found).toMatchObject({ entries: 8, unread: 3, otherZones: 1 });
  expect(found?.stretches.map(({ from }) => new Date(from).toISOString())).toEqual([
    '2026-06-16T11:00:00.000Z',
    '2026-06-17T09:00:00.000Z',
  ]);
  expect(readCalendar('Dear diary', { now: NOW, zone: ZONE })).toBeNull();
  expect(readCalendar('', { now: NOW, zone: ZONE })).toBeNull();
});

test('a week’s entry without an end, its exceptions and the one that was moved', () => {
  const uid = 'UID:yoga';
  const all = said(
    ...event(
      uid,
      'DTSTART;TZID=Europe/Berlin:20250602T090000',
      'DTEND;TZID=Europe/Berlin:20250602T100000',
      'RRULE:FREQ=WEEKLY;BYDAY=MO',
      'EXDATE;TZID=Europe/Berlin:20260622T090000',
    ),
    ...event(
      uid,
      'RECURRENCE-ID;TZID=Europe/Berlin:20260629T090000',
      'DTSTART;TZID=Europe/Berlin:20260630T150000',
      'DTEND;TZID=Europe/Berlin:20260630T160000',
    ),
  );
  expect(all.slice(0, 4)).toEqual([
    '2026-06-15T07:00 60',
    '2026-06-30T13:00 60',
    '2026-07-06T07:00 60',
    '2026-07-13T07:00 60',
  ]);
  // After the clocks have gone back it is at nine in Berlin still.
  expect(all).toContain('2026-11-02T08:00 60');
  expect(all.length).toBeGreaterThan(50);
});

test('what repeats for ever, or every second, ends here', () => {
  expect(read(...event('DTSTART:19700101T000000Z', 'DURATION:PT1M', 'RRULE:FREQ=SECONDLY'))).toMatchObject({
    unread: 1,
  });
  expect(read(...event('DTSTART:19700101T000000Z', 'DURATION:PT1M', 'RRULE:FREQ=WHENEVER'))).toMatchObject({
    unread: 1,
  });
  const hourly = read(...event('DTSTART:20000101T000000Z', 'DURATION:PT1M', 'RRULE:FREQ=HOURLY'));
  expect(hourly?.stretches.length).toBeLessThanOrEqual(5_000);
});

test('generated rules: the same times as another program finds', () => {
  const rule = fc.record({
    freq: fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY'),
    interval: fc.integer({ min: 1, max: 4 }),
    ends: fc.constantFrom('', ';COUNT=12', ';UNTIL=20260901T080000Z'),
    hour: fc.integer({ min: 0, max: 23 }),
    day: fc.integer({ min: 1, max: 28 }),
    minutes: fc.constantFrom(15, 60, 600),
    zone: fc.constantFrom('Europe/Berlin', 'America/New_York', 'Asia/Kolkata'),
  });
  fc.assert(
    fc.property(rule, ({ freq, interval, ends, hour, day, minutes, zone }) => {
      const start = DateTime.fromObject({ year: 2026, month: 5, day, hour }, { zone });
      const rrule = `FREQ=${freq};INTERVAL=${interval}${ends}`;
      const found = read(
        ...event(
          `DTSTART;TZID=${zone}:${start.toFormat("yyyyMMdd'T'HHmmss")}`,
          `DURATION:PT${minutes}M`,
          `RRULE:${rrule}`,
        ),
      );
      // ical.js counts on the wall's clock; each time is then read in its zone by luxon.
      const times = ICAL.Recur.fromString(rrule).iterator(
        ICAL.Time.fromString(start.toFormat("yyyy-MM-dd'T'HH:mm:ss"), undefined),
      );
      const expected: number[] = [];
      for (let next = times.next(); next; next = times.next()) {
        // RFC 5545, 3.3.5: a time that comes twice means the first; luxon alone would choose by today's offset.
        const at = Math.min(
          ...DateTime.fromObject(
            { year: next.year, month: next.month, day: next.day, hour: next.hour, minute: next.minute },
            { zone },
          )
            .getPossibleOffsets()
            .map((possible) => possible.toMillis()),
        );
        if (at >= Date.parse(NOW) + 300 * DAY) break;
        if (at + minutes * 60_000 > Date.parse(NOW) - DAY) expected.push(at);
      }
      const near = (found?.stretches ?? []).filter(({ from }) => from < Date.parse(NOW) + 300 * DAY);
      expect(near.map(({ from }) => from)).toEqual(expected);
    }),
    {
      numRuns: 60,
      // Each night of the change, of a zone that has one.
      examples: [
        [{ freq: 'DAILY', interval: 1, ends: '', hour: 1, day: 1, minutes: 15, zone: 'America/New_York' }],
        [{ freq: 'DAILY', interval: 1, ends: '', hour: 2, day: 1, minutes: 15, zone: 'America/New_York' }],
        [{ freq: 'DAILY', interval: 1, ends: '', hour: 2, day: 1, minutes: 60, zone: 'Europe/Berlin' }],
      ],
    },
  );
});
