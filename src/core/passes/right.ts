import type { Instant } from '#core/calendar';
import type { ProductId } from '#core/ids';
import type { Pass } from './pass';

/**
 * What lets somebody open a product: a pass of their own to it, or one to something that it stands in, as it goes for
 * this product. It keeps the pass's id and state; it begins where the product opened through it.
 */
export interface Right extends Pass {
  /** What the pass itself is to, and since when; null where that is the product. */
  through: { productId: ProductId; from: Instant } | null;
}
