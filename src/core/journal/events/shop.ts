import * as z from 'zod';
import { event } from './kind';
import {
  agreementId1,
  chargeKey1,
  id1,
  moment1,
  orderId1,
  passId1,
  paymentId1,
  personId1,
  productId1,
} from './parts/basics';

const raised1 = z.strictObject({ id: id1, orderId: orderId1, text: z.string().max(500) });

const published1 = z.strictObject({ release: z.int().min(1), basedOn: z.int().min(1).nullable() });

/** The shop itself: what is live, its clock, its disk, who is known, and what a person has to look at. */
export const shopEvents = {
  /** From version 2 on with what came to stand in memberships, and what was taken out of them. */
  'release.published': event(published1).next(
    published1.extend({
      parts: z.array(z.strictObject({ productId: productId1, added: z.array(productId1), taken: z.array(productId1) })),
    }),
    (data) => ({ ...data, parts: [] }),
  ),
  'clock.moved': event(z.strictObject({ to: moment1 })),
  'journal.resumed': event(z.strictObject({ why: z.string() })),
  'person.changed': event(z.strictObject({ personId: personId1, rev: z.int().min(1) })),
  /** Two records were the same human being: everything of the one is the other's from now on, and stands here by its id. */
  'people.joined': event(
    z.strictObject({
      personId: personId1,
      intoId: personId1,
      orderIds: z.array(orderId1),
      passIds: z.array(passId1),
      agreementIds: z.array(agreementId1),
      /** What those agreements paid after the day of buying. */
      paymentIds: z.array(paymentId1),
      /** Of what they bought, and of what was tried. */
      chargeKeys: z.array(chargeKey1),
    }),
  ),
  /** The shop was away; the owner has said that it may go on. */
  'gap.confirmed': event(z.strictObject({ from: moment1, to: moment1 })),
  /** What there is to look at is the program's affair and grows: from version 2 on it is any word. */
  'attention.raised': event(raised1.extend({ what: z.enum(['late-answer']) })).next(
    raised1.extend({ what: z.string().regex(/^[a-z][a-z-]{0,59}$/) }),
    (data) => data,
  ),
};
