import { dateIn, daysBetween, type Instant } from '#core/calendar';
import { mulDiv } from '#core/money';
import type { PaidPeriod } from './agreement';

/**
 * What the unused days of the running period are worth: round(P × u ÷ d), where P was paid for it (with tax, after
 * coupon, less what was given back; no set-up, no trial fee), and u and d are shop dates to the period's end
 * (30.00 for 23 November to 23 December, ended 10 December: 13.00).
 * @param givenBack what was given back of that payment already, in minor units
 */
export function unusedOf(period: PaidPeriod | null, givenBack: number, now: Instant, zone: string): number {
  if (!period) return 0;
  const paid = Math.max(0, period.amount - givenBack);
  const days = daysBetween(dateIn(period.from, zone), dateIn(period.until, zone));
  const unused = Math.min(days, Math.max(0, daysBetween(dateIn(now, zone), dateIn(period.until, zone))));
  return days <= 0 ? 0 : mulDiv(paid, unused, days);
}
