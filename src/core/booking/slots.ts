import { addDays, dateIn, HOUR, type Instant, instantOf, MINUTE, msOf, offsetsBetween } from '#core/calendar';
import { merged, openStretches, type OpenHours, type Stretch } from './hours';

/** How sessions are booked. */
export interface BookingRules {
  hours: OpenHours;
  /** How long a session is. */
  minutes: number;
  /** Every so many minutes of the wall's clock a session may begin. */
  grid: 15 | 30 | 60;
  /** So many hours before it begins it can be booked, moved or called off at the latest. */
  noticeHours: number;
  /** Minutes kept free before and after each session. */
  bufferBefore: number;
  bufferAfter: number;
  /** So many dates ahead of today's it can be booked. */
  aheadDays: number;
  /** So many sessions on one date, whatever they are of; null: as many as there is room for. */
  mostPerDay: number | null;
}

/** Time that is taken: by a session with what is kept free around it, or by something of the seller's own. */
export interface Taken extends Stretch {
  /** Minutes kept free around it. */
  before: number;
  after: number;
  /** Counts among the sessions of its date. */
  session: boolean;
}

/** Against what a slot is looked for. */
export interface Calendar {
  now: Instant;
  /** The shop's. */
  zone: string;
  taken: readonly Taken[];
}

/**
 * The moments at which a session can begin, from one date of the shop's zone to another, both within, in order.
 * A slot begins on the grid of the wall's clock; all of it lies in open hours; it keeps notice and lies not too far
 * ahead; it does not come into another session or what that keeps free, nor what it keeps free itself into another
 * session. What two sessions keep free may be the same minutes.
 */
export function slotsFor(
  rules: BookingRules,
  { now, zone, taken }: Calendar,
  fromDate: string,
  toDate: string,
): Instant[] {
  const today = dateIn(now, zone);
  const first = fromDate < today ? today : fromDate;
  const last = toDate < addDays(today, rules.aheadDays) ? toDate : addDays(today, rules.aheadDays);
  if (first > last) return [];
  const earliest = msOf(now) + rules.noticeHours * HOUR;
  const inTheWay = blockedBy(rules, taken);
  const full = fullDates(rules, { zone, taken });
  const slots: Instant[] = [];
  let next = 0;
  // A session that begins late on the last date may end on the one after.
  for (const stretch of openStretches(rules.hours, zone, first, addDays(last, 1)))
    for (const at of gridWithin(stretch, rules.grid, zone)) {
      if (at + rules.minutes * MINUTE > stretch.until) break;
      if (at < earliest) continue;
      while (inTheWay[next] && inTheWay[next]!.until <= at) next += 1;
      if (inTheWay[next] && inTheWay[next]!.from <= at) continue;
      const begins = instantOf(at);
      const date = dateIn(begins, zone);
      if (date > last) break;
      if (!full.has(date)) slots.push(begins);
    }
  return slots;
}

/** Whether a session can begin at a moment, as `slotsFor` says. */
export function isSlot(rules: BookingRules, calendar: Calendar, at: Instant): boolean {
  const date = dateIn(at, calendar.zone);
  return slotsFor(rules, calendar, date, date).includes(at);
}

/** Whether a session at a moment would come into something that is taken, whatever the open hours. */
export const isFree = (rules: BookingRules, taken: readonly Taken[], at: Instant): boolean =>
  !blockedBy(rules, taken).some(({ from, until }) => from <= msOf(at) && msOf(at) < until);

/** The moments at which a session cannot begin because of what is taken, as stretches in order that do not overlap. */
function blockedBy({ minutes, bufferBefore, bufferAfter }: BookingRules, taken: readonly Taken[]): Stretch[] {
  const length = minutes * MINUTE;
  const blocked = taken.map(({ from, until, before, after }): Stretch => ({
    // It ends, with what it keeps free, before the other begins, and before what that keeps free.
    from: from - length - Math.max(bufferAfter, before) * MINUTE + 1,
    until: until + Math.max(bufferBefore, after) * MINUTE,
  }));
  return merged(blocked);
}

/** The dates that have as many sessions as they may. */
function fullDates({ mostPerDay }: BookingRules, { zone, taken }: Pick<Calendar, 'zone' | 'taken'>): Set<string> {
  if (mostPerDay === null) return new Set();
  const counts = new Map<string, number>();
  for (const { from, session } of taken) {
    if (!session) continue;
    const date = dateIn(instantOf(from), zone);
    counts.set(date, (counts.get(date) ?? 0) + 1);
  }
  return new Set([...counts].filter(([, count]) => count >= mostPerDay).map(([date]) => date));
}

/** The moments within a stretch at which the wall's clock stands on the grid. */
function* gridWithin({ from, until }: Stretch, grid: number, zone: string): Generator<number> {
  const step = grid * MINUTE;
  for (const { from: begins, until: ends, offset } of offsetsBetween(zone, from, until))
    for (let at = Math.ceil((begins + offset) / step) * step - offset; at < ends; at += step) yield at;
}

/** Of some sessions those that do not lie in open hours whole: booked before these were narrowed, they stand as they are. */
export function outsideHours<T extends { from: Instant; until: Instant }>(
  hours: OpenHours,
  zone: string,
  sessions: readonly T[],
): T[] {
  return sessions.filter(({ from, until }) => {
    const stretches = openStretches(hours, zone, dateIn(from, zone), dateIn(until, zone));
    return !stretches.some((open) => open.from <= msOf(from) && msOf(until) <= open.until);
  });
}
