import * as Calendar from 'temporal-polyfill/fns/Calendar';
import * as Instants from 'temporal-polyfill/fns/Instant';
import * as PlainDate from 'temporal-polyfill/fns/PlainDate';
import * as ZonedDateTime from 'temporal-polyfill/fns/ZonedDateTime';
import { type Instant, instantOf } from './instant';

const read = (date: string): PlainDate.Record => PlainDate.fromString(date, Calendar.getISO);

/** The calendar date "2026-06-15" of a moment in a zone: what "day" means everywhere in the shop. */
export function dateIn(at: Instant, zone: string): string {
  return PlainDate.toString(ZonedDateTime.toPlainDate(Instants.toZonedDateTimeISO(Instants.fromString(at), zone)));
}

/** The first moment of a calendar date in a zone (00:00, or the first wall clock that exists that day). */
export function startOfDate(date: string, zone: string): Instant {
  return instantOf(PlainDate.toZonedDateTime(read(date), { timeZone: zone }).epochMilliseconds);
}

/** Whole calendar days from one date to another; negative when `to` is earlier. */
export function daysBetween(from: string, to: string): number {
  return PlainDate.diffDays(read(from), read(to));
}

/** The date so many days later. */
export const addDays = (date: string, days: number): string => PlainDate.toString(PlainDate.addDays(read(date), days));

/** The Monday of a date's week. */
export function weekStart(date: string): string {
  const day = read(date);
  return PlainDate.toString(PlainDate.subtractDays(day, PlainDate.dayOfWeek(day) - 1));
}

/** Whether the text names a time zone this engine knows. */
export function isZone(text: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: text });
    return true;
  } catch {
    return false;
  }
}
