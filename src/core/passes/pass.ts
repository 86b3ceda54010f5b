import * as z from 'zod';
import {
  idFor,
  type AgreementId,
  type DisputeId,
  type LineId,
  type OrderId,
  type PassId,
  type PersonId,
  type ProductId,
} from '#core/ids';
import { SeatBought } from '#core/booking';
import type { Instant } from '#core/calendar';

/** What can keep a pass from opening anything: a disputed payment, a payment that is behind, a pause. */
export type HoldKind = 'dispute' | 'behind' | 'paused';
/** One such reason. Each is added and taken away by itself, so two disputes are two. */
export type HoldReason = 'behind' | 'paused' | `dispute:${DisputeId}`;
export interface Hold {
  why: HoldReason;
  since: Instant;
}
export const disputeHold = (disputeId: DisputeId): HoldReason => `dispute:${disputeId}`;
export const holdKind = ({ why }: Hold): HoldKind => (why.startsWith('dispute') ? 'dispute' : (why as HoldKind));
/** Why a pass is closed for good. */
export const CloseReason = z.enum([
  'refund',
  'dispute-lost',
  'expired',
  'withdrawn',
  'ended',
  'unpaid',
  'switched',
  'replaced',
  'stopped',
]);
export type CloseReason = z.infer<typeof CloseReason>;

/** One buyer's right to open one product, from, until, and because of what, as it begins. */
export const PassSeed = z.object({
  id: idFor<PassId>(),
  personId: idFor<PersonId>(),
  productId: idFor<ProductId>(),
  cause: z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('paid'),
      orderId: idFor<OrderId>(),
      lineId: idFor<LineId>(),
      agreementId: idFor<AgreementId>().optional(),
    }),
    z.object({ kind: z.literal('gift'), reason: z.string() }),
  ]),
  from: z.string(),
  until: z.string().nullable(),
  /** How many sessions it brings; left out where its product has none. */
  sessions: z.object({ count: z.int(), units: z.int(), each: z.enum(['once', 'period']) }).optional(),
  /** What the seller has to do for it, and how often. */
  waits: z.object({ for: z.enum(['work', 'sending']), units: z.int() }).optional(),
  /** Where it has seats from the beginning, and how many at each. */
  seats: z.object({ units: z.int(), at: z.array(SeatBought) }).optional(),
});
export type PassSeed = z.infer<typeof PassSeed>;

export interface Pass extends PassSeed {
  /** What keeps the pass from opening anything, the oldest first; open again when the last has gone. */
  holds: Hold[];
  /** When it was on hold before. */
  heldBefore: readonly { from: Instant; until: Instant }[];
  closed: { why: CloseReason; at: Instant } | null;
  /** The date it had while its plan pauses; it is put off by the pause. */
  waited: Instant | null;
}

export const opened = (pass: PassSeed): Pass => ({
  ...pass,
  holds: [],
  heldBefore: [],
  closed: null,
  waited: null,
});

/** Since when it is on hold, as a stretch of time without an end yet. */
export const heldSince = ({ holds: [first] }: Pick<Pass, 'holds'>): { from: Instant; until: null }[] =>
  first ? [{ from: first.since, until: null }] : [];

export type PassState = 'open' | 'waiting' | 'on-hold' | 'closed';

/** The state of a pass at a moment. [from, until): the last moment is already closed. */
export function passState(pass: Pass, now: Instant): PassState {
  if (pass.closed) return 'closed';
  if (pass.until !== null && now >= pass.until) return 'closed';
  if (pass.holds.length > 0) return 'on-hold';
  return now < pass.from ? 'waiting' : 'open';
}

export const isOpen = (pass: Pass, now: Instant): boolean => passState(pass, now) === 'open';
