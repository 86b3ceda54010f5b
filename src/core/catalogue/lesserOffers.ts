import type { ProductId } from '#core/ids';
import type { DraftOffer } from './draftOffer';
import { openedBy, reachedBy } from './opens';
import { type Product, productKindOf } from './products';

/** An offer, as a draft or as it is live. */
type AnyOffer = Pick<DraftOffer, 'id' | 'putAway' | 'productIds'> & { prices: readonly { terms: { kind: string } }[] };

/**
 * Offers with a subscription that opens no more than this offer does, so that this one is an upgrade of it. The offer
 * itself is among them where it can also be bought in another way than by subscription.
 */
export function lesserOffers<O extends AnyOffer>(
  { products, offers }: { products: readonly Product[]; offers: readonly O[] },
  { id, productIds, prices }: AnyOffer,
): O[] {
  const isAlsoBought = prices.some(({ terms }) => terms.kind !== 'subscription' && terms.kind !== 'free');
  return offers.filter(
    (other) =>
      (other.id !== id || isAlsoBought) &&
      !other.putAway &&
      other.productIds.length > 0 &&
      other.prices.some(({ terms }) => terms.kind === 'subscription') &&
      opensAtLeast(products, productIds, openedBy(products, other.productIds)),
  );
}

/**
 * Whether some products open everything that others do. One that only holds others, with nothing of its own, is opened
 * where all of those are.
 */
export function opensAtLeast(
  products: readonly Product[],
  more: readonly ProductId[],
  less: readonly ProductId[],
): boolean {
  const opened = new Set(reachedBy(products, [...openedBy(products, more), ...more]));
  // A draft may hold itself, by mistake: that opens nothing.
  const isOpened = (id: ProductId, above: readonly ProductId[] = []): boolean => {
    if (opened.has(id)) return true;
    const product = products.find((p) => p.id === id);
    if (!product || above.includes(id)) return false;
    const kind = productKindOf(product);
    const inside = kind.contains(product);
    const hasOwn = kind.openings(product).length > 0 || kind.written(product).length > 0;
    return inside.length > 0 && !hasOwn && inside.every((one) => isOpened(one, [...above, id]));
  };
  return less.every((id) => isOpened(id));
}
