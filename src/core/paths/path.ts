import * as z from 'zod';
import {
  type BlockId,
  Id,
  idFor,
  type OfferId,
  type PageId,
  type PathId,
  type PriceId,
  type ProductId,
  type StepId,
} from '#core/ids';
import { upgradePath } from './upgradePath';

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

const Address = z.string().max(80);

const Step = z.object({
  id: idFor<StepId>(),
  kind: z.enum(['page', 'checkout', 'offer', 'thanks']),
  pageId: idFor<PageId>(),
  /** The part of the web address after the path's: "checkout". Empty where the path's own address leads. */
  address: Address,
  /** Addresses it had before; they keep leading here. */
  formerAddresses: z.array(Address).max(50),
  /** For the seller alone. */
  note: z.string().max(200),
  /** What a checkout has beside its offer, in their order. */
  extras: z.array(Extra).max(12).optional(),
  /** What an offer after payment offers. */
  offer: z.object(Named).optional(),
});
export type Step = z.infer<typeof Step>;

/** What must be so of an order for a join to be taken. */
export const Condition = z.discriminatedUnion('about', [
  z.object({ about: z.literal('price'), priceId: idFor<PriceId>() }),
  z.object({ about: z.literal('extra'), extraId: Id, taken: z.boolean() }),
  z.object({ about: z.literal('owns'), productId: idFor<ProductId>() }),
]);
export type Condition = z.infer<typeof Condition>;

/** Where a join leads: to a step of this path, to another path, or to a page held elsewhere. */
export const Target = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('step'), step: idFor<StepId>() }),
  z.object({ kind: z.literal('path'), path: idFor<PathId>() }),
  z.object({ kind: z.literal('elsewhere'), href: z.string().max(2_000) }),
]);
export type Target = z.infer<typeof Target>;

/** Out of a step by going on, by yes, by no, or by one button of its page. */
export const Join = z.object({
  from: idFor<StepId>(),
  by: z.enum(['next', 'yes', 'no', 'button']),
  /** Whose button, where it goes by one. */
  block: idFor<BlockId>().optional(),
  /** Of several alike the first whose condition holds; one without is for everybody else. */
  when: Condition.optional(),
  to: Target,
});
export type Join = z.infer<typeof Join>;

/** What a buyer walks through: steps, and the joins that lead from one to another. */
export const Path = z.preprocess(
  upgradePath,
  z.object({
    id: idFor<PathId>(),
    title: z.string().max(200),
    /** For the seller alone. */
    note: z.string().max(200),
    /** The part of the web address after the shop's: "dawn-field-pack". */
    address: Address,
    /** Addresses it had before; they keep leading here. */
    formerAddresses: z.array(Address).max(50),
    offerId: idFor<OfferId>(),
    steps: z.array(Step).min(1).max(60),
    joins: z.array(Join).max(400),
    /** The step that its own address leads to. */
    start: idFor<StepId>(),
  }),
);
export type Path = z.infer<typeof Path>;
