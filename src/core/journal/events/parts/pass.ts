import * as z from 'zod';
import { id1, moment1 } from './basics';

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
  id: id1,
  personId: id1,
  productId: id1,
  cause: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('paid'), orderId: id1, lineId: id1, agreementId: id1.optional() }),
    z.strictObject({ kind: z.literal('gift'), reason: z.string() }),
  ]),
  from: moment1,
  until: moment1.nullable(),
  hold: z.strictObject({ why: holdReason1, since: moment1 }).nullable(),
  closed: z.strictObject({ why: closeReason1, at: moment1 }).nullable(),
});
