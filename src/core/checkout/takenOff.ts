import * as z from 'zod';
import { idFor, type ProductId } from '#core/ids';
import type { Due } from '#core/terms';
import { discountOf, type LineCoupon } from './coupon';

/** Parts of what is bought that its buyer had already, and what is off for them in minor units. Frozen when it is sold. */
export const OwnedParts = z.object({ productIds: z.array(idFor<ProductId>()).min(1), amount: z.int().min(1) });
export type OwnedParts = z.infer<typeof OwnedParts>;

/** What changes the payments of one line: what is taken off them, and what sending adds. */
export interface TakenOff {
  /** Off the first full payment, before the coupon, never below zero. */
  owned?: OwnedParts | undefined;
  coupon?: LineCoupon | null | undefined;
  /** What sending adds to each full payment, before tax. */
  sending?: { each?: { fee: number } | undefined } | undefined;
}

/** What is taken off one due, in minor units: first for what its buyer had already, then by the coupon of what is left. */
export function offOf({ owned, coupon }: TakenOff, due: Pick<Due, 'n' | 'full'>): number {
  const had = due.n === 1 ? Math.min(owned?.amount ?? 0, due.full) : 0;
  return had + discountOf(coupon, { n: due.n, full: due.full - had });
}
