import type { Instant } from '#core/calendar';
import { formatDay } from '#core/calendar';
import { type Price, saleState } from '#core/catalogue';
import { formatAmount } from '#core/money';
import { wordsFor } from '#core/words';
import { accessOf, accessSentence, plainText, shortWithoutTrial, statementOf } from '#core/terms';

export interface PriceSetting {
  currency: string;
  zone: string;
  locale: string;
  now: Instant;
  /** How many are sold or being paid for. */
  taken: number;
}

/** A price in the words a page shows at a moment: the shop and the studio write them here, so that they read alike. */
export function priceWords(
  price: Price,
  { currency, zone, locale, now, taken }: PriceSetting,
): { amount: string; usual: string | null; statement: string; notice: string | null } {
  const money = (amount: number): string => formatAmount(amount, currency, locale);
  const statement = plainText(statementOf(price.terms, { currency, start: now, zone, locale, when: 'today' }));
  // Access that is for good is what buyers expect; it is said where it ends.
  const access = accessOf(price.terms);
  return {
    amount: price.words ?? shortWithoutTrial(price.terms, currency, locale),
    usual: price.usual === null ? null : money(price.usual),
    statement: access.kind === 'forever' ? statement : `${statement} ${accessSentence(price.terms, now, zone, locale)}`,
    notice: noticeOf(price, { zone, locale, now, taken }),
  };
}

/** Numbers left and days of sale, as they are: never more pressing than the truth. */
function noticeOf(price: Price, { zone, locale, now, taken }: Omit<PriceSetting, 'currency'>): string | null {
  const say = wordsFor(locale).pages;
  const sale = saleState(price, now, zone);
  if (sale.state === 'not-yet') return say.onSaleFrom(formatDay(sale.opensAt, zone, locale));
  if (sale.state === 'over') return say.over;
  const left = price.limit.inAll === null ? null : Math.max(0, price.limit.inAll - taken);
  if (left === 0) return say.soldOut;
  const parts = [
    ...(left === null ? [] : [say.left(left.toLocaleString(locale), (price.limit.inAll ?? 0).toLocaleString(locale))]),
    ...(price.sale.until === null
      ? []
      : [say.saleUntil(formatDay(`${price.sale.until}T12:00:00.000Z`, 'UTC', locale))]),
  ];
  return parts.length === 0 ? null : parts.join(', ').replace(/^./, (c) => c.toUpperCase());
}
