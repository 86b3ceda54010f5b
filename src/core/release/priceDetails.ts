import { type DraftOffer, type DraftPrice, type Price, sealOffer } from '#core/catalogue';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { accessOf, lengthInWords } from '#core/terms';

/** A price in parts that can be told apart: "paid", "usual price", "stays open", … each as people would say it. */
export function priceParts(offer: DraftOffer, price: DraftPrice, locale: string): Record<string, string> {
  const sealed = sealOffer({ ...offer, prices: [price] })?.prices[0];
  if (!sealed) return { paid: 'not yet right' };
  const money = (amount: number): string => formatAmount(amount, offer.currency, locale);
  return {
    paid: sealed.terms.kind === 'free' ? 'free' : money(sealed.terms.amount),
    'usual price': sealed.usual === null ? 'none' : money(sealed.usual),
    'stays open': accessInWords(sealed, locale),
    'words in place of the number': sealed.words ?? 'none',
    limit: limitInWords(sealed),
    'on sale': saleInWords(sealed, locale),
    'card statement': sealed.cardStatement ?? 'the shop’s',
  };
}

/** Before → after for every part of a price that differs; a change of what is paid is named by the price alone. */
export function priceChanges(before: Record<string, string>, after: Record<string, string>, name: string): string[] {
  return Object.entries(after).flatMap(([part, now]) => {
    const was = before[part] ?? 'none';
    return was === now ? [] : [`${part === 'paid' ? name : `${name}, ${part}`}: ${was} → ${now}`];
  });
}

const dayInWords = (date: string, locale: string): string => formatDay(`${date}T12:00:00.000Z`, 'UTC', locale);

function accessInWords(price: Price, locale: string): string {
  const access = accessOf(price.terms);
  return access.kind === 'forever' ? 'for good' : access.kind === 'for' ? `for ${lengthInWords(access.count, access.unit)}` : `until ${dayInWords(access.date, locale)}`;
}

function limitInWords({ limit }: Price): string {
  const parts = [...(limit.inAll === null ? [] : [`at most ${limit.inAll} sold`]), ...(limit.each === null ? [] : [`${limit.each} to each buyer`])];
  return parts.length === 0 ? 'none' : parts.join(', ');
}

function saleInWords({ sale }: Price, locale: string): string {
  if (sale.from === null && sale.until === null) return 'always';
  return [...(sale.from === null ? [] : [`from ${dayInWords(sale.from, locale)}`]), ...(sale.until === null ? [] : [`until ${dayInWords(sale.until, locale)}`])].join(' ');
}
