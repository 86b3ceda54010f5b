import * as z from 'zod';
import { agreementId1, lineId1, moment1, orderId1, passId1, personId1, productId1 } from './basics';
import { seat1 } from './quote';

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
/** What holds a pass, and by what where there may be several: "behind", "paused", "dispute:" and its id. */
export const holdReason2 = z.string().regex(/^(behind|paused|dispute(:[A-Za-z0-9_-]{1,64})?)$/);
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

/** A pass as it begins: what holds or closes it comes later. */
export const pass2 = pass1.omit({ hold: true, closed: true });
/** With how many sessions it brings, of one unit or each paid period; at which dates it has seats; what it waits for. */
export const pass3 = pass2.extend({
  sessions: z
    .strictObject({ count: z.int().min(1), units: z.int().min(1), each: z.enum(['once', 'period']) })
    .optional(),
  seats: z.strictObject({ units: z.int().min(1), at: z.array(seat1).min(1) }).optional(),
  waits: z.strictObject({ for: z.enum(['work', 'sending']), units: z.int().min(1) }).optional(),
});
export const passFrom1 = ({ hold: _, closed: __, ...pass }: z.infer<typeof pass1>): z.infer<typeof pass2> => pass;
