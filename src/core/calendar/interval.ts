import { civilOf, daysInMonth, daysOf, readDate, writeDate } from './civil';
import { DAY, type Instant, instantOf, msOf, readTime, writeTime } from './instant';
import { momentShowing, offsetAt } from './zone';

export type IntervalUnit = 'day' | 'week' | 'month' | 'year';
export interface Interval {
  count: number;
  unit: IntervalUnit;
}

/** A date and time on the wall of some zone: "2026-03-29T01:30:00.000". It may not exist there, or exist twice. */
export type WallClock = string;

/** What the clocks of a zone show at a moment: the day, counted from 1970-01-01, and milliseconds since its midnight. */
function shownAt(at: Instant, zone: string): { day: number; time: number } {
  const ms = msOf(at);
  const local = ms + offsetAt(zone, ms);
  const day = Math.floor(local / DAY);
  return { day, time: local - day * DAY };
}

/** What the clock on the wall shows at a moment. */
export function wallClockOf(at: Instant, zone: string): WallClock {
  const { day, time } = shownAt(at, zone);
  return `${writeDate(day)}T${writeTime(time)}`;
}

const readWall = (wall: WallClock): { day: number; time: number } => ({
  day: readDate(wall.slice(0, 10)),
  time: readTime(wall.slice(11)),
});

/** The moment at which a wall clock shows that; skipped or doubled ones as `momentShowing` says. */
export function momentOfWall(wall: WallClock, zone: string): Instant {
  const { day, time } = readWall(wall);
  return instantOf(momentShowing(zone, day * DAY + time));
}

/**
 * The k-th moment after an anchor: anchor + k intervals at the anchor's wall clock in `zone`.
 * Counted from the anchor, never from the one before, so a day that a month lacks becomes that month's
 * last day and the next month returns to the anchor's day (Temporal's `constrain`, its default); a wall clock that does
 * not exist or exists twice is resolved as Temporal's `compatible` does.
 * @param k whole number, 0 gives the anchor itself
 * @param zone IANA time zone
 */
export const nthAfter = (anchor: Instant, every: Interval, k: number, zone: string, wall?: WallClock): Instant =>
  momentsAfter(anchor, every, zone, wall)(k);

/**
 * The same for many k: the anchor's wall clock is read once. Whole numbers only; Temporal is the judge in the tests.
 * @param wall what the wall clock was to show at the anchor, where a missing hour made it show something else
 */
export function momentsAfter(anchor: Instant, every: Interval, zone: string, wall?: WallClock): (k: number) => Instant {
  const { day, time } = wall === undefined ? shownAt(anchor, zone) : readWall(wall);
  const dayAfter = every.unit === 'day' || every.unit === 'week' ? byDays(day, every) : byMonths(day, every);
  return (k) => (k === 0 ? anchor : instantOf(momentShowing(zone, dayAfter(k) * DAY + time)));
}

function byDays(first: number, { count, unit }: Interval): (k: number) => number {
  const step = count * (unit === 'week' ? 7 : 1);
  return (k) => first + step * k;
}

function byMonths(first: number, { count, unit }: Interval): (k: number) => number {
  const { year, month, day } = civilOf(first);
  const step = count * (unit === 'year' ? 12 : 1);
  return (k) => {
    const months = month - 1 + step * k;
    const [y, m] = [year + Math.floor(months / 12), (((months % 12) + 12) % 12) + 1];
    return daysOf(y, m, Math.min(day, daysInMonth(y, m)));
  };
}

/** The same wall clock so many calendar days later in `zone`. */
export const plusDays = (at: Instant, days: number, zone: string): Instant =>
  nthAfter(at, { count: days, unit: 'day' }, 1, zone);
