import * as z from 'zod';
import {
  idFor,
  type AgreementId,
  type CouponId,
  type LineId,
  type OfferId,
  type PriceId,
  type ProductId,
} from '#core/ids';
import { type Instant } from '#core/calendar';
import { type Coupon, type Offer, type Price, saleState } from '#core/catalogue';
import { sum } from '#core/money';
import { refuse, type RefusalOf } from '#core/refusal';
import type { Release } from '#core/release';
import { accessUntil, firstDues, isLasting, paymentOf, paymentsOf, Terms } from '#core/terms';
import { QuoteBuyer, readBuyer } from './buyer';
import { findCoupon, LineCoupon, lineCoupon, spreadAmount } from './coupon';
import { type Payment, paymentFor } from './payment';
import { risenTerms, stepsOf } from './risingPrice';
import { taxRuleFor } from './tax';

/** Of payments that go on without an end, so many later ones stand in a quote. */
const LATER_SHOWN = 12;

const minor = z.int().min(0);

const QuoteLine = z.object({
  lineId: idFor<LineId>(),
  offerId: idFor<OfferId>(),
  priceId: idFor<PriceId>(),
  title: z.string(),
  priceName: z.string(),
  productIds: z.array(idFor<ProductId>()),
  terms: Terms,
  /** After coupon, with tax; before any credit. */
  dueToday: minor,
  /** Part of `dueToday`. */
  tax: minor,
  /** Of `dueToday`, what pays for the first period: without set-up and trial fee. */
  forPeriod: minor.optional(),
  /** What a coupon takes off this line's payments. */
  coupon: LineCoupon.optional(),
});
export type QuoteLine = z.infer<typeof QuoteLine>;

/** What is due today and later, per line and in all. Frozen into the charge that is asked for. */
export const Quote = z.object({
  release: z.int().min(1),
  currency: z.string().length(3),
  zone: z.string(),
  lines: z.array(QuoteLine).min(1),
  /** What the card is charged: the lines' sum less `credit`. */
  dueToday: minor,
  dueLater: z.array(z.object({ lineId: idFor<LineId>(), at: z.string(), amount: minor })),
  /** What the card statement reads. */
  statement: z.string().optional(),
  buyer: QuoteBuyer.optional(),
  /** An agreement that ends when this is paid, and what its unused days are worth. */
  replaces: z.object({ agreementId: idFor<AgreementId>(), credit: minor, used: minor }).optional(),
});
export type Quote = z.infer<typeof Quote>;

/**
 * What the card pays of each line today, in minor units. Credit of what is replaced lowers the line that replaces it
 * alone: the first.
 */
export const cardPaysOf = ({ lines, replaces }: Pick<Quote, 'lines' | 'replaces'>): number[] =>
  lines.map((line, i) => line.dueToday - (i === 0 ? (replaces?.used ?? 0) : 0));

export type QuoteRefusal = RefusalOf<
  'not-on-sale' | 'no-such-price' | 'sold-out' | 'buyer-limit' | 'coupon' | 'vat-number'
>;

/** What a buyer chooses; never an amount. */
export interface QuoteChoice {
  offerId: OfferId;
  priceId: PriceId;
  coupon?: string | undefined;
  country?: string | undefined;
  vatNumber?: string | undefined;
}

/** What is counted as of now, whatever release a checkout is quoted from. */
export interface Standing {
  /** When the checkout began: one that began before the closing may finish after it. */
  startedAt: Instant;
  /** How many of a price are sold or being paid for. */
  sold: number;
  /** The same of this buyer; zero while it is not known who buys. */
  soldToBuyer: number;
  /** How many were sold when the checkout began: what a rising price counts. */
  soldAtStart?: number;
  /** How often a coupon is used, in all and by this buyer. */
  couponUses?: (couponId: CouponId) => { inAll: number; byBuyer: number };
  /** One trial and one introductory price for each person. */
  hadTrial?: boolean;
  /** A running agreement that the price replaces, and what its unused days are worth. */
  replaced?: { agreementId: AgreementId; unused: number } | null;
  /** The live release's coupons and tax table, which are always as of now; by default those of the quoted release. */
  live?: Release | undefined;
}

/** How things stand for the first buyer, who begins now. */
export const firstBuyer = (now: Instant): Standing => ({ startedAt: now, sold: 0, soldToBuyer: 0 });

/**
 * The quote for one chosen price of an offer: price → coupon → tax → due today and later. The browser sends
 * choices only; this is where amounts come from.
 * @param now the start that dates are counted from
 */
