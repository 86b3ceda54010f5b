import * as z from 'zod';
import { addDays, DAY, daysBetween, MINUTE, offsetsBetween, startOfDate, msOf } from '#core/calendar';

const wall = z.string().regex(/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/);

/** From one time of the wall's clock to another on the same date: "09:00" to "12:30". "24:00" is the date's end. */
export const DaySpan = z.object({ from: wall, to: wall });
export type DaySpan = z.infer<typeof DaySpan>;

/** When sessions can be booked: each weekday from Monday on, and dates on which it is otherwise. Times are of the shop's zone. */
export const OpenHours = z.object({
  week: z.array(z.array(DaySpan).max(12)).length(7),
  /** A date without spans is closed. */
  exceptions: z.array(z.object({ date: z.iso.date(), spans: z.array(DaySpan).max(12) })).max(400),
});
export type OpenHours = z.infer<typeof OpenHours>;

/** A stretch of time in milliseconds since 1970-01-01 UTC; its end is not within it. */
export interface Stretch {
  from: number;
  until: number;
}

/** The spans of a date: its own, where it is an exception, else those of its weekday. */
export function spansOn({ week, exceptions }: OpenHours, date: string): readonly DaySpan[] {
  const own = exceptions.find((one) => one.date === date);
  return own?.spans ?? week[weekdayOf(date)] ?? [];
}

/** Which day of the week a date is, 0 for Monday to 6 for Sunday. */
export const weekdayOf = (date: string): number => ((daysBetween(A_MONDAY, date) % 7) + 7) % 7;
const A_MONDAY = '1970-01-05';

/** Minutes from midnight that a time of the wall's clock stands for. */
export const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/**
 * When it is open, from one date to another, both within: every moment at which the wall's clock shows a time within a
 * span of that date. So an hour that is skipped is no time at all, one that comes twice is open twice. Stretches that
 * touch are one, also across midnight.
 */
export function openStretches(hours: OpenHours, zone: string, fromDate: string, toDate: string): Stretch[] {
  const found: Stretch[] = [];
  for (let date = fromDate; date <= toDate; date = addDays(date, 1)) {
    const spans = spansOn(hours, date);
    if (spans.length === 0) continue;
    const midnight = daysBetween('1970-01-01', date) * DAY;
    const [begins, ends] = [msOf(startOfDate(date, zone)), msOf(startOfDate(addDays(date, 1), zone))];
    for (const { from, until, offset } of offsetsBetween(zone, begins, ends))
      for (const span of spans) {
        const first = Math.max(from, midnight + minutesOf(span.from) * MINUTE - offset);
        const last = Math.min(until, midnight + minutesOf(span.to) * MINUTE - offset);
        if (first < last) found.push({ from: first, until: last });
      }
  }
  return merged(found);
}

/** The same moments as stretches that neither touch nor overlap, in order. */
export function merged(stretches: readonly Stretch[]): Stretch[] {
  const one: Stretch[] = [];
  for (const { from, until } of [...stretches].sort((a, b) => a.from - b.from)) {
    const last = one.at(-1);
    if (last && from <= last.until) last.until = Math.max(last.until, until);
    else one.push({ from, until });
  }
  return one;
}
