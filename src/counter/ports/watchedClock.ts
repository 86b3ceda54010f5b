import { addMs, type Instant, msOf } from '#core/calendar';
import { LONGEST_ABSENCE_MS, type ClockPort } from '#core/shop';

/** A clock that is believed only while it goes along with steady time. */
export interface WatchedClock extends ClockPort {
  /** Where it leapt from and to, while it stands ahead of steady time by more than 48 hours. */
  leap(): { from: Instant; to: Instant } | null;
  /** The owner says that the clock is right: from here it is followed again. */
  accept(): void;
}

/**
 * Looks at a clock against steady time each time it is read. One that leaps ahead by over 48 hours is not followed:
 * until somebody says that it is right, or it comes back, the time goes on from where it was.
 */
export function watchedClock(clock: ClockPort): WatchedClock {
  let last = { at: clock.now(), machine: clock.machine() };
  let leapt: { from: Instant; to: Instant } | null = null;

  function now(): Instant {
    const machine = clock.machine();
    const expected = addMs(last.at, Math.max(0, Math.floor(machine - last.machine)));
    const said = clock.now();
    const ahead = msOf(said) - msOf(expected);
    if (ahead > LONGEST_ABSENCE_MS) {
      leapt = { from: leapt?.from ?? last.at, to: said };
      return expected;
    }
    leapt = null;
    last = { at: said, machine };
    return said;
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
    accept() {
      leapt = null;
      last = { at: clock.now(), machine: clock.machine() };
    },
  };
}
