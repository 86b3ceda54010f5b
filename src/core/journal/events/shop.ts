import * as z from 'zod';
import { event } from './kind';
import { id1, moment1, orderId1, personId1, productId1 } from './parts/basics';

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
  /** The shop was away; the owner has said that it may go on. */
  'gap.confirmed': event(z.strictObject({ from: moment1, to: moment1 })),
  /** What there is to look at is the program's affair and grows: from version 2 on it is any word. */
  'attention.raised': event(raised1.extend({ what: z.enum(['late-answer']) })).next(
    raised1.extend({ what: z.string().regex(/^[a-z][a-z-]{0,59}$/) }),
    (data) => data,
  ),
};
