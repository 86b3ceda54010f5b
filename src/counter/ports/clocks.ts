import { instantOf, type Instant, msOf } from '#core/calendar';
import type { ClockPort } from '#core/shop';

export const realClock: ClockPort = { now: () => instantOf(Date.now()), machine: () => performance.now() };

export interface DemoClock extends ClockPort {
  moveTo(at: Instant): void;
}

/** Begins at a fixed moment, runs at the usual pace, and can be moved forward. */
export function demoClock(start: Instant): DemoClock {
  let base = msOf(start);
  let since = performance.now();
  return {
    now: () => instantOf(base + Math.floor(performance.now() - since)),
    machine: () => performance.now(),
    moveTo(at) {
      base = msOf(at);
      since = performance.now();
    },
  };
}
