import { Temporal } from 'temporal-polyfill';
import { type Instant, instantOf } from './instant';

export type IntervalUnit = 'day' | 'week' | 'month' | 'year';
export interface Interval {
  count: number;
  unit: IntervalUnit;
}

/**
 * The k-th moment after an anchor: anchor + k intervals at the anchor's wall clock in `zone`.
 * Counted from the anchor, never from the one before, so a day that a month lacks becomes that month's
 * last day and the next month returns to the anchor's day (Temporal's `constrain`); a wall clock that does
 * not exist or exists twice is resolved by Temporal's `compatible`.
 * @param k whole number, 0 gives the anchor itself
 * @param zone IANA time zone
 */
export const nthAfter = (anchor: Instant, every: Interval, k: number, zone: string): Instant =>
  momentsAfter(anchor, every, zone)(k);

/** The same for many k: the anchor's wall clock is read once. */
export function momentsAfter(anchor: Instant, every: Interval, zone: string): (k: number) => Instant {
  const start = Temporal.Instant.from(anchor).toZonedDateTimeISO(zone);
  const [first, plainTime] = [start.toPlainDate(), start.toPlainTime()];
  return (k) => {
    if (k === 0) return anchor;
    const date = first.add({ [`${every.unit}s`]: every.count * k }, { overflow: 'constrain' });
    return instantOf(date.toZonedDateTime({ timeZone: zone, plainTime }).epochMilliseconds);
  };
}

/** The same wall clock so many calendar days later in `zone`. */
export const plusDays = (at: Instant, days: number, zone: string): Instant =>
  nthAfter(at, { count: days, unit: 'day' }, 1, zone);
