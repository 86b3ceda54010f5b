import * as z from 'zod';
import { event } from './kind';
import { chargeKey1, id1, orderId1, personId1, productId1, refundId1, stepId1 } from './parts/basics';

const mail1 = z.strictObject({
  key: id1,
  mail: z.enum(['receipt', 'refund']),
  orderId: orderId1,
  personId: personId1,
  refundId: refundId1.nullable(),
});

/** What must leave the shop besides charges and refunds, and that it has. */
export const outgoingEvents = {
  /** A receipt is of the checkout, or of an offer after it. */
  'mail.due': event(mail1).next(mail1.extend({ step: stepId1.nullable() }), (data) => ({ ...data, step: null })),
  /** Somebody was given access by hand, and is told so. */
  'access.mailDue': event(z.strictObject({ key: id1, personId: personId1, productIds: z.array(productId1).min(1) })),
  'void.due': event(z.strictObject({ key: id1, chargeKey: chargeKey1 })),
  done: event(z.strictObject({ key: id1 })),
};
