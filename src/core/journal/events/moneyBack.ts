import * as z from 'zod';
import { event } from './kind';
import { currency1, id1, minor1, moment1, share1 } from './parts/basics';

/** Money that goes back: refunds, disputes, and credit for unused days. */
export const moneyBackEvents = {
  'refund.requested': event(
    z.strictObject({
      refundId: id1,
      orderId: id1,
      paymentId: z.string(),
      amount: minor1,
      currency: currency1,
      shares: z.array(share1),
      closes: z.array(id1),
      reason: z.string().max(500),
      agreementId: id1.optional(),
      ends: z.boolean().optional(),
      ofCredit: id1.optional(),
    }),
  ),
  'refund.paid': event(z.strictObject({ refundId: id1, creditNote: z.string().max(40) })),
  'refund.refused': event(z.strictObject({ refundId: id1, reason: z.string().max(200) })),
  'dispute.opened': event(
    z.strictObject({
      disputeId: id1,
      orderId: id1,
      amount: minor1,
      answerBy: moment1,
      agreementId: id1.optional(),
      paymentId: z.string().optional(),
    }),
  ),
  'dispute.closed': event(
    z.strictObject({
      disputeId: id1,
      orderId: id1,
      won: z.boolean(),
      lost: z.array(share1),
      agreementId: id1.optional(),
      paymentId: z.string().optional(),
    }),
  ),
  /** A credit note on an old payment whose unused days pay for something else. */
  'credit.given': event(
    z.strictObject({
      creditId: id1,
      orderId: id1,
      lineId: id1,
      agreementId: id1,
      paymentId: z.string(),
      amount: minor1,
      tax: minor1,
      currency: currency1,
      creditNote: z.string().max(40),
    }),
  ),
};