export function quoteFor(
  release: Release,
  choice: QuoteChoice,
  now: Instant,
  standing: Standing,
): Quote | QuoteRefusal {
  const { shop, offers } = release.content;
  const offer = offers.find((o) => o.id === choice.offerId);
  if (!offer || !offer.onSale || offer.putAway) return refuse('not-on-sale', { why: 'off' });
  const price = offer.prices.find((p) => p.id === choice.priceId);
  if (!price) return refuse('no-such-price');
  const closed = whyNotNow(price, now, shop.zone, standing);
  if (closed) return closed;
  const terms = termsNow(price, standing, shop.zone);
  const live = standing.live ?? release;
  const { tax } = live.content.shop;
  const buyer = buyerOf(choice, tax);
  if (buyer && 'refused' in buyer) return buyer;
  const coupon = couponOf(live.content.coupons, choice, offer, terms, { now, zone: shop.zone, standing });
  if (coupon && 'refused' in coupon) return coupon;

  const endless = isLasting(terms) && paymentsOf(terms) === null;
  const dues = firstDues(terms, now, shop.zone, endless ? LATER_SHOWN + 1 : Infinity);
  const payments = dues.map((due): Payment =>
    paymentFor(
      due,
      coupon,
      taxRuleFor(tax, { country: buyer?.country ?? null, reverse: buyer?.reverse ?? false }, due.at, shop.zone),
    ),
  );
  const lineId = 'l1';
  const today = payments.filter((p) => p.at === now);
  const dueToday = sum(today.map((p) => p.amount));
  const replaced = price.replaces && standing.replaced ? standing.replaced : null;
  const credit = replaced && price.replaces?.credit ? replaced.unused : 0;
  const used = Math.min(credit, dueToday);
  return {
    release: release.number,
    currency: offer.currency,
    zone: shop.zone,
    lines: [
      {
        lineId,
        offerId: offer.id,
        priceId: price.id,
        title: offer.title,
        priceName: price.name,
        productIds: offer.productIds,
        terms,
        dueToday,
        tax: sum(today.map((p) => p.tax)),
        ...(isLasting(terms) ? { forPeriod: sum(today.map((p) => p.forPeriod)) } : {}),
        ...(coupon ? { coupon } : {}),
      },
    ],
    dueToday: dueToday - used,
    dueLater: payments.filter((p) => p.at !== now).map((p) => ({ lineId, at: p.at, amount: p.amount })),
    statement: price.cardStatement ?? shop.cardStatement,
    ...(buyer ? { buyer } : {}),
    ...(replaced ? { replaces: { agreementId: replaced.agreementId, credit, used } } : {}),
  };
}

/** The terms as they stand for this buyer now: risen since, and without a beginning that was had before. */
export function termsNow(
  price: Price,
  standing: Pick<Standing, 'startedAt' | 'sold' | 'soldAtStart' | 'hadTrial'>,
  zone: string,
): Terms {
  const terms = price.rise
    ? risenTerms(
        price.terms,
        price.rise,
        stepsOf(price.rise, standing.soldAtStart ?? standing.sold, standing.startedAt, zone),
      )
    : price.terms;
  if (!standing.hadTrial || !isLasting(terms)) return terms;
  const bare = { ...terms };
  delete bare.trial;
  if (bare.kind === 'subscription') delete bare.introductory;
  return bare;
}

function buyerOf(choice: QuoteChoice, tax: Release['content']['shop']['tax']): QuoteBuyer | QuoteRefusal | null {
  if (choice.country === undefined) return null;
  const read = readBuyer({ country: choice.country, vatNumber: choice.vatNumber }, tax);
  return 'why' in read ? refuse('vat-number', { ...read, at: 'checkout' }) : read;
}

function couponOf(
  coupons: readonly Coupon[],
  choice: QuoteChoice,
  offer: Offer,
  terms: Terms,
  { now, zone, standing }: { now: Instant; zone: string; standing: Standing },
): LineCoupon | QuoteRefusal | null {
  if (choice.coupon === undefined || choice.coupon.trim() === '') return null;
  const found = findCoupon(coupons, choice.coupon, {
    now,
    zone,
    currency: offer.currency,
    offerId: offer.id,
    uses: 0,
    usesByBuyer: 0,
  });
  if ('refused' in found) return found;
  const uses = standing.couponUses?.(found.id) ?? { inAll: 0, byBuyer: 0 };
  const again = findCoupon([found], choice.coupon, {
    now,
    zone,
    currency: offer.currency,
    offerId: offer.id,
    uses: uses.inAll,
    usesByBuyer: uses.byBuyer,
  });
  if ('refused' in again) return again;
  const firstPayment = terms.kind === 'free' ? 0 : terms.kind === 'once' ? terms.amount : paymentOf(terms, 1).full;
  if (firstPayment === 0) return refuse('coupon', { why: 'nothing-to-pay', code: found.code, currency: '' });
  // One coupon is spread once over the lines it acts on; today an order has one line.
  const [share = 0] = found.takes.by === 'amount' ? spreadAmount(found.takes.amount, [firstPayment]) : [0];
  return lineCoupon(found, share);
}

function whyNotNow(price: Price, now: Instant, zone: string, standing: Standing): QuoteRefusal | null {
  // A checkout that began in time may finish; one that has not begun is judged by the present.
  const sale = saleState(price, standing.startedAt, zone);
  if (sale.state === 'not-yet') return refuse('not-on-sale', { why: 'not-yet' });
  if (sale.state === 'over') return refuse('not-on-sale', { why: 'over' });
  const ends = accessUntil(price.terms, now, zone);
  if (ends !== null && ends <= now) return refuse('not-on-sale', { why: 'access-over' });
  if (price.limit.inAll !== null && standing.sold >= price.limit.inAll) return refuse('sold-out');
  if (price.limit.each !== null && standing.soldToBuyer >= price.limit.each)
    return refuse('buyer-limit', { each: price.limit.each });
  return null;
}
