import * as z from 'zod';
import { Id, idFor, type OfferId, type PageId, type PriceId, type StepId } from '#core/ids';
import { Extra } from './extra';

/** Which of two designs: what stands there, or the other. */
export type Arm = 'a' | 'b';

/**
 * Two designs of one thing at a step, shown to some visitors each: of its page, of an extra, or of what is offered after
 * payment. What stands at the step itself is the one, this holds the other.
 */
export const Comparison = z.object({
  id: Id,
  step: idFor<StepId>(),
  other: z.discriminatedUnion('of', [
    z.object({ of: z.literal('page'), pageId: idFor<PageId>() }),
    z.object({ of: z.literal('extra'), extra: Extra }),
    z.object({ of: z.literal('offer'), offerId: idFor<OfferId>(), priceId: idFor<PriceId>() }),
  ]),
  /** So many of a hundred visitors see the other. */
  share: z.int().min(1).max(99),
  /** By whether its visitors go on, or by what they pay on the day of buying. */
  by: z.enum(['went-on', 'money']),
});
export type Comparison = z.infer<typeof Comparison>;
