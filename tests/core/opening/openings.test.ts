import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { type OpeningPlan, openingsOf, openParts, type Part, type Shut, type Standing } from '#core/opening';

const LISBON = 'Europe/Lisbon';
const at = (local: string, zone = LISBON): string => DateTime.fromISO(local, { zone }).toUTC().toISO() ?? '';
const part = (id: string, plan: OpeningPlan | null = null, parts: Part[] = []): Part => ({ id, plan, parts });
const monthly: OpeningPlan = { opens: 'every', every: { count: 1, unit: 'month' } };
const weekly: OpeningPlan = { opens: 'every', every: { count: 1, unit: 'week' } };
const modules = (count: number): Part[] => Array.from({ length: count }, (_, i) => part(`m${i}`));
const standing = (first: string, more: Partial<Standing> = {}): Standing => ({
  first,
  shut: [],
  zone: LISBON,
  hour: null,
  done: () => false,
  ...more,
});
const datesOf = (whole: Part, as: Standing): string[] =>
  whole.parts.map(({ id }) => {
    const opened = openingsOf(whole, as).get(id)?.at;
    return opened ? (DateTime.fromISO(opened, { zone: LISBON }).toISODate() ?? '') : 'never';
  });

describe('the rules’ own table', () => {
  const joined = at('2026-01-31T10:20');

  test('one every month, from the last of January', () => {
    const course = part('c', monthly, modules(4));
    expect(datesOf(course, standing(joined))).toEqual(['2026-01-31', '2026-02-28', '2026-03-31', '2026-04-30']);
    // On hold from the 10th to the 14th: five dates on which nothing was open.
    const shut = [{ from: at('2026-02-10T00:00'), to: at('2026-02-15T00:00') }];
    expect(datesOf(course, standing(joined, { shut }))).toEqual([
      '2026-01-31',
      '2026-03-05',
      '2026-04-05',
      '2026-05-05',
    ]);
  });

  test('weekly, one of them on a date', () => {
    const parts = modules(4).map((m, i) =>
      i === 2 ? { ...m, plan: { opens: 'on', date: '2026-09-01' } as const } : m,
    );
    const dates = datesOf(part('c', weekly, parts), standing(at('2026-06-15T09:00')));
    expect(dates).toEqual(['2026-06-15', '2026-06-22', '2026-09-01', '2026-07-06']);
  });

  test('after three days, four of which were missed', () => {
    const whole = part('c', null, [part('l', { opens: 'after', days: 3 })]);
    const shut = [{ from: at('2026-06-17T00:00'), to: at('2026-06-21T00:00') }];
    expect(datesOf(whole, standing(at('2026-06-15T09:00'), { shut }))).toEqual(['2026-06-22']);
    // A date that was open for a moment is not missed.
    const nearly = [{ from: at('2026-06-17T00:00:01'), to: at('2026-06-20T23:59') }];
    expect(datesOf(whole, standing(at('2026-06-15T09:00'), { shut: nearly }))).toEqual(['2026-06-20']);
  });
});

test('at midnight of the shop, or at its hour; the first with the pass itself; while on hold nothing more', () => {
  const course = part('c', weekly, modules(3));
  const joined = at('2026-03-22T18:30');
  const moments = (as: Standing): (string | null | undefined)[] =>
    modules(3).map(({ id }) => openingsOf(course, as).get(id)?.at);
  // The clocks go forward on 29 March.
  expect(moments(standing(joined))).toEqual([joined, '2026-03-29T00:00:00.000Z', '2026-04-04T23:00:00.000Z']);
  expect(moments(standing(joined, { hour: '09:00' }))[2]).toBe('2026-04-05T08:00:00.000Z');
  const shut = [{ from: at('2026-04-01T12:00'), to: null }];
  expect(moments(standing(joined, { shut }))).toEqual([joined, '2026-03-29T00:00:00.000Z', null]);
});

describe('parts of parts', () => {
  const lessons = (m: string, plan: OpeningPlan | null = null): Part => part(m, plan, [part(`${m}a`), part(`${m}b`)]);

  test('open with what they are part of, and never before it', () => {
    const course = part('c', weekly, [
      lessons('m0'),
      lessons('m1'),
      part('m2', null, [part('m2a', { opens: 'after', days: 3 })]),
    ]);
    const as = standing(at('2026-06-15T09:00'));
    const found = openingsOf(course, as);
    expect(found.get('m1b')).toEqual(found.get('m1'));
    expect(found.get('m2a')).toEqual(found.get('m2'));
    expect(found.get('m2')?.at).toBe(at('2026-06-29T00:00'));
  });

  test('a module with a rhythm of its own counts from its own day', () => {
    const daily: OpeningPlan = { opens: 'every', every: { count: 1, unit: 'day' } };
    const course = part('c', null, [
      lessons('m0'),
      part('m1', { opens: 'on', date: '2026-07-01' }, [lessons('x', daily)]),
    ]);
    expect(openingsOf(course, standing(at('2026-06-15T09:00'))).get('xb')?.at).toBe(at('2026-07-02T00:00'));
  });

  test('one after the other, over modules, until something stands by itself', () => {
    const course = part('c', { opens: 'in-order' }, [
      lessons('m0'),
      lessons('m1'),
      lessons('m2', { opens: 'at-once' }),
    ]);
    const open = (...done: string[]): string[] =>
      [
        ...openParts(
          course,
          standing(at('2026-06-15T09:00'), { done: (id) => done.includes(id) }),
          at('2026-06-15T09:00'),
        ).keys(),
      ].sort();
    expect(open()).toEqual(['c', 'm0', 'm0a', 'm2', 'm2a', 'm2b']);
    expect(open('m0a')).toEqual(['c', 'm0', 'm0a', 'm0b', 'm2', 'm2a', 'm2b']);
    expect(open('m0a', 'm0b')).toContain('m1a');
    expect(open('m0b')).not.toContain('m1');
  });
});

