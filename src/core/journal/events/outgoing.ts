import * as z from 'zod';
import { event } from './kind';
import { id1 } from './parts/basics';

/** What must leave the shop besides charges and refunds, and that it has. */
export const outgoingEvents = {
  'mail.due': event(
    z.strictObject({
      key: id1,
      mail: z.enum(['receipt', 'refund']),
      orderId: id1,
      personId: id1,
      refundId: id1.nullable(),
    }),
  ),
  'void.due': event(z.strictObject({ key: id1, chargeKey: id1 })),
  done: event(z.strictObject({ key: id1 })),
};
