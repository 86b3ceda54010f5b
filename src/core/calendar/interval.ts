import * as Instants from 'temporal-polyfill/fns/Instant';
import * as PlainDate from 'temporal-polyfill/fns/PlainDate';
import * as PlainTime from 'temporal-polyfill/fns/PlainTime';
import * as ZonedDateTime from 'temporal-polyfill/fns/ZonedDateTime';
import { type Instant, instantOf } from './instant';

export type IntervalUnit = 'day' | 'week' | 'month' | 'year';
export interface Interval {
  count: number;
  unit: IntervalUnit;
}

const ADD = {
  day: PlainDate.addDays,
  week: PlainDate.addWeeks,
  month: PlainDate.addMonths,
  year: PlainDate.addYears,
} satisfies Record<IntervalUnit, unknown>;

/**
 * The k-th moment after an anchor: anchor + k intervals at the anchor's wall clock in `zone`.
 * Counted from the anchor, never from the one before, so a day that a month lacks becomes that month's
 * last day and the next month returns to the anchor's day (Temporal's `constrain`, its default); a wall clock that does
 * not exist or exists twice is resolved by Temporal's `compatible`.
 * @param k whole number, 0 gives the anchor itself
 * @param zone IANA time zone
 */
export const nthAfter = (anchor: Instant, every: Interval, k: number, zone: string, wall?: WallClock): Instant =>
  momentsAfter(anchor, every, zone, wall)(k);

/** A date and time on the wall of some zone: "2026-03-29T01:30:00.000". It may not exist there, or exist twice. */
export type WallClock = string;

/** What the clock on the wall shows at a moment. */
export const wallClockOf = (at: Instant, zone: string): WallClock =>
  ZonedDateTime.toString(Instants.toZonedDateTimeISO(Instants.fromString(at), zone), {
    fractionalSecondDigits: 3,
    offset: 'never',
    timeZoneName: 'never',
  });

const shownAt = (at: Instant, zone: string) => {
  const start = Instants.toZonedDateTimeISO(Instants.fromString(at), zone);
  return [ZonedDateTime.toPlainDate(start), ZonedDateTime.toPlainTime(start)] as const;
};
const readWall = (wall: WallClock) =>
  [
    PlainDate.create(Number(wall.slice(0, 4)), Number(wall.slice(5, 7)), Number(wall.slice(8, 10))),
    PlainTime.fromString(wall.slice(11)),
  ] as const;

/** The moment at which a wall clock shows that, by Temporal's `compatible` where it shows it never or twice. */
export function momentOfWall(wall: WallClock, zone: string): Instant {
  const [date, plainTime] = readWall(wall);
  return instantOf(PlainDate.toZonedDateTime(date, { timeZone: zone, plainTime }).epochMilliseconds);
}

/**
 * The same for many k: the anchor's wall clock is read once.
 * @param wall what the wall clock was to show at the anchor, where a missing hour made it show something else
 */
export function momentsAfter(anchor: Instant, every: Interval, zone: string, wall?: WallClock): (k: number) => Instant {
  const [first, plainTime] = wall === undefined ? shownAt(anchor, zone) : readWall(wall);
  const add = ADD[every.unit];
  return (k) => {
    if (k === 0) return anchor;
    const date = add(first, every.count * k);
    return instantOf(PlainDate.toZonedDateTime(date, { timeZone: zone, plainTime }).epochMilliseconds);
  };
}

/** The same wall clock so many calendar days later in `zone`. */
export const plusDays = (at: Instant, days: number, zone: string): Instant =>
  nthAfter(at, { count: days, unit: 'day' }, 1, zone);
