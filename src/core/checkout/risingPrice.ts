import { type Instant, startOfDate } from '#core/calendar';
import type { Rise } from '#core/catalogue';
import type { Terms } from '#core/terms';

/** How many times a price has risen: after so many sales, or on so many of its days. Never back. */
export function stepsOf(rise: Rise, sold: number, now: Instant, zone: string): number {
  return rise.every.by === 'sales'
    ? Math.floor(sold / rise.every.sales)
    : rise.every.dates.filter((date) => startOfDate(date, zone) <= now).length;
}

/** An amount after so many steps, at most the ceiling; an amount above the ceiling stays. */
export const risen = (amount: number, rise: Rise, steps: number): number =>
  Math.max(amount, Math.min(amount + rise.by * steps, rise.ceiling));

/** The terms with their price risen: what is paid once, each payment of a plan or its whole, each of a subscription. */
export function risenTerms(terms: Terms, rise: Rise | null, steps: number): Terms {
  if (!rise || steps === 0) return terms;
  switch (terms.kind) {
    case 'free':
    case 'open':
      return terms;
    case 'once':
    case 'subscription':
      return { ...terms, amount: risen(terms.amount, rise, steps) };
    case 'plan':
      return { ...terms, owed: { ...terms.owed, amount: risen(terms.owed.amount, rise, steps) } };
  }
}

/** Whether terms may still rise: not once they are at the ceiling. */
export const stillRises = (terms: Terms, rise: Rise | null): boolean =>
  rise !== null && JSON.stringify(risenTerms(terms, rise, 1)) !== JSON.stringify(terms);
