import { addMs, HOUR, type Instant, msOf } from '#core/calendar';
import { LONGEST_ABSENCE_MS, type ClockPort } from '#core/shop';

/** A clock that is believed only while it goes along with steady time. */
export interface WatchedClock extends ClockPort {
  /** Where it leapt from and to, while it stands ahead of steady time by more than 48 hours. */
  leap(): { from: Instant; to: Instant } | null;
  /** The last moment that is known to have been, read at the start: a clock that is far ahead of it has leapt since. */
  startFrom(known: Instant): void;
  /** The owner says that the clock is right: from here it is followed again. */
  accept(): void;
}

/** A clock that is put right may miss steady time by this and is no leap. */
const PUT_RIGHT_WITHIN_MS = HOUR;

interface Reading {
  at: Instant;
  machine: number;
}

/**
 * Looks at a clock against steady time each time it is read. One that leaps ahead by over 48 hours is not followed:
 * until somebody says that it is right, or it comes back, the time goes on from where it was. One that fell back and is
 * put right has not leapt: it is where steady time says.
 */
export function watchedClock(clock: ClockPort): WatchedClock {
  const read = (): Reading => ({ at: clock.now(), machine: clock.machine() });
  let last = read();
  /** The latest time that was ever believed: where steady time goes on from. */
  let furthest = last;
  let leapt: { from: Instant; to: Instant } | null = null;

  function now(): Instant {
    const reading = read();
    const sinceOf = ({ at, machine }: Reading): Instant =>
      addMs(at, Math.max(0, Math.floor(reading.machine - machine)));
    const expected = sinceOf(last);
    const steady = sinceOf(furthest);
    const aheadOf = (moment: Instant): number => msOf(reading.at) - msOf(moment);
    if (aheadOf(expected) > LONGEST_ABSENCE_MS && aheadOf(steady) > PUT_RIGHT_WITHIN_MS) {
      leapt = { from: leapt?.from ?? last.at, to: reading.at };
      return expected;
    }
    leapt = null;
    last = reading;
    if (reading.at >= steady) furthest = reading;
    return reading.at;
  }

  return {
    now,
    isBelieved() {
      now();
      return leapt === null;
    },
    machine: () => clock.machine(),
    leap() {
      now();
      return leapt;
    },
    startFrom(known) {
      // A clock behind what is known has not leapt; where steady time goes on from is not known either.
      if (known >= clock.now()) return;
      last = { at: known, machine: clock.machine() };
      furthest = last;
    },
    accept() {
      leapt = null;
      last = read();
      furthest = last;
    },
  };
}
