import * as z from 'zod';
import { idFor, type OfferId, type PageId, type PathId, type StepId } from '#core/ids';

const Step = z.object({ id: idFor<StepId>(), kind: z.enum(['page', 'checkout', 'thanks']), pageId: idFor<PageId>() });
export type Step = z.infer<typeof Step>;

/** What a buyer walks through. Steps follow one another in order for now; joins of yes and no come with offers after payment. */
export const Path = z.object({
  id: idFor<PathId>(),
  title: z.string().max(200),
  /** The part of the web address after the shop's: "dawn-field-pack". */
  address: z.string().max(80),
  /** Addresses it had before; they keep leading here. */
  formerAddresses: z.array(z.string().max(80)).max(50),
  offerId: idFor<OfferId>(),
  steps: z.array(Step).min(1).max(60),
});
export type Path = z.infer<typeof Path>;
