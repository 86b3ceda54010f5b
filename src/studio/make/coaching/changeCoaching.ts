import type { Coaching } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { change } from '../../data/draft';

/** Changes coaching; a product that is another kind by now is left alone. */
export const changeCoaching = (id: ProductId, recipe: (coaching: Coaching) => void): Promise<void> =>
  change('product', id, (product) => {
    if (product.kind === 'coaching') recipe(product);
  });
