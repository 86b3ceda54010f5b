import { daysOf, readDate, two, writeDate } from './civil';

/**
 * A moment in UTC, always written "2026-06-15T08:00:00.000Z": one fixed width, so that moments
 * compare and sort as text, in code, in files and in Dexie's indexes alike.
 */
export type Instant = string;

export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;
const [FIRST_DAY, LAST_DAY] = [daysOf(0, 1, 1), daysOf(9999, 12, 31)];

/** The moment so many milliseconds after 1970-01-01 UTC. @throws RangeError outside the years 0 to 9999 */
export function instantOf(epochMs: number): Instant {
  const days = Math.floor(epochMs / DAY);
  if (!Number.isInteger(epochMs) || days < FIRST_DAY || days > LAST_DAY)
    throw new RangeError('A moment lies between the years 0 and 9999');
  return `${writeDate(days)}T${writeTime(epochMs - days * DAY)}Z`;
}

/** The time of day so many milliseconds after midnight: "10:30:00.000". */
export const writeTime = (ms: number): string =>
  `${two(Math.floor(ms / HOUR))}:${two(Math.floor(ms / MINUTE) % 60)}:${two(Math.floor(ms / 1_000) % 60)}.${String(ms % 1_000).padStart(3, '0')}`;

/** Milliseconds since midnight of a time of day written so. */
export const readTime = (time: string): number =>
  Number(time.slice(0, 2)) * HOUR +
  Number(time.slice(3, 5)) * MINUTE +
  Number(time.slice(6, 8)) * 1_000 +
  Number(time.slice(9, 12));

/** Milliseconds since 1970-01-01 UTC. @throws RangeError where it is no moment */
export function msOf(at: Instant): number {
  const ms = readDate(at.slice(0, 10)) * DAY + readTime(at.slice(11, 23));
  if (Number.isNaN(ms) || at.length !== 24) throw new RangeError(`Not a moment: ${at}`);
  return ms;
}

/** The moment `ms` milliseconds later (or earlier, when negative). */
export const addMs = (at: Instant, ms: number): Instant => instantOf(msOf(at) + ms);

const FORM = /^\d{4}-\d\d-\d\dT(?:[01]\d|2[0-3]):[0-5]\d:[0-5]\d\.\d{3}Z$/;
const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Whether the text is a moment in the one form used here. Worked out by hand: every line of a history is asked this at each start. */
export function isInstant(text: string): boolean {
  if (!FORM.test(text)) return false;
  const [year, month, day] = [Number(text.slice(0, 4)), Number(text.slice(5, 7)), Number(text.slice(8, 10))];
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return day >= 1 && day <= (DAYS[month - 1] ?? 0) + (leap ? 1 : 0);
}
