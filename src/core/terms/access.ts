import * as z from 'zod';
import { addDays, formatDay, type Instant, nthAfter, startOfDate } from '#core/calendar';

/** How long something bought stays open. A date is a whole day in the shop's zone: open to its end. */
export const Access = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('forever') }),
  z.strictObject({ kind: z.literal('for'), count: z.int().min(1).max(1_200), unit: z.enum(['day', 'week', 'month', 'year']) }),
  z.strictObject({ kind: z.literal('until'), date: z.iso.date() }),
]);
export type Access = z.infer<typeof Access>;

const FOREVER: Access = { kind: 'forever' };

/** Terms sold before access could end say nothing about it: they are open for good. */
export const accessOf = (terms: { access?: Access | undefined }): Access => terms.access ?? FOREVER;

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
export function accessSentence(access: Access, anchor: Instant, zone: string, locale: string): string {
  switch (access.kind) {
    case 'forever':
      return 'Opens at once and stays open for good.';
    case 'for':
      return `Opens at once and stays open for ${lengthInWords(access.count, access.unit)}, until ${formatDay(accessEnds(access, anchor, zone) ?? anchor, zone, locale)}.`;
    case 'until':
      return `Opens at once and stays open until the end of ${formatDay(startOfDate(access.date, zone), zone, locale)}.`;
  }
}
