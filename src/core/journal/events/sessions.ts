import * as z from 'zod';
import { event } from './kind';
import { classDateId1, id1, moment1, passId1, productId1, refundId1, sessionId1 } from './parts/basics';

const count = z.int().min(1);
const by1 = z.enum(['member', 'seller', 'access']);
/** What somebody may choose, until a moment, once the seller has changed something. */
const offered1 = z.strictObject({ otherDate: z.boolean(), money: z.boolean(), until: moment1 });
/** From when until when, and the minutes kept free around it. */
const time1 = z.strictObject({
  from: moment1,
  until: moment1,
  before: z.int().min(0),
  after: z.int().min(0),
  /** The zone of the member, as their browser said it; null where it is not known. */
  zone: z.string().max(60).nullable(),
  remindAt: moment1.nullable(),
});

/** Sessions: how many a pass was given, and what became of each that was booked. */
export const sessionEvents = {
  'sessions.given': event(
    z.strictObject({
      passId: passId1,
      count,
      why: z.enum(['bought', 'period', 'by-hand']),
      /** The charge that paid for them; null where none did. */
      key: id1.nullable(),
      reason: z.string().max(500),
    }),
  ),
  'sessions.lapsed': event(z.strictObject({ passId: passId1, count })),
  'sessions.takenBack': event(z.strictObject({ passId: passId1, count, refundId: refundId1 })),
  'session.booked': event(
    time1.extend({
      sessionId: sessionId1,
      passId: passId1,
      productId: productId1,
      by: by1,
      /** A seat at a date of a class, which several share; and how many, where it is more than one. */
      dateId: classDateId1.optional(),
      seats: z.int().min(2).optional(),
    }),
  ),
  /** To another time; a seat by its member to another date as well. */
  'session.moved': event(
    time1.extend({
      sessionId: sessionId1,
      sequence: count,
      by: by1,
      dateId: classDateId1.optional(),
      offered: offered1.optional(),
    }),
  ),
  'session.calledOff': event(
    z.strictObject({
      sessionId: sessionId1,
      sequence: count,
      by: by1,
      counts: z.boolean(),
      offered: offered1.optional(),
    }),
  ),
  /** Some of several seats were given back. */
  'session.fewerSeats': event(z.strictObject({ sessionId: sessionId1, seats: count })),
  /** The money that was offered was asked back, by this refund. */
  'session.moneyTaken': event(z.strictObject({ sessionId: sessionId1, refundId: refundId1 })),
  /** It is of another pass from now on: the one it was booked by closed, and this one opened in its place. */
  'session.passedOn': event(z.strictObject({ sessionId: sessionId1, passId: passId1 })),
  /** What became of it; said again it is corrected. */
  'session.marked': event(
    z.strictObject({ sessionId: sessionId1, as: z.enum(['held', 'missed']), counts: z.boolean() }),
  ),
  /** A letter about it, with the times it is about: it may have changed again before the letter goes out. */
  'session.mailDue': event(
    z.strictObject({
      key: id1,
      sessionId: sessionId1,
      mail: z.enum(['booked', 'moved', 'called-off', 'reminder']),
      from: moment1,
      until: moment1,
      /** When it was to be before. */
      was: moment1.nullable(),
      sequence: z.int().min(0),
      by: by1,
      /** The others that one letter is about, with the same time or times of their own. */
      also: z.array(sessionId1).optional(),
      offered: offered1.optional(),
      /** When to remind again. */
      remindAt: moment1.optional(),
    }),
  ),
};
