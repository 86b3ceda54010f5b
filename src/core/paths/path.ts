import * as z from 'zod';
import {
  type BlockId,
  type EntranceId,
  Id,
  idFor,
  type OfferId,
  type PageId,
  type PathId,
  type PriceId,
  type ProductId,
  type StepId,
} from '#core/ids';
import { Bonus } from './bonus';
import { Comparison } from './comparison';
import { Countdown } from './countdown';
import { Entrance } from './entrance';
import { Extra, Named } from './extra';
import { Target } from './target';
import { upgradePath } from './upgradePath';

export { Extra, Target };

const Address = z.string().max(80);

const Step = z.object({
  id: idFor<StepId>(),
  kind: z.enum(['page', 'checkout', 'offer', 'turned-back', 'thanks']),
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
  offer: z
    .object({
      ...Named,
      /** Other prices of the same offer, to be chosen among; that one stands first. */
      also: z.array(idFor<PriceId>()).max(10).optional(),
    })
    .optional(),
  /** What a checkout sells where that is not its path's own offer: two stand side by side. */
  offerId: idFor<OfferId>().optional(),
  /** What somebody who turned back may have, for so many hours from when they first did. */
  lower: z.object({ priceId: idFor<PriceId>(), hours: z.int().min(1).max(720) }).optional(),
});
export type Step = z.infer<typeof Step>;

/** What must be so of an order for a join to be taken. */
export const Condition = z.discriminatedUnion('about', [
  z.object({ about: z.literal('price'), priceId: idFor<PriceId>() }),
  z.object({ about: z.literal('extra'), extraId: Id, taken: z.boolean() }),
  z.object({ about: z.literal('owns'), productId: idFor<ProductId>() }),
  z.object({ about: z.literal('entrance'), entranceId: idFor<EntranceId>() }),
]);
export type Condition = z.infer<typeof Condition>;

/** Out of a step by going on, by yes, by no, by turning back, or by one button of its page. */
export const Join = z.object({
  from: idFor<StepId>(),
  by: z.enum(['next', 'yes', 'no', 'turned-back', 'button']),
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
    /** It sells nothing itself: its pages lead to other paths. */
    front: z.literal(true).optional(),
    steps: z.array(Step).min(1).max(60),
    joins: z.array(Join).max(400),
    /** The step that its own address leads to. */
    start: idFor<StepId>(),
    /** Prices of its offers that are only shown through an entrance, or once a countdown brings them. */
    setAside: z.array(idFor<PriceId>()).max(100).optional(),
    entrances: z.array(Entrance).max(200).optional(),
    countdowns: z.array(Countdown).max(20).optional(),
    bonuses: z.array(Bonus).max(20).optional(),
    /** Two designs tried against each other; few, because an order says which of each it saw. */
    comparisons: z.array(Comparison).max(3).optional(),
  }),
);
export type Path = z.infer<typeof Path>;
