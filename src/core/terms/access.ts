import { addDays, formatDay, type Instant, nthAfter, startOfDate } from '#core/calendar';
import { wordsFor } from '#core/words';
import type { Access } from './accessKind';
import { firstAnchor } from './schedule';
import { isLasting, type Terms } from './terms';

const FOREVER: Access = { kind: 'forever' };

/** Terms sold before access could end say nothing about it: they are open for good. A subscription's access follows what is paid. */
export const accessOf = (terms: Terms): Access => (terms.kind === 'subscription' ? FOREVER : (terms.access ?? FOREVER));

/** The moment at which what is bought at `start` closes by its date; null while only money decides. A trial's days come on top. */
export const accessUntil = (terms: Terms, start: Instant, zone: string): Instant | null =>
  accessEnds(accessOf(terms), isLasting(terms) ? firstAnchor(terms, start, zone).at : start, zone);

/** The moment at which access closes for a buyer who starts at `anchor`; null for good. */
export function accessEnds(access: Access, anchor: Instant, zone: string): Instant | null {
  switch (access.kind) {
    case 'forever':
      return null;
    case 'for':
      return nthAfter(anchor, { count: access.count, unit: access.unit }, 1, zone);
    case 'until':
      return startOfDate(addDays(access.date, 1), zone);
  }
}

/** "12 months", "1 week". */
export const lengthInWords = (count: number, unit: 'day' | 'week' | 'month' | 'year', locale: string): string =>
  wordsFor(locale).access.length(count, unit);

/**
 * How long it stays open, as a sentence for the buyer, with the day it ends.
 * @param later whether none of it opens at once
 */
export function accessSentence(terms: Terms, start: Instant, zone: string, locale: string, later = false): string {
  const { promise } = wordsFor(locale).access;
  if (terms.kind === 'subscription') return promise.subscription(later);
  const access = accessOf(terms);
  const plan = terms.kind === 'plan';
  const day = (at: Instant): string => formatDay(at, zone, locale);
  switch (access.kind) {
    case 'forever':
      return promise.forever(plan, later);
    case 'for':
      return promise.for(plan, access.count, access.unit, day(accessUntil(terms, start, zone) ?? start), later);
    case 'until':
      return promise.until(plan, day(startOfDate(access.date, zone)), later);
  }
}
