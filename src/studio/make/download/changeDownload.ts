import type { Download } from '#core/catalogue';
import { change } from '../../data/draft';

/** Changes a download; a product that is another kind by now is left alone. */
export const changeDownload = (id: string, recipe: (download: Download) => void): Promise<void> =>
  change('product', id, (product) => {
    if (product.kind === 'download') recipe(product);
  });
