import { type Product, productKindOf } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import type { PassSeed } from '#core/passes';

/** How many sessions a pass to a product brings, as a part of the pass; nothing where the product has none. */
export function sessionsOf(
  products: readonly Product[],
  productId: ProductId,
  units = 1,
): Pick<PassSeed, 'sessions'> | undefined {
  const product = products.find((p) => p.id === productId);
  const sessions = product && productKindOf(product).sessions?.(product);
  return sessions ? { sessions: { ...sessions, units } } : undefined;
}
