import * as z from 'zod';
import { Id } from '#core/catalogue';

const Step = z.object({ id: Id, kind: z.enum(['page', 'checkout', 'thanks']), pageId: Id });
export type Step = z.infer<typeof Step>;

/** What a buyer walks through. Steps follow one another in order for now; joins of yes and no come with offers after payment. */
export const Path = z.object({
  id: Id,
  title: z.string().max(200),
  /** The part of the web address after the shop's: "dawn-field-pack". */
  address: z.string().max(80),
  /** Addresses it had before; they keep leading here. */
  formerAddresses: z.array(z.string().max(80)).max(50),
  offerId: Id,
  steps: z.array(Step).min(1).max(60),
});
export type Path = z.infer<typeof Path>;
