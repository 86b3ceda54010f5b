import * as z from 'zod';
import { agreementId1, lineId1, moment1, orderId1, passId1, personId1, productId1 } from './basics';

export const holdReason1 = z.enum(['dispute', 'behind', 'paused']);
export const closeReason1 = z.enum([
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
export const pass1 = z.strictObject({
  id: passId1,
  personId: personId1,
  productId: productId1,
  cause: z.discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('paid'),
      orderId: orderId1,
      lineId: lineId1,
      agreementId: agreementId1.optional(),
    }),
    z.strictObject({ kind: z.literal('gift'), reason: z.string() }),
  ]),
  from: moment1,
  until: moment1.nullable(),
  hold: z.strictObject({ why: holdReason1, since: moment1 }).nullable(),
  closed: z.strictObject({ why: closeReason1, at: moment1 }).nullable(),
});
