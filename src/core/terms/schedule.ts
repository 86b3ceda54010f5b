import type { Instant } from '#core/calendar';
import type { Terms } from './terms';

/** One payment that terms ask for. */
export interface Due {
  /** 0 for what is taken at the start beside full payments (trial fee, set-up); 1, 2, … for full payments. */
  n: number;
  at: Instant;
  /** Whole minor units in the offer's currency. */
  amount: number;
}

/**
 * Every payment that terms ask for, in order of time, as a lazy sequence: a subscription has no last one.
 * The statement, the keel line, the rehearsal and the charge all read this one function.
 * @param start the moment success is written
 */
export function* scheduleOf(terms: Terms, start: Instant): Generator<Due, void, undefined> {
  switch (terms.kind) {
    case 'free':
      return;
    case 'once':
      yield { n: 1, at: start, amount: terms.amount };
  }
}
