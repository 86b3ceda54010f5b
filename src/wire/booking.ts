import * as z from 'zod';
import { DateRow } from './classDates';

const Status = z.enum(['booked', 'held', 'missed', 'called-off']);

const id = z.string().min(1).max(64);
const moment = z.iso.datetime().max(30);
const zone = z.string().max(60);

/** A session as its member meets it. Times are moments: they are read on the clock of whoever reads. */
export const BookedSession = z.strictObject({
  id,
  from: z.string(),
  until: z.string(),
  status: Status,
  /** How it stands, in words; empty where it simply is to come. */
  said: z.string(),
  /** Whether its member can still move it, and call it off without its counting. */
  inTime: z.boolean(),
  /** Whether it has begun, and is over, by the shop's clock. */
  begun: z.boolean(),
  over: z.boolean(),
});
export type BookedSession = z.infer<typeof BookedSession>;

/** What a member books: how many are left, what is booked, and the times that are free in some weeks. */
export const BookingAnswer = z.strictObject({
  title: z.string(),
  minutes: z.int(),
  left: z.int(),
  leftSaid: z.string(),
  noticeHours: z.int(),
  place: z.string(),
  /** The shop's zone. */
  zone,
  questions: z.array(z.strictObject({ id, text: z.string(), required: z.boolean() })),
  /** Why nothing can be booked now; empty where something can. */
  whyNot: z.string(),
  sessions: z.array(BookedSession),
  /** What gave and took sessions, line by line. */
  ledger: z.array(z.strictObject({ day: z.string(), what: z.string(), change: z.int(), left: z.int() })),
  slots: z.array(z.string()),
  /** The dates of the shop that were looked through, and from which to ask for more; null where there are no more. */
  from: z.string(),
  to: z.string(),
  next: z.string().nullable(),
});
export type BookingAnswer = z.infer<typeof BookingAnswer>;

export const BookRequest = z.strictObject({
  at: moment,
  zone: zone.nullable(),
  answers: z.array(z.strictObject({ id, text: z.string().max(2_000) })).max(10),
});
export type BookRequest = z.infer<typeof BookRequest>;

/** What a member does with a session of theirs. */
export const BookedAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('move'), at: moment, zone: zone.nullable() }),
  z.strictObject({
    act: z.literal('call-off'),
    /** They have read that it counts. */
    seenLate: z.boolean(),
  }),
]);
export type BookedAct = z.infer<typeof BookedAct>;

/** The next session of somebody, for their home page. */
export const NextSession = z.strictObject({
  id,
  title: z.string(),
  href: z.string(),
  from: z.string(),
  until: z.string(),
  zone,
  place: z.string(),
  /** "in 3 days" */
  soon: z.string(),
});
export type NextSession = z.infer<typeof NextSession>;

/** A session as the seller meets it. */
export const SessionRow = z.strictObject({
  id,
  productId: id,
  title: z.string(),
  minutes: z.int(),
  passId: id,
  personId: id,
  name: z.string(),
  address: z.string(),
  from: z.string(),
  until: z.string(),
  status: Status,
  counts: z.boolean(),
  calledOffBy: z.enum(['member', 'seller', 'access']).nullable(),
  zone: zone.nullable(),
  place: z.string(),
  answers: z.array(z.strictObject({ question: z.string(), text: z.string() })),
  note: z.string(),
});
export type SessionRow = z.infer<typeof SessionRow>;

export const SessionsOfDays = z.strictObject({
  now: z.string(),
  zone,
  sessions: z.array(SessionRow),
  /** Dates of classes, whose seats are not told one by one. */
  dates: z.array(DateRow),
  /** Over, and not marked as held or missed: how many there are in all, and the oldest of them. */
  unmarked: z.int(),
  oldestUnmarked: z.string().nullable(),
  busy: z.array(z.strictObject({ from: z.string(), until: z.string() })),
  busyName: z.string(),
});
export type SessionsOfDays = z.infer<typeof SessionsOfDays>;

/** What the seller does with a session. */
export const SessionAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('move'), at: moment }),
  z.strictObject({ act: z.literal('call-off'), counts: z.boolean() }),
  z.strictObject({ act: z.literal('mark'), as: z.enum(['held', 'missed']), counts: z.boolean() }),
  z.strictObject({ act: z.literal('note'), text: z.string().max(5_000) }),
]);
export type SessionAct = z.infer<typeof SessionAct>;

export const GiveSessionsRequest = z.strictObject({ count: z.int().min(1).max(200), reason: z.string().max(500) });
export type GiveSessionsRequest = z.infer<typeof GiveSessionsRequest>;

/** When the seller has something else to do, as read from a calendar file: moments in milliseconds. */
export const BusyRequest = z.strictObject({
  name: z.string().max(200),
  stretches: z.array(z.strictObject({ from: z.int(), until: z.int() })).max(5_000),
});
export type BusyRequest = z.infer<typeof BusyRequest>;

/** How somebody stands with what they can book. */
export const PersonSessions = z.strictObject({
  passes: z.array(
    z.strictObject({
      passId: id,
      title: z.string(),
      open: z.boolean(),
      left: z.int(),
      /** Booked, and not begun. */
      coming: z.int(),
      ledger: z.array(z.strictObject({ day: z.string(), what: z.string(), change: z.int(), left: z.int() })),
    }),
  ),
});
export type PersonSessions = z.infer<typeof PersonSessions>;
