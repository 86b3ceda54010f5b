import type { Instant } from '#core/calendar';
import type { DateStanding } from '#core/booking';
import type { AgreementId, ClassDateId, CouponId, LineId, OfferId, PriceId, ProductId } from '#core/ids';
import type { Release } from '#core/release';
import type { QuoteBuyer } from './buyer';

/** One chosen price; never an amount, but where its buyer is the one who names it. */
export interface LineChoice {
  offerId: OfferId;
  priceId: PriceId;
  /** One where nothing is said. */
  quantity?: number | undefined;
  /** Minor units, of a price whose amount the buyer names. */
  named?: number | undefined;
  /** Dates that were picked of what it opens; where none is, the first with room. */
  dates?: readonly ClassDateId[] | undefined;
  /** Where it is sent, if it is. */
  sendTo?: { country: string; addressKey: string } | undefined;
}

/** What a buyer chooses. */
export interface QuoteChoice extends LineChoice {
  /** What was ticked beside it, in the order of the checkout. */
  extras?: readonly LineChoice[] | undefined;
  /** Products that its path gives along, which the first line then opens. Chosen by nobody. */
  given?: readonly ProductId[] | undefined;
  coupon?: string | undefined;
  country?: string | undefined;
  vatNumber?: string | undefined;
}

/** How one price stands. */
export interface LineStanding {
  /** How many of it are sold or being paid for. */
  sold: number;
  /** The same of this buyer; zero while it is not known who buys. */
  soldToBuyer: number;
  /** How many were sold when the checkout began: what a rising price counts. */
  soldAtStart?: number | undefined;
  /** One trial and one introductory price for each person. */
  hadTrial?: boolean | undefined;
}

/** A subscription that a line replaces. */
export interface Replaced {
  agreementId: AgreementId;
  /** What its unused days are worth, in minor units. */
  unused: number;
  upgrade: boolean;
  /** Dates of classes at which it has a seat; it goes over to what replaces it. */
  seatsAt: readonly ClassDateId[];
}

/** What is counted as of now, whatever release a checkout is quoted from. */
export interface Standing {
  /** When the checkout began: one that began before the closing may finish after it. */
  startedAt: Instant;
  of: (choice: Pick<LineChoice, 'offerId' | 'priceId'>) => LineStanding;
  /** How often a coupon is used, in all and by this buyer. */
  couponUses?: (couponId: CouponId) => { inAll: number; byBuyer: number };
  /** Whether somebody who is signed in owns a thing: paid, open, and without an end. Left out, nobody is signed in. */
  owns?: ((productId: ProductId) => boolean) | undefined;
  /** How the dates of a product stand; left out, as they were set, with nobody there. */
  datesOf?: ((productId: ProductId) => readonly DateStanding[] | undefined) | undefined;
  /**
   * A running agreement that a line replaces, and what its unused days are worth. As an upgrade the line is priced like a
   * switch: without a trial, an introductory price, a set-up or a coupon. Left out, nothing is replaced.
   * @param gone agreements that an earlier line replaces already
   */
  replacedBy?:
    ((choice: Pick<LineChoice, 'offerId' | 'priceId'>, gone: ReadonlySet<AgreementId>) => Replaced | null) | undefined;
  /** The live release's coupons and tax table, which are always as of now; by default those of the quoted release. */
  live?: Release | undefined;
  /** Where the buyer is, as an order knows it already; else the choice says. */
  buyer?: QuoteBuyer;
  /** The number of its first line: an offer after payment goes on counting where its order ends. */
  firstLine?: number;
}

/** How things stand for the first buyer, who begins now. */
export const firstBuyer = (now: Instant): Standing => ({
  startedAt: now,
  of: () => ({ sold: 0, soldToBuyer: 0 }),
});

/** Lines are named by their place: "l1", "l2", … The name stands in the journal, so its form never changes. */
export const lineIdOf = (place: number): LineId => `l${place}`;
