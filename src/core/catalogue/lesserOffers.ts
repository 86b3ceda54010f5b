import type { DraftOffer } from './draftOffer';
import { openedBy, reachedBy } from './opens';
import type { Product } from './products';

/** Subscriptions that open no more than an offer does: those it is an upgrade of. Of drafts as of what is live. */
export function lesserOffers<
  O extends Pick<DraftOffer, 'id' | 'putAway' | 'productIds'> & { prices: readonly { terms: { kind: string } }[] },
>(
  { products, offers }: { products: readonly Product[]; offers: readonly O[] },
  { id, productIds }: Pick<DraftOffer, 'id' | 'productIds'>,
): O[] {
  const opens = openedWhole(products, productIds);
  return offers.filter(
    (other) =>
      other.id !== id &&
      !other.putAway &&
      other.productIds.length > 0 &&
      other.prices.some(({ terms }) => terms.kind === 'subscription') &&
      openedBy(products, other.productIds).every((product) => opens.has(product)),
  );
}

/** Everything that products open, with what stands in them. */
export const openedWhole = (products: readonly Product[], ids: readonly string[]): ReadonlySet<string> =>
  new Set(reachedBy(products, [...openedBy(products, [...ids]), ...ids]));
