import { createHash } from 'node:crypto';
import { describeFiles } from '#core/catalogue';
import { quoteFingerprint, quoteFor } from '#core/checkout';
import { formatAmount } from '#core/money';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import { plainText, statementOf } from '#core/terms';
import type { CheckoutData, CheckoutPrice, CheckoutState } from '../../pages/checkout/data';
import type { CounterContext } from '../context';

/** The hash a browser carries back: what it was shown, in 64 letters that say nothing by themselves. */
export const fingerprintHash = (text: string): string => createHash('sha256').update(text).digest('hex');

/** Every price of a path's offer with the quote it would have now. */
export function checkoutPrices(context: CounterContext, release: Release, path: Path): CheckoutPrice[] {
  const { shop } = release.content;
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const now = context.runner.now();
  return (offer?.prices ?? []).flatMap((price) => {
    const quote = quoteFor(release, { offerId: path.offerId, priceId: price.id }, now);
    if ('refused' in quote) return [];
    const money = (amount: number): string => formatAmount(amount, quote.currency, shop.locale);
    return [{
      id: price.id, name: price.name, usual: price.usual === null ? null : money(price.usual), dueToday: money(quote.dueToday), free: price.terms.kind === 'free',
      statement: plainText(statementOf(price.terms, { currency: quote.currency, start: now, zone: shop.zone, locale: shop.locale, when: 'today' })),
      later: quote.dueLater.length === 0 ? 'Nothing more later' : money(quote.dueLater.reduce((all, d) => all + d.amount, 0)),
      shown: fingerprintHash(quoteFingerprint(quote)),
    }];
  });
}

export function checkoutDataFor(context: CounterContext, release: Release, path: Path, page: Page, state: CheckoutState): CheckoutData {
  const { shop, products, offers } = release.content;
  const offer = offers.find((o) => o.id === path.offerId);
  const headline = page.blocks.find((b) => b.kind === 'headline');
  const block = page.blocks.find((b) => b.kind === 'checkout');
  return {
    pathId: path.id,
    title: offer?.title ?? '',
    heading: headline?.text.trim() ? headline.text : (offer?.title ?? ''),
    under: headline?.under ?? '',
    prices: checkoutPrices(context, release, path),
    things: (offer?.productIds ?? []).flatMap((id) => products.filter((p) => p.id === id)).map((p) => ({ title: p.title, files: describeFiles(p.files) })),
    state,
    cardService: '/standin/payments',
    sampleCards: context.mode !== 'real',
    shopName: shop.name,
    button: block?.button ?? '',
    note: block?.note ?? '',
    statementText: shop.cardStatement,
  };
}
