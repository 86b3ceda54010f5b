import type { OfferId } from '#core/ids';
import { CouponCode, couponCode, type Coupon } from './coupon';
import {
  countProblem,
  limitProblem,
  minorOf,
  numberOf,
  paidProblem,
  percentOf,
  saleProblem,
  typedAmount,
  typedPercent,
} from './typed';

/** A coupon while the seller types; an option that is null is not in use. */
export interface DraftCoupon {
  id: string;
  code: string;
  takes: 'percent' | 'amount';
  percent: string;
  amount: string;
  currency: string;
  acts: 'all' | 'first';
  /** How many of the first payments. */
  payments: string;
  offerIds: OfferId[] | null;
  sale: { from: string; until: string } | null;
  limit: { inAll: string; each: string } | null;
  on: boolean;
}

export const newCoupon = (id: string, currency: string, known: Partial<DraftCoupon> = {}): DraftCoupon => ({
  id,
  code: '',
  takes: 'percent',
  percent: '',
  amount: '',
  currency,
  acts: 'all',
  payments: '1',
  offerIds: null,
  sale: null,
  limit: null,
  on: true,
  ...known,
});

/** What is wrong with a coupon as typed, in one sentence, or null. */
export function couponProblem(coupon: DraftCoupon): string | null {
  if (!CouponCode.safeParse(couponCode(coupon.code)).success) return 'A code has 3 to 24 letters, digits or dashes.';
  if (coupon.takes === 'percent') {
    const rate = percentOf(coupon.percent);
    if (rate === null || rate === 0)
      return `“${coupon.percent}” is not a percent. Write it like 20 or 12.5, at most 100.`;
  } else {
    const amount = paidProblem(coupon.amount, coupon.currency, 'An amount of zero takes nothing off.');
    if (amount) return amount;
  }
  if (coupon.acts === 'first') {
    const payments = countProblem(coupon.payments, 1_200);
    if (payments) return `On how many payments: ${payments}`;
  }
  if (coupon.offerIds?.length === 0) return 'For which offers? Choose one, or let it work for all.';
  return saleProblem(coupon.sale) ?? limitProblem(coupon.limit);
}

/** The coupon as it can be used; null when it has a problem. */
export function sealCoupon(coupon: DraftCoupon): Coupon | null {
  if (couponProblem(coupon) !== null) return null;
  return {
    id: coupon.id,
    code: couponCode(coupon.code),
    takes:
      coupon.takes === 'percent'
        ? { by: 'percent', rate: percentOf(coupon.percent) ?? 0 }
        : { by: 'amount', amount: minorOf(coupon.amount, coupon.currency), currency: coupon.currency },
    payments: coupon.acts === 'all' ? null : Number(coupon.payments),
    offerIds: coupon.offerIds,
    sale: { from: coupon.sale?.from || null, until: coupon.sale?.until || null },
    limit: { inAll: numberOf(coupon.limit?.inAll), each: numberOf(coupon.limit?.each) },
    on: coupon.on,
  };
}

/** The coupon as a studio edits it. */
export function unsealCoupon(coupon: Coupon, shopCurrency: string): DraftCoupon {
  const { takes, sale, limit } = coupon;
  return newCoupon(coupon.id, takes.by === 'amount' ? takes.currency : shopCurrency, {
    code: coupon.code,
    takes: takes.by,
    ...(takes.by === 'percent'
      ? { percent: typedPercent(takes.rate) }
      : { amount: typedAmount(takes.amount, takes.currency) }),
    ...(coupon.payments === null ? {} : { acts: 'first' as const, payments: String(coupon.payments) }),
    offerIds: coupon.offerIds,
    sale: sale.from === null && sale.until === null ? null : { from: sale.from ?? '', until: sale.until ?? '' },
    limit:
      limit.inAll === null && limit.each === null
        ? null
        : {
            inAll: limit.inAll === null ? '' : String(limit.inAll),
            each: limit.each === null ? '' : String(limit.each),
          },
    on: coupon.on,
  });
}
