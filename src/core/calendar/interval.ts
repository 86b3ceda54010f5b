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
export function nthAfter(anchor: Instant, every: Interval, k: number, zone: string): Instant {
  if (k === 0) return anchor;
  const amount = every.count * k;
  const start = Temporal.Instant.from(anchor).toZonedDateTimeISO(zone);
  const date = start.toPlainDate().add({ [`${every.unit}s`]: amount }, { overflow: 'constrain' });
  const moved = date.toZonedDateTime({ timeZone: zone, plainTime: start.toPlainTime() });
  return instantOf(moved.epochMilliseconds);
}

/** The same wall clock so many calendar days later in `zone`. */
export const plusDays = (at: Instant, days: number, zone: string): Instant => nthAfter(at, { count: days, unit: 'day' }, 1, zone);
