import { homeCountry, sampleCountry } from '#core/catalogue';
import type { QuoteChoice } from '#core/checkout';
import type { Release } from '#core/release';

/** The price that a choice names. */
const priceOf = ({ offers }: Release['content'], { offerId, priceId }: Pick<QuoteChoice, 'offerId' | 'priceId'>) =>
  offers.find((o) => o.id === offerId)?.prices.find((p) => p.id === priceId);

/** A country that something is sent to, for trying a sale: the one that is assumed, where it is, else one that is named. */
export const triedCountry = (
  { content }: Pick<Release, 'content'>,
  choice: Pick<QuoteChoice, 'offerId' | 'priceId' | 'country'>,
): string => sampleCountry(priceOf(content, choice)?.sending ?? null, choice.country ?? homeCountry(content.shop));

/** A choice of somebody who tries a sale, with somewhere that what is posted is sent to. */
export function sentSomewhere(choice: QuoteChoice, addressKey: string, release: Pick<Release, 'content'>): QuoteChoice {
  const sendTo = { country: triedCountry(release, choice), addressKey };
  return { ...choice, sendTo, extras: choice.extras?.map((extra) => ({ ...extra, sendTo })) };
}
