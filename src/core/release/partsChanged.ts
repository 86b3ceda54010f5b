import { type Product, productKindOf } from '#core/catalogue';
import type { ProductId } from '#core/ids';

/** What came to stand in a product that is opened itself, and what was taken out of it. */
export interface PartsChanged {
  productId: ProductId;
  added: ProductId[];
  taken: ProductId[];
}

/** Each product of which other things stand in it than before. */
export function partsChanged(before: readonly Product[], after: readonly Product[]): PartsChanged[] {
  return after.flatMap(({ id }): PartsChanged[] => {
    const [was, is] = [insideOf(before, id), insideOf(after, id)];
    const added = is.filter((part) => !was.includes(part));
    const taken = was.filter((part) => !is.includes(part));
    return added.length + taken.length > 0 ? [{ productId: id, added, taken }] : [];
  });
}

function insideOf(products: readonly Product[], id: ProductId): readonly ProductId[] {
  const product = products.find((p) => p.id === id);
  return product && productKindOf(product).opensAs === 'itself' ? productKindOf(product).contains(product) : [];
}
