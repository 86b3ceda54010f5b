import { type DraftOffer, type Price, sealOffer, withShares } from '#core/catalogue';
import { shortTerms } from '#core/terms';
import { priceWords } from '#say/price';
const say = priceWords.soldPrices;

/** The offer with only those prices that can be sold as typed. */
export function soldPrices(offer: DraftOffer): Price[] {
  return withShares(offer).prices.flatMap((price) => sealOffer({ ...offer, prices: [price] })?.prices ?? []);
}

/** The same without what is made for few: what a buyer who just comes can choose among. */
export const pricesForAll = (offer: DraftOffer): Price[] => soldPrices(offer).filter(({ onlyAt }) => onlyAt === null);

/** What an offer costs, in short: "€12.00 monthly · €120.00 yearly". */
export function amounts(offer: DraftOffer, locale: string): string {
  const sold = pricesForAll(offer).map((p) => shortTerms(p.terms, offer.currency, locale));
  return sold.length === 0 ? say.noPriceYet : sold.join(' · ');
}
