import * as z from 'zod';
import { idFor, type OfferId, type ProductId } from '#core/ids';
import { isCurrency } from '#core/money';
import { Price } from './price';

/** What is sold: one or more products at one or more prices that the buyer chooses between. */
export const Offer = z.object({
  id: idFor<OfferId>(),
  title: z.string().max(200),
  productIds: z.array(idFor<ProductId>()).max(50),
  currency: z.string().refine(isCurrency, 'A currency is three letters, like EUR.'),
  prices: z.array(Price).min(1).max(20),
  onSale: z.boolean(),
  /** Off every list; owners keep what it opened. */
  putAway: z.boolean().optional(),
  /** Off: it takes the place of no subscription that opens less, unless one of its prices says so. Left out: on. */
  upgrades: z.literal(false).optional(),
});
export type Offer = z.infer<typeof Offer>;
