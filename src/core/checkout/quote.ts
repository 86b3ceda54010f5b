import * as z from 'zod';
import { dateIn, type Instant, MINUTE } from '#core/calendar';
import { Id } from '#core/catalogue';
import { sum } from '#core/money';
import type { Release } from '#core/release';
import { scheduleOf, Terms } from '#core/terms';

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
});
export type Quote = z.infer<typeof Quote>;

export type QuoteRefusal = { refused: 'not-on-sale' | 'no-such-price' };

/**
 * The quote for one chosen price of an offer. The browser sends choices only; this is where amounts come from.
 * @param now the start that dates are counted from
 */
export function quoteFor(release: Release, choice: { offerId: string; priceId: string }, now: Instant): Quote | QuoteRefusal {
  const { content } = release;
  const offer = content.offers.find((o) => o.id === choice.offerId);
  if (!offer || !offer.onSale) return { refused: 'not-on-sale' };
  const price = offer.prices.find((p) => p.id === choice.priceId);
  if (!price) return { refused: 'no-such-price' };
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
  };
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
