import { addDays, dateIn, daysBetween, type Instant, startOfDate } from '#core/calendar';

/** A stretch of time on which no pass was open; without an end while that lasts. */
export interface Shut {
  from: Instant;
  to: Instant | null;
}

/**
 * The dates of a zone that were missed: those of which no moment was open. Stretches may touch and overlap.
 * @param last nothing after this date is looked at
 * @returns the dates in order
 */
export function missedDates(shut: readonly Shut[], zone: string, last: string): string[] {
  const missed: string[] = [];
  for (const { from, to } of joined(shut)) {
    const begins = dateIn(from, zone);
    let date = startOfDate(begins, zone) >= from ? begins : addDays(begins, 1);
    while (date <= last && (to === null || startOfDate(addDays(date, 1), zone) <= to)) {
      missed.push(date);
      date = addDays(date, 1);
    }
  }
  return missed;
}

/** The same stretches in order, with those that touch as one. */
function joined(shut: readonly Shut[]): Shut[] {
  const all: Shut[] = [];
  for (const stretch of [...shut].sort((a, b) => (a.from < b.from ? -1 : 1))) {
    const before = all.at(-1);
    if (!before || (before.to !== null && before.to < stretch.from)) all.push({ ...stretch });
    else if (before.to !== null && (stretch.to === null || stretch.to > before.to)) before.to = stretch.to;
  }
  return all;
}

/**
 * The first date by which so many dates have come that were not missed.
 * @param target the date it would be had none been missed
 * @param base dates up to and with this one do not count as missed
 */
export function reachedOn(target: string, base: string, missed: readonly string[]): string {
  let date = target;
  for (;;) {
    const later = addDays(target, missed.filter((m) => m > base && m <= date).length);
    if (daysBetween(date, later) <= 0) return date;
    date = later;
  }
}
