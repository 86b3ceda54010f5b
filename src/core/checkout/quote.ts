import * as z from 'zod';
import { dateIn, type Instant, MINUTE } from '#core/calendar';
import { type Price, saleState, Id } from '#core/catalogue';
import { sum } from '#core/money';
import type { Release } from '#core/release';
import { accessEnds, accessOf, scheduleOf, Terms } from '#core/terms';

/** How long a checkout keeps the release it began under. */
export const QUOTE_LASTS_MS = 60 * MINUTE;

const minor = z.int().min(0);

const QuoteLine = z.object({
  lineId: Id,
  offerId: Id,
  priceId: Id,
  title: z.string(),
  priceName: z.string(),
  productIds: z.array(Id),
  terms: Terms,
  dueToday: minor,
  /** Part of `dueToday`. There is no tax table yet, so it is zero. */
  tax: minor,
});
export type QuoteLine = z.infer<typeof QuoteLine>;

/** What is due today and later, per line and in all. Frozen into the charge that is asked for. */
export const Quote = z.object({
  release: z.int().min(1),
  currency: z.string().length(3),
  zone: z.string(),
  lines: z.array(QuoteLine).min(1),
  dueToday: minor,
  dueLater: z.array(z.object({ lineId: Id, at: z.string(), amount: minor })),
  /** What the card statement reads. */
  statement: z.string().optional(),
});
export type Quote = z.infer<typeof Quote>;

export type QuoteRefusal = { refused: 'not-on-sale' | 'no-such-price' | 'sold-out' | 'buyer-limit'; sentence: string };

/** What is counted as of now, whatever release a checkout is quoted from. */
export interface Standing {
  /** When the checkout began: one that began before the closing may finish after it. */
  startedAt: Instant;
  /** How many of a price are sold or being paid for. */
  sold: number;
  /** The same of this buyer; zero while it is not known who buys. */
  soldToBuyer: number;
}

/** How things stand for the first buyer, who begins now. */
export const firstBuyer = (now: Instant): Standing => ({ startedAt: now, sold: 0, soldToBuyer: 0 });

const refuse = (refused: QuoteRefusal['refused'], sentence: string): QuoteRefusal => ({ refused, sentence });

/**
 * The quote for one chosen price of an offer. The browser sends choices only; this is where amounts come from.
 * @param now the start that dates are counted from
 */
export function quoteFor(release: Release, choice: { offerId: string; priceId: string }, now: Instant, standing: Standing): Quote | QuoteRefusal {
  const { content } = release;
  const offer = content.offers.find((o) => o.id === choice.offerId);
  if (!offer || !offer.onSale || offer.putAway) return refuse('not-on-sale', 'This is not on sale any more. Nothing was charged.');
  const price = offer.prices.find((p) => p.id === choice.priceId);
  if (!price) return refuse('no-such-price', 'This price is not offered any more. Nothing was charged.');
  const closed = whyNotNow(price, now, content.shop.zone, standing);
  if (closed) return closed;
  const dues = [...scheduleOf(price.terms, now)];
  const lineId = 'l1';
  const dueToday = sum(dues.filter((d) => d.at === now).map((d) => d.amount));
  return {
    release: release.number,
    currency: offer.currency,
    zone: content.shop.zone,
    lines: [{ lineId, offerId: offer.id, priceId: price.id, title: offer.title, priceName: price.name, productIds: offer.productIds, terms: price.terms, dueToday, tax: 0 }],
    dueToday,
    dueLater: dues.filter((d) => d.at !== now).map((d) => ({ lineId, at: d.at, amount: d.amount })),
    statement: price.cardStatement ?? content.shop.cardStatement,
  };
}

function whyNotNow(price: Price, now: Instant, zone: string, standing: Standing): QuoteRefusal | null {
  // A checkout that began in time may finish; one that has not begun is judged by the present.
  const sale = saleState(price, standing.startedAt, zone);
  if (sale.state === 'not-yet') return refuse('not-on-sale', 'This is not on sale yet. Nothing was charged.');
  if (sale.state === 'over') return refuse('not-on-sale', 'This is not on sale any more. Nothing was charged.');
  const ends = accessEnds(accessOf(price.terms), now, zone);
  if (ends !== null && ends <= now) return refuse('not-on-sale', 'The time for which this would open is over. Nothing was charged.');
  if (price.limit.inAll !== null && standing.sold >= price.limit.inAll) return refuse('sold-out', 'The last one was sold a moment ago. Nothing was charged.');
  if (price.limit.each !== null && standing.soldToBuyer >= price.limit.each) return refuse('buyer-limit', `${price.limit.each === 1 ? 'Each buyer can have this once' : `Each buyer can have this ${price.limit.each} times`}, and this address already has it. Nothing was charged. Sign in to open it.`);
  return null;
}

/**
 * What a buyer was shown, as one text: two quotes with the same text promise the same. Moments count by their
 * date, so that a minute's reading changes nothing. The counter hashes it; the browser only carries the hash back.
 */
export function quoteFingerprint(quote: Quote): string {
  return JSON.stringify([
    quote.currency,
    quote.lines.map((l) => [l.offerId, l.priceId, l.title, l.priceName, l.productIds, l.dueToday, l.tax, l.terms]),
    quote.dueToday,
    quote.dueLater.map((d) => [d.lineId, dateIn(d.at, quote.zone), d.amount]),
  ]);
}
