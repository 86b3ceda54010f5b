import * as z from 'zod';
import { idFor, type OfferId, type PriceId, type ProductId } from '#core/ids';
import { addDays, type Instant, startOfDate } from '#core/calendar';
import { Terms } from '#core/terms';
import { OnlyAt } from './onlyAt';
import { SendingPrice } from './sendingPrice';

/** What every bank can print on a card statement. */
export const CardStatement = z
  .string()
  .regex(/^[A-Za-z0-9 .\-]{5,22}$/, 'A card statement can have 5 to 22 letters, digits, spaces, full stops or dashes.');

const count = z.int().min(1).max(10_000_000).nullable();
const day = z.iso.date().nullable();

/** A price that rises by itself, never back: truthfully, by what was sold or on days named in advance. */
export const Rise = z.object({
  by: z.int().min(1).max(9_999_999_999),
  every: z.discriminatedUnion('by', [
    z.object({ by: z.literal('sales'), sales: z.int().min(1).max(1_000_000) }),
    z.object({ by: z.literal('dates'), dates: z.array(z.iso.date()).min(1).max(60) }),
  ]),
  /** It rises no further than this. */
  ceiling: z.int().min(1).max(9_999_999_999),
});
export type Rise = z.infer<typeof Rise>;

/** A price as buyers meet it: whole and valid. Parts that came later have defaults, so that an older release still reads. */
export const Price = z.object({
  id: idFor<PriceId>(),
  name: z.string().max(120),
  terms: Terms,
  /** The usual price shown struck through beside the lower one, in minor units. */
  usual: z.int().min(1).nullable(),
  /** Shown on pages in place of the number; at checkout the number always stands. */
  words: z.string().max(120).nullable().default(null),
  /** How many can be sold, in all and to one buyer. */
  limit: z
    .object({
      inAll: count,
      each: count,
      /** How many one order may take of what is paid once; null is one. */
      perOrder: z.int().min(2).max(1_000).nullable().default(null),
    })
    .default({ inAll: null, each: null, perOrder: null }),
  /** Whole days in the shop's zone: from the first one's 00:00 to the last one's end. */
  sale: z.object({ from: day, until: day }).default({ from: null, until: null }),
  /** What the buyer's card statement reads; null takes the shop's. */
  cardStatement: CardStatement.nullable().default(null),
  rise: Rise.nullable().default(null),
  /** Buying this ends the buyer's agreement on that offer; its unused days lower what is due today, if so set. */
  replaces: z.object({ offerId: idFor<OfferId>(), credit: z.boolean() }).nullable().default(null),
  /** Shown and sold in one place and nowhere else; null is a price for everybody. */
  onlyAt: OnlyAt.nullable().default(null),
  /** The seller's own number for it, on papers and in exports. */
  article: z.string().max(60).nullable().default(null),
  /** What sending it by post costs, and where it is sent. Null: nothing is charged. */
  sending: SendingPrice.nullable().default(null),
  /** What is taken off the first full payment for each part that its buyer owns, before coupon and tax. */
  owned: z
    .array(z.object({ productId: idFor<ProductId>(), amount: z.int().min(1) }))
    .max(50)
    .default([]),
});
export type Price = z.infer<typeof Price>;

export type SaleState =
  | { state: 'open'; closesAt: Instant | null }
  | { state: 'not-yet'; opensAt: Instant }
  | { state: 'over'; closedAt: Instant };

/** Whether a price is on sale at a moment, by its own days. */
export function saleState(price: Pick<Price, 'sale'>, now: Instant, zone: string): SaleState {
  const opensAt = price.sale.from === null ? null : startOfDate(price.sale.from, zone);
  const closesAt = price.sale.until === null ? null : startOfDate(addDays(price.sale.until, 1), zone);
  if (closesAt !== null && now >= closesAt) return { state: 'over', closedAt: closesAt };
  if (opensAt !== null && now < opensAt) return { state: 'not-yet', opensAt };
  return { state: 'open', closesAt };
}
