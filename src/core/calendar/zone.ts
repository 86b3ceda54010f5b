import * as Instants from 'temporal-polyfill/fns/Instant';
import * as ZonedDateTime from 'temporal-polyfill/fns/ZonedDateTime';
import { daysOf } from './civil';
import { DAY } from './instant';

/** The offsets of one zone from each of its transitions on, read from Temporal once and kept. */
interface Transitions {
  at: number[];
  offset: number[];
  /** All before this moment are known. */
  until: number;
  /** Where was looked last: the next question is most often about the same summer or winter. */
  last: number;
}

const kept = new Map<string, Transitions>();
/** Before 1970 a zone is asked each time: nobody sells there. */
const FROM = 0;
/**
 * By 2100 every zone follows a rule of weekdays and months; the calendar repeats every 400 years to the weekday, and so
 * does such a rule: what is later is looked up in the 400 years before this.
 */
const TO = daysOf(2500, 1, 1) * DAY;
const CYCLE = 146_097 * DAY;

const inZone = (ms: number, zone: string): ZonedDateTime.Record =>
  Instants.toZonedDateTimeISO(Instants.fromEpochMilliseconds(ms), zone);
const asked = (ms: number, zone: string): number => ZonedDateTime.offsetNanoseconds(inZone(ms, zone)) / 1_000_000;

/** How far a zone's clocks are ahead of UTC at a moment, in milliseconds. */
export function offsetAt(zone: string, ms: number): number {
  if (ms < FROM) return asked(ms, zone);
  if (ms >= TO) return offsetAt(zone, ms - Math.ceil((ms - TO + 1) / CYCLE) * CYCLE);
  let known = kept.get(zone);
  if (!known) kept.set(zone, (known = { at: [FROM], offset: [asked(FROM, zone)], until: FROM, last: 0 }));
  while (ms >= known.until) {
    const next = ZonedDateTime.getTimeZoneTransition(inZone(known.until, zone), 'next');
    if (!next || next.epochMilliseconds >= TO) known.until = TO;
    else {
      known.until = next.epochMilliseconds;
      known.at.push(known.until);
      known.offset.push(ZonedDateTime.offsetNanoseconds(next) / 1_000_000);
    }
  }
  const { at, last } = known;
  if ((at[last] ?? Infinity) <= ms && ms < (at[last + 1] ?? Infinity)) return known.offset[last] ?? 0;
  let [low, high] = [0, at.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((at[middle] ?? Infinity) <= ms) low = middle;
    else high = middle - 1;
  }
  known.last = low;
  return known.offset[low] ?? 0;
}

/**
 * The moment at which clocks on the wall show a time, both in milliseconds, the time as if it were UTC. One that exists
 * twice is the earlier; one that is skipped is as much later as was skipped (Temporal's `compatible`).
 */
export function momentShowing(zone: string, local: number): number {
  const before = offsetAt(zone, local - DAY);
  const after = offsetAt(zone, local + DAY);
  if (before === after) return local - before;
  const early = local - before;
  if (offsetAt(zone, early) === before) return early;
  const late = local - after;
  return offsetAt(zone, late) === after ? late : early;
}

/** A stretch of time through which a zone's clocks keep one offset; all in milliseconds, `until` not within it. */
export interface OneOffset {
  from: number;
  until: number;
  offset: number;
}

/** The stretches of one offset each that make up a span of time from 1970 on, in order. */
export function offsetsBetween(zone: string, from: number, until: number): OneOffset[] {
  // Asked for its end first, so that every transition up to it is known.
  offsetAt(zone, Math.min(until, TO - 1));
  const changes = (kept.get(zone)?.at ?? []).filter((at) => at > from && at < until);
  const begins = [from, ...changes];
  return begins.map((at, i) => ({ from: at, until: begins[i + 1] ?? until, offset: offsetAt(zone, at) }));
}
