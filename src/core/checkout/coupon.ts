import * as z from 'zod';
import { idFor, type CouponId, type OfferId } from '#core/ids';
import { type Instant } from '#core/calendar';
import { type Coupon, couponCode, saleState } from '#core/catalogue';
import { allocate, mulDiv, sum } from '#core/money';
import { refuse, type RefusalOf } from '#core/refusal';
import { type Due, isLasting, paidOnce, paymentOf, type Terms } from '#core/terms';

/** A coupon as it acts on one line: frozen when it is sold. */
export const LineCoupon = z.object({
  couponId: idFor<CouponId>(),
  code: z.string(),
  /** Hundredths of a percent, or an amount off each payment it acts on; one of the two. */
  rate: z.int().min(1).max(10_000).optional(),
  amount: z.int().min(0).optional(),
  /** It acts on full payments 1 to this one; null on every one. */
  payments: z.int().min(1).nullable(),
});
export type LineCoupon = z.infer<typeof LineCoupon>;

/** What a coupon takes off one due, in minor units: of the full payment only, rounded once, never below zero. */
export function discountOf(coupon: LineCoupon | null | undefined, due: Pick<Due, 'n' | 'full'>): number {
  if (!coupon || due.n < 1 || due.full === 0 || (coupon.payments !== null && due.n > coupon.payments)) return 0;
  return coupon.rate === undefined ? Math.min(coupon.amount ?? 0, due.full) : mulDiv(due.full, coupon.rate, 10_000);
}

/**
 * An amount spread once over lines in proportion to their first full payments. A line's share acts on each payment
 * that it covers, floor 0 there; what of it one payment cannot take lapses.
 */
export function spreadAmount(amount: number, firstPayments: readonly number[]): number[] {
  const whole = sum(firstPayments);
  return allocate(amount, whole === 0 ? firstPayments.map(() => 1) : firstPayments);
}

/** The first full payment that a coupon may act on, in minor units: none of an amount that the buyer names. */
export const couponedFirst = (terms: Terms): number =>
  terms.kind === 'open' ? 0 : isLasting(terms) ? paymentOf(terms, 1).full : paidOnce(terms);

interface Use {
  now: Instant;
  zone: string;
  currency: string;
  /** What is bought: it works where it is for any of these. */
  offerIds: readonly OfferId[];
  uses: (id: CouponId) => { inAll: number; byBuyer: number };
}

/** The coupon of a typed code for what is bought, or why it does not work here. */
export function findCoupon(coupons: readonly Coupon[], typed: string, use: Use): Coupon | RefusalOf<'coupon'> {
  const code = couponCode(typed);
  const coupon = coupons.find((c) => c.code === code);
  const no = (why: RefusalOf<'coupon'>['facts']['why'], currency = ''): RefusalOf<'coupon'> =>
    refuse('coupon', { why, code, currency });
  if (!coupon || !coupon.on) return no('unknown');
  if (coupon.offerIds !== null && !use.offerIds.some((id) => coupon.offerIds?.includes(id))) return no('not-for-this');
  if (coupon.takes.by === 'amount' && coupon.takes.currency !== use.currency)
    return no('other-currency', coupon.takes.currency);
  const sale = saleState(coupon, use.now, use.zone);
  if (sale.state === 'not-yet') return no('not-yet');
  if (sale.state === 'over') return no('over');
  const uses = use.uses(coupon.id);
  if (coupon.limit.inAll !== null && uses.inAll >= coupon.limit.inAll) return no('used-up');
  if (coupon.limit.each !== null && uses.byBuyer >= coupon.limit.each) return no('used-by-you');
  return coupon;
}

/** A coupon frozen for one line. @param share of an amount, what falls on this line in minor units */
export const lineCoupon = (coupon: Coupon, share: number): LineCoupon => ({
  couponId: coupon.id,
  code: coupon.code,
  payments: coupon.payments,
  ...(coupon.takes.by === 'percent' ? { rate: coupon.takes.rate } : { amount: share }),
});
