import { saleState } from '#core/catalogue';
import { type Path, plainSight } from '#core/paths';
import { shortTerms } from '#core/terms';
import type { ReleaseContent } from '#core/release';
import type { PageReading } from './reading';
import type { ListedView } from '../view';

/**
 * What a path sells, as it stands in a list of the shop, for somebody of whom nothing is known.
 * @returns null where it sells nothing now
 */
export function listedOf(
  { offers, products, shop }: Pick<ReleaseContent, 'offers' | 'products' | 'shop'>,
  path: Path,
  { now, locale, words, pictureUrl }: Pick<PageReading, 'now' | 'locale' | 'words' | 'pictureUrl'>,
): ListedView | null {
  const offer = path.front ? undefined : offers.find((o) => o.id === path.offerId);
  if (!offer?.onSale || offer.putAway || offer.prices.every((p) => saleState(p, now, shop.zone).state === 'over'))
    return null;
  const product = products.find((p) => p.id === offer.productIds[0]);
  const { shows, closedTo } = plainSight(path, now, { offers, shop });
  const amounts = offer.prices
    .filter((p) => shows(p.id))
    .map((p) => p.words ?? shortTerms(p.terms, offer.currency, locale))
    .join(words.pages.or);
  if (amounts === '' || closedTo !== null) return null;
  return {
    href: `/${path.address}`,
    title: offer.title,
    promise: product?.promise ?? '',
    amounts,
    picture: product?.picture ? pictureUrl(product.picture.file) : null,
    alt: product?.picture?.alt ?? '',
  };
}
