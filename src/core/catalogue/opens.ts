import type { ProductId } from '#core/ids';
import { type Product, productKindOf } from './products';

/**
 * What products open once they are bought: themselves, and for one that holds others what is in it, however deep. Each
 * once, in order; what is not there any more is left out where it would have been looked into.
 */
export function openedBy(products: readonly Product[], ids: readonly ProductId[]): ProductId[] {
  const found: ProductId[] = [];
  const seen = new Set<ProductId>();
  function take(id: ProductId): void {
    if (seen.has(id)) return;
    seen.add(id);
    const inside = containedIn(products, id);
    if (inside === null) found.push(id);
    else for (const part of inside) take(part);
  }
  for (const id of ids) take(id);
  return found;
}

/** Whether something comes to stand inside itself. */
export function isInItself(products: readonly Product[], id: ProductId): boolean {
  const seen = new Set<ProductId>();
  const leadsBack = (from: ProductId): boolean =>
    (containedIn(products, from) ?? []).some((part) => {
      if (part === id) return true;
      if (seen.has(part)) return false;
      seen.add(part);
      return leadsBack(part);
    });
  return leadsBack(id);
}

/** What a product holds; null for one that is opened itself. */
function containedIn(products: readonly Product[], id: ProductId): readonly ProductId[] | null {
  const product = products.find((p) => p.id === id);
  return product ? productKindOf(product).contains(product) : null;
}
