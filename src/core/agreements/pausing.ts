import { addDays, DAY, dateIn, daysBetween, type Instant, msOf, startOfDate } from '#core/calendar';
import { type Clock, clockOn } from '#core/terms';

/** Days still paid for: from the date of the pause to the date of the next due. */
export const daysLeft = (next: Instant, from: Instant, zone: string): number =>
  Math.max(0, daysBetween(dateIn(from, zone), dateIn(next, zone)));

/**
 * The next due after returning on a date: that date + the days that were left, at the agreement's wall clock; it
 * is the new anchor. Never before the moment of returning.
 * @param clock the agreement's wall clock, as its anchor
 */
export function dueAfterReturn(returned: Instant, leftDays: number, clock: Clock, zone: string): Clock {
  const due = clockOn(addDays(dateIn(returned, zone), leftDays), clock, zone);
  return due.at >= returned ? due : clockOn(addDays(dateIn(returned, zone), leftDays + 1), clock, zone);
}

/** The next due moved later to the first such day: of the month from 1 to 31, or of the week from 1 (Monday) to 7. */
export function movedDueDay(
  next: Instant,
  day: { of: 'month' | 'week'; day: number },
  clock: Clock,
  zone: string,
): Clock {
  const from = dateIn(next, zone);
  // Within 62 days every day of a month and of a week comes.
  for (let i = 0; i <= 62; i += 1) {
    const date = addDays(from, i);
    const found = day.of === 'month' ? Number(date.slice(8)) === day.day : weekday(date) === day.day;
    if (found) return i === 0 ? { at: next } : clockOn(date, clock, zone);
  }
  return { at: next };
}

const weekday = (date: string): number => ((Math.round(msOf(`${date}T00:00:00.000Z`) / DAY) + 3) % 7) + 1;

/** The moment on which a pause that ends on a date ends: that date's 00:00 in the shop's zone. */
export const pauseEnds = (date: string, zone: string): Instant => startOfDate(date, zone);
