import * as z from 'zod';
import { event } from './kind';
import { chargeKey1, id1, orderId1, personId1, refundId1 } from './parts/basics';

/** What must leave the shop besides charges and refunds, and that it has. */
export const outgoingEvents = {
  'mail.due': event(
    z.strictObject({
      key: id1,
      mail: z.enum(['receipt', 'refund']),
      orderId: orderId1,
      personId: personId1,
      refundId: refundId1.nullable(),
    }),
  ),
  'void.due': event(z.strictObject({ key: id1, chargeKey: chargeKey1 })),
  done: event(z.strictObject({ key: id1 })),
};
