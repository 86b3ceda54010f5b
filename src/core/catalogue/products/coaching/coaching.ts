import * as z from 'zod';
import { type BookingRules, OpenHours } from '#core/booking';
import { Id } from '#core/ids';
import { productShape } from '../base';

/** Something the seller asks of whoever books a session. */
export const CoachingQuestion = z.object({ id: Id, text: z.string().max(300), required: z.boolean() });
export type CoachingQuestion = z.infer<typeof CoachingQuestion>;

/**
 * So many sessions of a length, which their buyer books in open hours. For how long they can be booked the price says:
 * by the access it gives.
 */
export const Coaching = z.object({
  ...productShape('coaching'),
  sessions: z.int().min(1).max(200),
  /** So many in all, or so many each paid period of a subscription. */
  each: z.enum(['once', 'period']),
  minutes: z.int().min(5).max(600),
  /** Every so many minutes of the clock one may begin. */
  grid: z.union([z.literal(15), z.literal(30), z.literal(60)]),
  /** In the shop's zone. */
  hours: OpenHours,
  noticeHours: z.int().min(0).max(720),
  bufferBefore: z.int().min(0).max(240),
  bufferAfter: z.int().min(0).max(240),
  aheadDays: z.int().min(1).max(365),
  mostPerDay: z.int().min(1).max(50).nullable(),
  /** Where it takes place: an address to go to, or one to open. Only whoever has booked reads it. */
  place: z.string().max(500),
  questions: z.array(CoachingQuestion).max(10),
});
export type Coaching = z.infer<typeof Coaching>;

declare module '../product' {
  interface ProductsByKind {
    coaching: Coaching;
  }
}

/** How its sessions are booked. */
export const asBooked = (coaching: Coaching): BookingRules => ({
  hours: coaching.hours,
  minutes: coaching.minutes,
  grid: coaching.grid,
  noticeHours: coaching.noticeHours,
  bufferBefore: coaching.bufferBefore,
  bufferAfter: coaching.bufferAfter,
  aheadDays: coaching.aheadDays,
  mostPerDay: coaching.mostPerDay,
});
