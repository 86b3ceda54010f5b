import type { PriceId } from '#core/ids';
import { formatPlain, mulDiv, parseAmount } from '#core/money';
import type { DraftOffer, DraftPrice } from './draftOffer';
import type { DraftTerms } from './draftTerms';
import type { OnlyAt } from './onlyAt';

/** A share that can be taken off: 1 to 90 %. */
export const isShare = (percent: string): boolean =>
  /^\d{1,2}$/.test(percent.trim()) && Number(percent) >= 1 && Number(percent) <= 90;

/**
 * Terms with a share off every full and introductory payment, and not off a trial's fee or a set-up. Whole minor units,
 * half away from zero: 20 % off 24.00 is 19.20, off 3 × 9.00 is 3 × 7.20, off 12.00 with 6.00 at first is 9.60 with
 * 4.80. An amount that is not one yet stays as it is typed.
 */
export function lessTerms(terms: DraftTerms, percent: string, currency: string): DraftTerms {
  if (!isShare(percent)) return terms;
  const less = (text: string): string => {
    const amount = parseAmount(text, currency);
    return amount.ok ? formatPlain(mulDiv(amount.minor, 100 - Number(percent), 100), currency) : text;
  };
  return {
    ...terms,
    amount: less(terms.amount),
    first: terms.first === null ? null : less(terms.first),
    introductory: terms.introductory && { ...terms.introductory, amount: less(terms.introductory.amount) },
  };
}

/** The offer with the amounts worked out of every price that is so many per cent less than another. */
export const withShares = (offer: DraftOffer): DraftOffer => {
  if (offer.prices.every(({ less }) => less == null)) return offer;
  return { ...offer, prices: offer.prices.map((price) => sharedOf(price, offer)) };
};

function sharedOf(price: DraftPrice, { prices, currency }: DraftOffer): DraftPrice {
  const { less } = price;
  const base = less && prices.find((p) => p.id === less.of && p.less == null);
  if (!base) return price;
  return { ...price, terms: lessTerms(base.terms, less.percent, currency), usual: usualOf(base) };
}

/** What is struck through beside it: what is paid by everybody else, where that is paid at once. */
const usualOf = ({ terms }: DraftPrice): string | null => (terms.kind === 'once' ? terms.amount : null);

/** A copy of a price that everybody sees, cheaper and sold in one place only. */
export const fewPrice = (base: DraftPrice, id: PriceId, percent: string, at: OnlyAt['at']): DraftPrice => ({
  ...structuredClone(base),
  id,
  rise: null,
  usual: usualOf(base),
  onlyAt: { at, insteadOf: base.id },
  less: { of: base.id, percent },
});
