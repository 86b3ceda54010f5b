import { isSent } from '#core/checkout';
import { countriesByName, sentCountries, type Offer, openedBy, saleState, type ShopDetails } from '#core/catalogue';
import { formatDay } from '#core/calendar';
import type { Page } from '#core/pages';
import type { Till } from '#core/paths';
import type { Release } from '#core/release';
import { languageOf } from '#core/words';
import type { CheckoutData, CheckoutState } from '../../wire';
import type { PageReading } from './reading';
import { checkoutPrices, type Looking } from './checkoutPrices';

/** Everything that a checkout shows and its script takes over from. */
export function checkoutDataFor(
  reading: PageReading,
  release: Release,
  till: Till,
  page: Page,
  state: CheckoutState,
  looking: Looking,
): CheckoutData {
  const { shop, offers } = release.content;
  const { locale } = reading;
  const offer = offers.find((o) => o.id === till.offerId);
  const headline = page.blocks.find((b) => b.kind === 'headline');
  const block = page.blocks.find((b) => b.kind === 'checkout');
  const live = reading.live?.content;
  const taxed = live?.shop.tax && live.shop.tax.how !== 'none' ? live.shop.tax : null;
  // Until the buyer says otherwise they are where the shop is; what is shown and what is sent agree on that.
  const { prices, wrong } = checkoutPrices(reading, release, till, {
    ...looking,
    coupon: looking.coupon ?? till.coupon ?? undefined,
    country: looking.country ?? taxed?.home,
  });
  return {
    pathId: till.pathId,
    stepId: till.step,
    chosen: '',
    ticked: [...(looking.extras ?? [])],
    whole: true,
    language: languageOf(locale),
    coupon: wrong.coupon === undefined ? (till.coupon ?? '') : '',
    turnBack: null,
    title: offer?.title ?? '',
    heading: headline?.text.trim() ? headline.text : (offer?.title ?? ''),
    under: headline?.under ?? '',
    prices,
    coupons: (live?.coupons ?? []).some((c) => c.on && (c.offerIds === null || c.offerIds.includes(till.offerId))),
    countries: taxed ? countriesByName(taxed, locale) : [],
    country: taxed?.home ?? '',
    sendCountries: countriesSentTo(release, till, locale),
    closed: prices.length > 0 || !offer ? '' : closedSentence(offer, reading, shop),
    state,
    cardService: reading.cards.service,
    sampleCards: reading.cards.samples,
    shopName: shop.name,
    button: block?.button ?? '',
    note: block?.note ?? '',
  };
}

/** The countries that what a checkout sells can be sent to, by their names; none where nothing of it is sent. */
function countriesSentTo(release: Release, till: Till, locale: string): CheckoutData['sendCountries'] {
  const { offers, products, shop } = release.content;
  const sold = new Set([till.offerId, ...till.extras.map(({ offerId }) => offerId)]);
  const sent = offers
    .filter((o) => sold.has(o.id) && isSent(release, openedBy(products, o.productIds)))
    .flatMap((o) => o.prices.map(({ sending }) => sending));
  return sentCountries(sent, shop.tax, locale);
}

/** Why none of an offer's prices can be bought, for the buyer who came for it. */
function closedSentence(offer: Offer, { now, locale, words }: PageReading, shop: ShopDetails): string {
  const say = words.pages.checkout;
  const states = offer.prices.map((price) => saleState(price, now, shop.zone));
  const opens = states.flatMap((s) => (s.state === 'not-yet' ? [s.opensAt] : [])).sort()[0];
  if (opens !== undefined) return say.opensLater(formatDay(opens, shop.zone, locale));
  return states.some((s) => s.state === 'open') ? say.soldOut : say.over;
}
