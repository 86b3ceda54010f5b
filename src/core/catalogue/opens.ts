import type { FileId, ProductId } from '#core/ids';
import { type Opening, type Product, productKindOf } from './products';

/**
 * To which products passes are opened once some are bought: to themselves, and for one that opens what is in it in its
 * own place to that, however deep. Each once, in order; what is not there any more is left in as it was named.
 */
export function openedBy(products: readonly Product[], ids: readonly ProductId[]): ProductId[] {
  return walk(products, ids, isOpenedByParts).filter((id) => {
    const product = products.find((p) => p.id === id);
    return !product || !isOpenedByParts(product);
  });
}

/** Some products and everything that stands in them, however deep: whatever buying them lets somebody come to. */
export const reachedBy = (products: readonly Product[], ids: readonly ProductId[]): ProductId[] =>
  walk(products, ids, () => true);

/** Where a product stands in a membership: by itself, or in something that is opened by its parts. */
export interface Place {
  holder: Product;
  /** The part of the holder that it opens with. */
  part: ProductId;
}

/** Every place at which a product stands in another that is opened itself. */
export function placesOf(products: readonly Product[], id: ProductId): readonly Place[] {
  let known = placesKnown.get(products);
  if (!known) {
    known = new Map();
    placesKnown.set(products, known);
    for (const holder of products) {
      const kind = productKindOf(holder);
      if (kind.opensAs === 'its-parts') continue;
      for (const part of kind.contains(holder))
        for (const inside of openedBy(products, [part]))
          known.set(inside, [...(known.get(inside) ?? []), { holder, part }]);
    }
  }
  return known.get(id) ?? [];
}

/** Read anew only for other products: a release's stay what they are. */
const placesKnown = new WeakMap<readonly Product[], Map<ProductId, Place[]>>();

/** What a pass to a product opens by an id: something of its own, or of what stands in it. */
export function openingIn(
  products: readonly Product[],
  id: ProductId,
  openingId: FileId,
): { product: Product; opening: Opening } | undefined {
  for (const reached of reachedBy(products, [id])) {
    const product = products.find((p) => p.id === reached);
    const opening =
      product &&
      productKindOf(product)
        .openings(product)
        .find((o) => o.id === openingId);
    if (opening) return { product, opening };
  }
  return undefined;
}

/** Whether something comes to stand inside itself. */
export function isInItself(products: readonly Product[], id: ProductId): boolean {
  const product = products.find((p) => p.id === id);
  return product !== undefined && reachedBy(products, productKindOf(product).contains(product)).includes(id);
}

const isOpenedByParts = (product: Product): boolean => productKindOf(product).opensAs === 'its-parts';

/** Products and what stands in them, each once: what something holds after it. */
function walk(
  products: readonly Product[],
  ids: readonly ProductId[],
  into: (product: Product) => boolean,
): ProductId[] {
  const seen = new Set<ProductId>();
  function take(id: ProductId): void {
    if (seen.has(id)) return;
    seen.add(id);
    const product = products.find((p) => p.id === id);
    if (product && into(product)) for (const part of productKindOf(product).contains(product)) take(part);
  }
  for (const id of ids) take(id);
  return [...seen];
}
