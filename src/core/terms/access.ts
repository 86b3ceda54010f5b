import { addDays, formatDay, type Instant, nthAfter, startOfDate } from '#core/calendar';
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
export const lengthInWords = (count: number, unit: string): string => `${count} ${unit}${count === 1 ? '' : 's'}`;

/** How long it stays open, as a sentence for the buyer, with the day it ends. */
export function accessSentence(terms: Terms, start: Instant, zone: string, locale: string): string {
  if (terms.kind === 'subscription') return 'Opens at once and stays open while payments are made.';
  const access = accessOf(terms);
  const paying = terms.kind === 'plan' ? ' while payments are made' : '';
  switch (access.kind) {
    case 'forever':
      return terms.kind === 'plan'
        ? 'Opens at once, stays open while payments are made, and for good once paid off.'
        : 'Opens at once and stays open for good.';
    case 'for':
      return `Opens at once and stays open${paying} for ${lengthInWords(access.count, access.unit)}, until ${formatDay(accessUntil(terms, start, zone) ?? start, zone, locale)}.`;
    case 'until':
      return `Opens at once and stays open${paying} until the end of ${formatDay(startOfDate(access.date, zone), zone, locale)}.`;
  }
}
