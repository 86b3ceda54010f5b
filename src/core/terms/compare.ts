import { type Instant, nthAfter } from '#core/calendar';
import { mulDiv, sum } from '#core/money';
import { duesBefore, scheduleOf } from './schedule';
import type { PlanTerms, Terms } from './terms';

/** Everything a plan comes to, set-up and trial fee included, in minor units. */
export const planTotal = (terms: PlanTerms): number =>
  sum([...scheduleOf(terms, '2000-01-01T00:00:00.000Z', 'UTC')].map((d) => d.amount));

/** How a plan stands beside paying at once: the difference in minor units and in tenths of a percent of paying at once. */
export function comparedWithOnce(terms: PlanTerms, once: number): { more: number; perMille: number } {
  const more = planTotal(terms) - once;
  return { more, perMille: mulDiv(more, 1_000, once) };
}

/** What is paid within so many months of the start, the start included and the month's last day not, in minor units. */
export const paidWithin = (terms: Terms, start: Instant, zone: string, months: number): number =>
  sum(duesBefore(terms, start, zone, nthAfter(start, { count: months, unit: 'month' }, 1, zone)).map((d) => d.amount));
