import * as z from 'zod';
import { OpenFile } from './member';

const id = z.string().min(1).max(64);
const zone = z.string().max(60).nullable();

/** A seat as whoever has it meets it. */
export const OwnSeat = z.strictObject({
  sessionId: id,
  /** How many: one, unless it was bought several times. */
  seats: z.int(),
  status: z.enum(['booked', 'held', 'missed', 'called-off']),
  /** Whether it can be moved to another date now. */
  canMove: z.boolean(),
  /** What was offered when the date was moved or called off: the money, as it is read, and until when; null where nothing is. */
  offered: z.strictObject({ otherDate: z.boolean(), money: z.string().nullable(), until: z.string() }).nullable(),
});
export type OwnSeat = z.infer<typeof OwnSeat>;

/** A date of a class as somebody who may open it meets it. Moments are read on the clock of whoever reads. */
export const MemberDate = z.strictObject({
  id,
  from: z.string(),
  until: z.string(),
  zone: z.string(),
  state: z.enum(['to-come', 'on', 'over', 'called-off']),
  room: z.string(),
  /** Whether a seat at it can be had now: taken, or moved to. */
  free: z.boolean(),
  mine: OwnSeat.nullable(),
  /** Whether they could take one: they have none, and one is theirs to take. */
  canTake: z.boolean(),
  /** From when on the way to join is shown. */
  joinFrom: z.string(),
  /** How to join, from half an hour before until half an hour after; else empty. */
  join: z.string(),
  recording: z.array(OpenFile),
});
export type MemberDate = z.infer<typeof MemberDate>;

export const ClassAnswer = z.strictObject({
  title: z.string(),
  zone: z.string(),
  now: z.string(),
  pick: z.enum(['all', 'one']),
  /** Why it is not open now; empty where it is. */
  whyNot: z.string(),
  noticeHours: z.int(),
  dates: z.array(MemberDate),
});
export type ClassAnswer = z.infer<typeof ClassAnswer>;

export const SeatRequest = z.strictObject({ dateId: id, zone });
export type SeatRequest = z.infer<typeof SeatRequest>;

/** What somebody does with a seat of theirs. */
export const SeatAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('change'), dateId: id, zone }),
  z.strictObject({ act: z.literal('leave') }),
  z.strictObject({ act: z.literal('money') }),
]);
export type SeatAct = z.infer<typeof SeatAct>;
