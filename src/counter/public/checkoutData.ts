import { createHash } from 'node:crypto';
import { describeContents, type Offer, saleState, type ShopDetails } from '#core/catalogue';
import { quoteFingerprint, quoteFor } from '#core/checkout';
import { formatDay, type Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import { standingOf } from '#core/shop';
import { accessOf, accessSentence, plainText, statementOf } from '#core/terms';
import type { CheckoutData, CheckoutPrice, CheckoutState } from '../../pages/checkout/data';
import { type CounterContext, liveRelease } from '../context';

/** The hash a browser carries back: what it was shown, in 64 letters that say nothing by themselves. */
export const fingerprintHash = (text: string): string => createHash('sha256').update(text).digest('hex');

/** Every price of a path's offer with the quote it would have now. */
export function checkoutPrices(context: CounterContext, release: Release, path: Path, startedAt: Instant): CheckoutPrice[] {
  const { shop } = release.content;
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const now = context.runner.now();
  return (offer?.prices ?? []).flatMap((price) => {
    const quote = quoteFor(release, { offerId: path.offerId, priceId: price.id }, now, standingOf(context.runner.state, { offerId: path.offerId, priceId: price.id, startedAt }, { now, release: liveRelease(context) }));
    if ('refused' in quote) return [];
    const money = (amount: number): string => formatAmount(amount, quote.currency, shop.locale);
    return [{
      id: price.id, name: price.name, usual: price.usual === null ? null : money(price.usual), dueToday: money(quote.dueToday), free: price.terms.kind === 'free',
      statement: plainText(statementOf(price.terms, { currency: quote.currency, start: now, zone: shop.zone, locale: shop.locale, when: 'today' })),
      access: accessSentence(price.terms, now, shop.zone, shop.locale),
      ends: accessOf(price.terms).kind !== 'forever',
      statementText: quote.statement ?? shop.cardStatement,
      later: quote.dueLater.length === 0 ? 'Nothing more later' : money(quote.dueLater.reduce((all, d) => all + d.amount, 0)),
      shown: fingerprintHash(quoteFingerprint(quote)),
    }];
  });
}

export function checkoutDataFor(context: CounterContext, release: Release, path: Path, page: Page, state: CheckoutState, startedAt: Instant): CheckoutData {
  const { shop, products, offers } = release.content;
  const offer = offers.find((o) => o.id === path.offerId);
  const headline = page.blocks.find((b) => b.kind === 'headline');
  const block = page.blocks.find((b) => b.kind === 'checkout');
  const prices = checkoutPrices(context, release, path, startedAt);
  return {
    pathId: path.id,
    chosen: '',
    whole: true,
    title: offer?.title ?? '',
    heading: headline?.text.trim() ? headline.text : (offer?.title ?? ''),
    under: headline?.under ?? '',
    prices,
    closed: prices.length > 0 || !offer ? '' : closedSentence(offer, context.runner.now(), shop),
    things: (offer?.productIds ?? []).flatMap((id) => products.filter((p) => p.id === id)).map((p) => ({ title: p.title, files: describeContents(p) })),
    state,
    cardService: '/standin/payments',
    sampleCards: context.mode !== 'real',
    shopName: shop.name,
    button: block?.button ?? '',
    note: block?.note ?? '',
  };
}

/** Why none of an offer's prices can be bought, for the buyer who came for it. */
function closedSentence(offer: Offer, now: Instant, shop: ShopDetails): string {
  const states = offer.prices.map((price) => saleState(price, now, shop.zone));
  const opens = states.flatMap((s) => (s.state === 'not-yet' ? [s.opensAt] : [])).sort()[0];
  if (opens !== undefined) return `This is on sale from ${formatDay(opens, shop.zone, shop.locale)}.`;
  return states.some((s) => s.state === 'open') ? 'This is sold out.' : 'This is not on sale any more.';
}
