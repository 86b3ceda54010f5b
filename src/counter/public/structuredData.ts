import type { Offer as OfferData, Product as ProductData, WithContext } from 'schema-dts';
import { formatPlain } from '#core/money';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';

/** What search engines read of a sales page: schema.org Product with its Offers. */
export function structuredDataFor(release: Release, path: Path, address: string): WithContext<ProductData> | undefined {
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  if (!offer) return undefined;
  const product = release.content.products.find((p) => p.id === offer.productIds[0]);
  const url = `${address}/${path.address}`;
  return {
    '@context': 'https://schema.org',
    '@type': 'Product',
    name: offer.title,
    ...(product?.promise ? { description: product.promise } : {}),
    ...(product?.picture ? { image: `${address}/pictures/${product.picture.file.sha256}` } : {}),
    offers: offer.prices.map((price): OfferData => ({
      '@type': 'Offer',
      url,
      price: price.terms.kind === 'free' ? '0' : formatPlain(price.terms.amount, offer.currency),
      priceCurrency: offer.currency,
      availability: offer.onSale ? 'https://schema.org/InStock' : 'https://schema.org/Discontinued',
    })),
  };
}
