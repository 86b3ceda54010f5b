import * as z from 'zod';
import {
  idFor,
  type AgreementId,
  type LineId,
  type OrderId,
  type PassId,
  type PersonId,
  type ProductId,
} from '#core/ids';
import type { Instant } from '#core/calendar';

/** What can keep a pass from opening anything: a disputed payment, a payment that is behind, a pause. */
export const HoldReason = z.enum(['dispute', 'behind', 'paused']);
export type HoldReason = z.infer<typeof HoldReason>;
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

/** One buyer's right to open one product, from, until, and because of what. */
export const Pass = z.object({
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
  /** Set while something keeps the pass from opening anything. */
  hold: z.object({ why: HoldReason, since: z.string() }).nullable(),
  closed: z.object({ why: CloseReason, at: z.string() }).nullable(),
});
export type Pass = z.infer<typeof Pass>;

export type PassState = 'open' | 'waiting' | 'on-hold' | 'closed';

/** The state of a pass at a moment. [from, until): the last moment is already closed. */
export function passState(pass: Pass, now: Instant): PassState {
  if (pass.closed) return 'closed';
  if (pass.until !== null && now >= pass.until) return 'closed';
  if (pass.hold) return 'on-hold';
  return now < pass.from ? 'waiting' : 'open';
}

export const isOpen = (pass: Pass, now: Instant): boolean => passState(pass, now) === 'open';