describe('a plan that is changed', () => {
  const now = at('2026-07-01T12:00');
  const as = standing(at('2026-06-15T09:00'));
  const was = part('c', weekly, modules(5));
  const later = part(
    'c',
    null,
    modules(5).map((m) => ({ ...m, plan: { opens: 'on', date: '2027-01-01' } as const })),
  );

  test('what was shut until the very moment at which the plan was replaced had never opened', () => {
    const [began, replaced] = [at('2026-01-01T08:00'), at('2026-06-25T08:00')];
    const daily = { ...was, plan: { opens: 'every', every: { count: 1, unit: 'day' } } as const };
    const opened = (to: string): string[] => {
      const shut = standing(at('2026-06-15T09:00'), { shut: [{ from: at('2026-06-16T08:00'), to: at(to) }] });
      return [...openParts(later, shut, now, [{ whole: daily, from: began, until: replaced }]).keys()].sort();
    };
    expect([opened('2026-06-25T08:00'), opened('2026-06-25T07:59')]).toEqual([
      // Two modules had opened before it shut, on the 15th and the 16th; days without a pass do not count for the third.
      ['c', 'm0', 'm1'],
      ['c', 'm0', 'm1', 'm2'],
    ]);
  });

  test('takes nothing away that it had opened, and opens nothing that it had not', () => {
    const [began, replaced] = [at('2026-01-01T08:00'), at('2026-06-25T08:00')];
    expect([...openParts(later, as, now, [{ whole: was, from: began, until: replaced }]).keys()].sort()).toEqual([
      'c',
      'm0',
      'm1',
    ]);
    expect([...openParts(later, as, now).keys()]).toEqual(['c']);
    // Nor what came and went while no pass was open; what had opened before that stays.
    const paused = standing(at('2026-06-15T09:00'), {
      shut: [{ from: at('2026-06-23T10:00'), to: at('2026-06-26T09:00') }],
    });
    const daily = { ...was, plan: { opens: 'every', every: { count: 1, unit: 'day' } } as const };
    const meanwhile = [
      { whole: was, from: began, until: at('2026-06-24T08:00') },
      { whole: daily, from: at('2026-06-24T08:00'), until: at('2026-06-25T08:00') },
    ];
    expect([...openParts(later, paused, now, meanwhile).keys()].sort()).toEqual(['c', 'm0', 'm1']);
    // Before they had it nothing had opened to them.
    expect([...openParts(later, as, now, [{ whole: was, from: began, until: at('2026-06-01T08:00') }]).keys()]).toEqual(
      ['c'],
    );
  });
});

// Day by day, as somebody with a calendar would count it: no formula of the other side is asked.
const shutArb = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 24 * 90 }), fc.integer({ min: 1, max: 24 * 20 })), { maxLength: 4 })
  .map((all) => all.sort(([a], [b]) => a - b));
test('generated: the k-th of a rhythm, and after so many days, counted day by day', () => {
  const zones = fc.constantFrom(LISBON, 'America/New_York', 'Australia/Lord_Howe');
  const rhythm = fc.record({ count: fc.integer({ min: 1, max: 5 }), unit: fc.constantFrom('day', 'week', 'month') });
  fc.assert(
    fc.property(
      zones,
      fc.integer({ min: 0, max: 364 }),
      shutArb,
      rhythm,
      fc.integer({ min: 1, max: 40 }),
      (zone, day, hours, every, days) => {
        const joined = DateTime.fromISO('2026-01-01T10:30', { zone }).plus({ days: day });
        const shut: Shut[] = hours.map(([from, length]) => ({
          from: joined.plus({ hours: from }).toUTC().toISO() ?? '',
          to:
            joined
              .plus({ hours: from + length })
              .toUTC()
              .toISO() ?? '',
        }));
        const whole = part('c', { opens: 'every', every }, [...modules(4), part('late', { opens: 'after', days })]);
        const found = openingsOf(whole, standing(joined.toUTC().toISO() ?? '', { zone, shut }));
        const wasOpen = (from: DateTime, to: DateTime): boolean => {
          // Some minute of it, looked at one by one where a stretch begins or ends.
          const edges = [from, ...shut.flatMap((s) => [DateTime.fromISO(s.from), DateTime.fromISO(s.to ?? '')])];
          return edges.some(
            (e) =>
              e >= from &&
              e < to &&
              !shut.some((s) => e >= DateTime.fromISO(s.from) && e < DateTime.fromISO(s.to ?? '')),
          );
        };
        const openingAfter = (planned: DateTime): DateTime => {
          let open = Math.round(planned.startOf('day').diff(joined.startOf('day'), 'days').days);
          let date = joined.startOf('day');
          while (open > 0) {
            date = date.plus({ days: 1 }).startOf('day');
            if (wasOpen(date, date.plus({ days: 1 }))) open -= 1;
          }
          return date;
        };
        for (let k = 1; k < 4; k += 1) {
          const planned = joined.plus({ [`${every.unit}s`]: every.count * k });
          expect(found.get(`m${k}`)?.at).toBe(openingAfter(planned).toUTC().toISO());
        }
        expect(found.get('late')?.at).toBe(openingAfter(joined.plus({ days })).toUTC().toISO());
      },
    ),
    { numRuns: 60 },
  );
});
