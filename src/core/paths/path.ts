import * as z from 'zod';
import { Id, idFor, type OfferId, type PageId, type PathId, type PriceId, type StepId } from '#core/ids';

/** One price of an offer, as a step names it. */
const Named = { offerId: idFor<OfferId>(), priceId: idFor<PriceId>() };

/** Something that can be ticked at a checkout; never beforehand. Words that are empty are the offer's own. */
export const Extra = z.object({
  id: Id,
  ...Named,
  heading: z.string().max(200),
  text: z.string().max(600),
  /** How much it stands out, within the brand. */
  strength: z.enum(['quiet', 'clear', 'loud']),
});
export type Extra = z.infer<typeof Extra>;

const Step = z.object({
  id: idFor<StepId>(),
  kind: z.enum(['page', 'checkout', 'offer', 'thanks']),
  pageId: idFor<PageId>(),
  /** What a checkout has beside its offer, in their order. */
  extras: z.array(Extra).max(12).optional(),
  /** What an offer after payment offers. */
  offer: z.object(Named).optional(),
});
export type Step = z.infer<typeof Step>;

/** What a buyer walks through. Steps follow one another in order: an offer after payment leads on whether it is taken or not. */
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
