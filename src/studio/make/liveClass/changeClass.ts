import type { LiveClass } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { change } from '../../data/draft';

/** Changes a class; a product that is another kind by now is left alone. */
export const changeClass = (id: ProductId, recipe: (it: LiveClass) => void): Promise<void> =>
  change('product', id, (product) => {
    if (product.kind === 'live-class') recipe(product);
  });
