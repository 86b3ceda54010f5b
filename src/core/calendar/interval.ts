import * as Instants from 'temporal-polyfill/fns/Instant';
import * as PlainDate from 'temporal-polyfill/fns/PlainDate';
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
export const nthAfter = (anchor: Instant, every: Interval, k: number, zone: string): Instant =>
  momentsAfter(anchor, every, zone)(k);

/** The same for many k: the anchor's wall clock is read once. */
export function momentsAfter(anchor: Instant, every: Interval, zone: string): (k: number) => Instant {
  const start = Instants.toZonedDateTimeISO(Instants.fromString(anchor), zone);
  const [first, plainTime] = [ZonedDateTime.toPlainDate(start), ZonedDateTime.toPlainTime(start)];
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
