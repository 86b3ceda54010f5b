import { addDays, DAY, dateIn, daysBetween, type Instant, msOf, nthAfter, startOfDate } from '#core/calendar';

/** Days still paid for: from the date of the pause to the date of the next due. */
export const daysLeft = (next: Instant, from: Instant, zone: string): number =>
  Math.max(0, daysBetween(dateIn(from, zone), dateIn(next, zone)));

/**
 * The next due after returning on a date: that date + the days that were left, at the agreement's wall clock; it
 * is the new anchor. Never before the moment of returning.
 * @param clock any moment with the agreement's wall clock, as its anchor
 */
export function dueAfterReturn(returned: Instant, leftDays: number, clock: Instant, zone: string): Instant {
  const at = onDate(addDays(dateIn(returned, zone), leftDays), clock, zone);
  return at >= returned ? at : onDate(addDays(dateIn(returned, zone), leftDays + 1), clock, zone);
}

/** The wall clock of one moment on another date. */
export function onDate(date: string, clock: Instant, zone: string): Instant {
  const days = daysBetween(dateIn(clock, zone), date);
  return days === 0 ? clock : nthAfter(clock, { count: days, unit: 'day' }, 1, zone);
}

/** The next due moved later to the first such day: of the month from 1 to 31, or of the week from 1 (Monday) to 7. */
export function movedDueDay(next: Instant, day: { of: 'month' | 'week'; day: number }, zone: string): Instant {
  const from = dateIn(next, zone);
  // Within 62 days every day of a month and of a week comes.
  for (let i = 0; i <= 62; i += 1) {
    const date = addDays(from, i);
    const found = day.of === 'month' ? Number(date.slice(8)) === day.day : weekday(date) === day.day;
    if (found) return onDate(date, next, zone);
  }
  return next;
}

const weekday = (date: string): number => ((Math.round(msOf(`${date}T00:00:00.000Z`) / DAY) + 3) % 7) + 1;

/** The moment on which a pause that ends on a date ends: that date's 00:00 in the shop's zone. */
export const pauseEnds = (date: string, zone: string): Instant => startOfDate(date, zone);
