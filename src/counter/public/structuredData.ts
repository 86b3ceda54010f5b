import { paidOnce, planTotal, type Terms } from '#core/terms';
import type { Offer as OfferData, Product as ProductData, WithContext } from 'schema-dts';
import type { Instant } from '#core/calendar';
import { type Price, saleState } from '#core/catalogue';
import { formatPlain } from '#core/money';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import type { PriceId } from '#core/ids';

/** What search engines read of a sales page: schema.org Product with its Offers. */
export function structuredDataFor(
  release: Release,
  path: Path,
  address: string,
  now: Instant,
  taken: (priceId: PriceId) => number,
  /** Whether everybody is shown a price: what only an entrance brings is told to no search engine. */
  shows: (priceId: PriceId) => boolean,
): WithContext<ProductData> | undefined {
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  if (!offer) return undefined;
  const product = release.content.products.find((p) => p.id === offer.productIds[0]);
  const availabilityOf = (
    price: Price,
  ):
    | 'https://schema.org/InStock'
    | 'https://schema.org/PreOrder'
    | 'https://schema.org/SoldOut'
    | 'https://schema.org/Discontinued' => {
    const { state } = saleState(price, now, release.content.shop.zone);
    if (!offer.onSale || offer.putAway || state === 'over') return 'https://schema.org/Discontinued';
    if (state === 'not-yet') return 'https://schema.org/PreOrder';
    return price.limit.inAll !== null && taken(price.id) >= price.limit.inAll
      ? 'https://schema.org/SoldOut'
      : 'https://schema.org/InStock';
  };
  const url = `${address}/${path.address}`;
  return {
    '@context': 'https://schema.org',
    '@type': 'Product',
    name: offer.title,
    ...(product?.promise ? { description: product.promise } : {}),
    ...(product?.picture ? { image: `${address}/pictures/${product.picture.file.sha256}` } : {}),
    offers: offer.prices
      .filter(({ id }) => shows(id))
      .map((price): OfferData => ({
        '@type': 'Offer',
        url,
        price: formatPlain(wholePrice(price.terms), offer.currency),
        priceCurrency: offer.currency,
        availability: availabilityOf(price),
        ...(price.sale.until === null ? {} : { availabilityEnds: price.sale.until }),
      })),
  };
}

/** What search engines are told: all of a price that ends, one payment of a subscription. */
const wholePrice = (terms: Terms): number =>
  terms.kind === 'plan' ? planTotal(terms) : terms.kind === 'subscription' ? terms.amount : paidOnce(terms);
