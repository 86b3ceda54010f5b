import { Temporal } from 'temporal-polyfill';
import { type Instant, instantOf } from './instant';

/** The calendar date "2026-06-15" of a moment in a zone: what "day" means everywhere in the shop. */
export function dateIn(at: Instant, zone: string): string {
  return Temporal.Instant.from(at).toZonedDateTimeISO(zone).toPlainDate().toString();
}

/** The first moment of a calendar date in a zone (00:00, or the first wall clock that exists that day). */
export function startOfDate(date: string, zone: string): Instant {
  return instantOf(Temporal.PlainDate.from(date).toZonedDateTime({ timeZone: zone }).epochMilliseconds);
}

/** Whole calendar days from one date to another; negative when `to` is earlier. */
export function daysBetween(from: string, to: string): number {
  return Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'days' }).days;
}

/** The date so many days later. */
export const addDays = (date: string, days: number): string => Temporal.PlainDate.from(date).add({ days }).toString();

/** The Monday of a date's week. */
export function weekStart(date: string): string {
  const day = Temporal.PlainDate.from(date);
  return day.subtract({ days: day.dayOfWeek - 1 }).toString();
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
