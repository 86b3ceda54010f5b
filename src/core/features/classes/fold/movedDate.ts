import type { Instant } from '#core/calendar';

/** What became of a date of a class; null where it still is at the time for which it was set. */
export interface MovedDate {
  from: Instant | null;
  until: Instant | null;
  calledOff: boolean;
  /** What whoever had a seat may choose. */
  offers: { otherDate: boolean; money: boolean };
}
