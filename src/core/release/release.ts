import * as z from 'zod';
import { Coupon, type DraftCoupon, type DraftOffer, Offer, Product, ShopDetails } from '#core/catalogue';
import { Page } from '#core/pages';
import { Path } from '#core/paths';

/** Everything the public sees, as documents; whoever holds these and the vault holds the shop's catalogue. */
export const ReleaseContent = z.object({
  shop: ShopDetails,
  products: z.array(Product).max(2_000),
  offers: z.array(Offer).max(2_000),
  paths: z.array(Path).max(2_000),
  pages: z.array(Page).max(6_000),
  coupons: z.array(Coupon).max(2_000).default([]),
});
export type ReleaseContent = z.infer<typeof ReleaseContent>;

export const Release = z.object({
  format: z.literal(1),
  number: z.int().min(1),
  basedOn: z.int().min(1).nullable(),
  at: z.string(),
  content: ReleaseContent,
});
export type Release = z.infer<typeof Release>;

/** The same documents while they are edited: offers and coupons hold amounts as typed, and some may have no price yet. */
export type DraftContent = Omit<ReleaseContent, 'offers' | 'coupons'> & {
  offers: DraftOffer[];
  coupons: DraftCoupon[];
};
