import { dateIn } from '#core/calendar';
import type { Quote } from './quote';

/**
 * What a buyer was shown, as one text: two quotes with the same text promise the same. Moments count by their
 * date, so that a minute's reading changes nothing. The counter hashes it; the browser only carries the hash back.
 */
export function quoteFingerprint(quote: Quote): string {
  return JSON.stringify([
    quote.currency,
    quote.lines.map((l) => [
      l.offerId,
      l.priceId,
      l.title,
      l.priceName,
      l.productIds,
      l.dueToday,
      l.tax,
      l.terms,
      l.coupon ?? null,
      l.quantity ?? 1,
      l.article ?? null,
      l.sending ?? null,
      l.owned ?? null,
      l.seats ?? null,
      l.replaces ?? null,
    ]),
    quote.dueToday,
    quote.dueLater.map((d) => [d.lineId, dateIn(d.at, quote.zone), d.amount]),
    quote.buyer ?? null,
  ]);
}
