import * as z from 'zod';
import { addMs, type Instant, instantOf, MINUTE, momentOfWall, msOf, wallClockOf } from '#core/calendar';
import { idFor, type ClassDateId, type ProductId } from '#core/ids';

/** A date that its seller has set, for several people at once. */
export const SetDate = z.object({
  id: idFor<ClassDateId>(),
  /** As the clocks of its zone show it: "2026-12-03T19:00". */
  begins: z.string().regex(/^[12]\d{3}-(0\d|1[0-2])-([0-2]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/),
  zone: z.string().min(1).max(60),
  minutes: z.int().min(5).max(1_440),
  /** How many people it has room for; null for as many as like. */
  seats: z.int().min(1).max(100_000).nullable(),
});
export type SetDate = z.infer<typeof SetDate>;

/** From when until when a date was set. */
export function spanOf({ begins, zone, minutes }: SetDate): { from: Instant; until: Instant } {
  const from = momentOfWall(`${begins}:00.000`, zone);
  return { from, until: addMs(from, minutes * MINUTE) };
}

/** A moment as the clocks of a zone show it, in the form in which a date is set. */
export const wallOf = (at: Instant, zone: string): string => wallClockOf(at, zone).slice(0, 16);

/** A date of a class as it stands: moved it may have been, or called off. */
export interface DateStanding {
  id: ClassDateId;
  from: Instant;
  until: Instant;
  zone: string;
  seats: number | null;
  /** Seats that somebody has, or is paying for. */
  taken: number;
  calledOff: boolean;
}

/** A date that was set and of which nothing is known yet. */
export const untouched = (date: SetDate): DateStanding => ({
  id: date.id,
  ...spanOf(date),
  zone: date.zone,
  seats: date.seats,
  taken: 0,
  calledOff: false,
});

/** How many seats are left; infinitely many where there is room for everybody. */
export const freeSeats = ({ seats, taken }: Pick<DateStanding, 'seats' | 'taken'>): number =>
  seats === null ? Infinity : Math.max(0, seats - taken);

/** Whether a seat at it can be had: it has not begun, and takes place. */
export const isToCome = ({ from, calledOff }: Pick<DateStanding, 'from' | 'calledOff'>, now: Instant): boolean =>
  !calledOff && from > now;

/** Whether a date is over by the time that access ends. */
export const isWithin = ({ until }: Pick<DateStanding, 'until'>, ends: Instant | null): boolean =>
  ends === null || until <= ends;

/** So long before it begins and after it ends the way to join it is shown. */
export const JOIN_AROUND_MS = 30 * MINUTE;

/** Whether the way to join is shown: from half an hour before it begins until half an hour after it ends. */
export const canJoin = ({ from, until }: { from: Instant; until: Instant }, now: Instant): boolean =>
  msOf(from) - JOIN_AROUND_MS <= msOf(now) && msOf(now) < msOf(until) + JOIN_AROUND_MS;

/** From when on the way to join is shown. */
export const joinFrom = (from: Instant): Instant => instantOf(msOf(from) - JOIN_AROUND_MS);

/** A seat as it was bought, with the time it was bought for. */
export const SeatBought = z.object({
  productId: idFor<ProductId>(),
  dateId: idFor<ClassDateId>(),
  from: z.string(),
  until: z.string(),
  zone: z.string(),
});
export type SeatBought = z.infer<typeof SeatBought>;
