import type { Instant } from '#core/calendar';
import type { ChargeKey, DisputeId, PaymentId, RefundId } from '#core/ids';
import { daysLeft } from './pausing';

/**
 * Why nothing is asked for: a pause, a disputed payment, money on its way back, a charge without an answer that is to
 * replace it. Each knows nothing of the others.
 */
export type StopReason = 'paused' | `dispute:${DisputeId}` | `refund:${RefundId}` | `replacing:${ChargeKey}`;
export interface Stop {
  why: StopReason;
  since: Instant;
  /** What is disputed, where it is known. */
  paymentId?: PaymentId | null;
}

export const disputeStop = (disputeId: DisputeId): StopReason => `dispute:${disputeId}`;
export const refundStop = (refundId: RefundId): StopReason => `refund:${refundId}`;

export const replacingStop = (chargeKey: ChargeKey): StopReason => `replacing:${chargeKey}`;

/** Since when something is stopped, and since when by what moves its dates. */
export interface Span {
  since: Instant;
  movesFrom: Instant | null;
}

interface Stopped {
  stops: readonly Stop[];
}
/** Nothing is asked for, tried again or closed for being unpaid. */
export const isStopped = (a: Stopped): boolean => a.stops.length > 0;
export const isDisputed = (a: Stopped): boolean => a.stops.some(({ why }) => why.startsWith('dispute:'));
/** Money is on its way back, and what becomes of the agreement hangs on it. */
export const isBeingRefunded = (a: Stopped): boolean => a.stops.some(({ why }) => why.startsWith('refund:'));

/** What is to replace it is not answered. */
export const isBeingReplaced = (a: Stopped): boolean => a.stops.some(({ why }) => why.startsWith('replacing:'));

/** The days still paid for while it pauses: from the day on which what moves its dates began to its next due. */
export const daysLeftInPause = (a: {
  pause: { from: Instant } | null;
  next: { at: Instant } | null;
  span: Span | null;
  zone: string;
}): number => (a.pause && a.next ? daysLeft(a.next.at, a.span?.movesFrom ?? a.pause.from, a.zone) : 0);

/**
 * Whether a reason that ends now moves the dates: a pause always, a dispute where a due moment passed while it was
 * open, money on its way back and what
 * is to replace it never.
 */
export function movesDates({ why, since }: Stop, next: Instant | null, now: Instant): boolean {
  if (why === 'paused') return true;
  return why.startsWith('dispute:') && next !== null && next > since && next <= now;
}
