import * as z from 'zod';
import { event } from './kind';
import {
  agreementId1,
  creditId1,
  currency1,
  disputeId1,
  lineId1,
  minor1,
  moment1,
  orderId1,
  passId1,
  refundId1,
  share1,
  share2,
} from './parts/basics';

const refund1 = z.strictObject({
  refundId: refundId1,
  orderId: orderId1,
  paymentId: z.string(),
  amount: minor1,
  currency: currency1,
  shares: z.array(share1),
  closes: z.array(passId1),
  reason: z.string().max(500),
  agreementId: agreementId1.optional(),
  ends: z.boolean().optional(),
  ofCredit: creditId1.optional(),
});

const refund2 = refund1.extend({ shares: z.array(share2) });

/** Money that goes back: refunds, disputes, and credit for unused days. */
export const moneyBackEvents = {
  'refund.requested': event(refund1).next(refund2, (data) => data),
  'refund.paid': event(z.strictObject({ refundId: refundId1, creditNote: z.string().max(40) })),
  'refund.refused': event(z.strictObject({ refundId: refundId1, reason: z.string().max(200) })),
  'dispute.opened': event(
    z.strictObject({
      disputeId: disputeId1,
      orderId: orderId1,
      amount: minor1,
      answerBy: moment1,
      agreementId: agreementId1.optional(),
      paymentId: z.string().optional(),
    }),
  ),
  'dispute.closed': event(
    z.strictObject({
      disputeId: disputeId1,
      orderId: orderId1,
      won: z.boolean(),
      lost: z.array(share1),
      agreementId: agreementId1.optional(),
      paymentId: z.string().optional(),
    }),
  ),
  /**
   * What the payment service keeps of a payment, a refund or a dispute (below zero where it gives a fee back), and the
   * payout it stands in. It is written where the service says so, in the batch that records the movement.
   */
  'fee.taken': event(
    z.strictObject({
      of: z.enum(['payment', 'refund', 'dispute']),
      /** The payment's, refund's or dispute's. */
      id: z.string().max(80),
      amount: z.int(),
      currency: currency1,
      payout: z.string().max(80).nullable(),
    }),
  ),
  /** A credit note on an old payment whose unused days pay for something else. */
  'credit.given': event(
    z.strictObject({
      creditId: creditId1,
      orderId: orderId1,
      lineId: lineId1,
      agreementId: agreementId1,
      paymentId: z.string(),
      amount: minor1,
      tax: minor1,
      currency: currency1,
      creditNote: z.string().max(40),
    }),
  ),
};
