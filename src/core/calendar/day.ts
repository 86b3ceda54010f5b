import { readDate, writeDate } from './civil';
import { DAY, type Instant, instantOf, msOf } from './instant';
import { momentShowing, offsetAt } from './zone';

/** The calendar date "2026-06-15" of a moment in a zone: what "day" means everywhere in the shop. */
export function dateIn(at: Instant, zone: string): string {
  const ms = msOf(at);
  return writeDate(Math.floor((ms + offsetAt(zone, ms)) / DAY));
}

/** The first moment of a calendar date in a zone (00:00, or the first wall clock that exists that day). */
export const startOfDate = (date: string, zone: string): Instant =>
  instantOf(momentShowing(zone, readDate(date) * DAY));

/** Whole calendar days from one date to another; negative when `to` is earlier. */
export const daysBetween = (from: string, to: string): number => readDate(to) - readDate(from);

/** The date so many days later. */
export const addDays = (date: string, days: number): string => writeDate(readDate(date) + days);

/** The Monday of a date's week: 1970-01-01 was a Thursday. */
export function weekStart(date: string): string {
  const day = readDate(date);
  return writeDate(day - ((((day + 3) % 7) + 7) % 7));
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
