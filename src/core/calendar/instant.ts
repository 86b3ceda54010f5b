// The functions of Temporal, not its classes: only those used reach the browser.
import * as Instants from 'temporal-polyfill/fns/Instant';

/**
 * A moment in UTC, always written "2026-06-15T08:00:00.000Z": one fixed width, so that moments
 * compare and sort as text, in code, in files and in Dexie's indexes alike.
 */
export type Instant = string;

export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;

/** The moment so many milliseconds after 1970-01-01 UTC. @throws RangeError outside the years 0 to 9999 */
export function instantOf(epochMs: number): Instant {
  const text = Instants.toString(Instants.fromEpochMilliseconds(epochMs), { fractionalSecondDigits: 3 });
  if (text.length !== 24) throw new RangeError('A moment lies between the years 0 and 9999');
  return text;
}

/** Milliseconds since 1970-01-01 UTC. */
export const msOf = (at: Instant): number => Instants.fromString(at).epochMilliseconds;

/** The moment `ms` milliseconds later (or earlier, when negative). */
export const addMs = (at: Instant, ms: number): Instant => instantOf(msOf(at) + ms);

const FORM = /^(\d{4})-(\d\d)-(\d\d)T([01]\d|2[0-3]):[0-5]\d:[0-5]\d\.\d{3}Z$/;
const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Whether the text is a moment in the one form used here. Worked out by hand: every line of a history is asked this at each start. */
export function isInstant(text: string): boolean {
  const [, year, month, day] = (FORM.exec(text) ?? []).map(Number);
  if (year === undefined || month === undefined || day === undefined) return false;
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return day >= 1 && day <= (DAYS[month - 1] ?? 0) + (leap ? 1 : 0);
}
