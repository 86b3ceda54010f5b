import * as z from 'zod';
import { Id, idFor, type OfferId, type PriceId } from '#core/ids';

/** One price of an offer, as a step names it. */
export const Named = { offerId: idFor<OfferId>(), priceId: idFor<PriceId>() };

/** Something that can be ticked at a checkout; never beforehand. Words that are empty are the offer's own. */
export const Extra = z.object({
  id: Id,
  ...Named,
  heading: z.string().max(200),
  text: z.string().max(600),
  /** How much it stands out, within the brand. */
  strength: z.enum(['quiet', 'clear', 'loud']),
  /** What is pressed to add it; a button where nothing is said. */
  look: z.enum(['button', 'tick', 'switch']).optional(),
  /** Above the button that pays, or beside the sums; above where nothing is said. */
  place: z.enum(['above', 'beside']).optional(),
  /** Whether what it opens is shown by its picture. */
  picture: z.boolean().optional(),
});
export type Extra = z.infer<typeof Extra>;
