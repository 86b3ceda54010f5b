import * as z from 'zod';
import { idFor, type CouponId, type OfferId } from '#core/ids';
import { isCurrency } from '#core/money';

/** What a buyer types: letters, digits and dashes; compared without regard to case. */
export const CouponCode = z.string().regex(/^[A-Z0-9-]{3,24}$/, 'A code has 3 to 24 letters, digits or dashes.');

const count = z.int().min(1).max(10_000_000).nullable();
const day = z.iso.date().nullable();

/** Makes full payments cheaper; never a trial's fee or a set-up fee. */
export const Coupon = z.object({
  id: idFor<CouponId>(),
  code: CouponCode,
  takes: z.discriminatedUnion('by', [
    /** Hundredths of a percent. */
    z.object({ by: z.literal('percent'), rate: z.int().min(1).max(10_000) }),
    z.object({ by: z.literal('amount'), amount: z.int().min(1), currency: z.string().refine(isCurrency) }),
  ]),
  /** How many full payments it makes cheaper, from the first; null is every one. */
  payments: z.int().min(1).max(1_200).nullable(),
  /** Offers it works for; null is every one. */
  offerIds: z.array(idFor<OfferId>()).max(500).nullable(),
  /** Whole days in the shop's zone. */
  sale: z.object({ from: day, until: day }),
  limit: z.object({ inAll: count, each: count }),
  on: z.boolean(),
});
export type Coupon = z.infer<typeof Coupon>;

/** The form in which codes are compared. */
export const couponCode = (typed: string): string => typed.normalize('NFKC').replace(/\s+/g, '').toUpperCase();
