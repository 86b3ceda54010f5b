import type { Download } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeDownload } from './changeDownload';

/** How often one buyer can fetch a file, and how long a link to it works. */
export const DownloadLimits = ({ product }: { product: Download }) => (
  <TakeawayLimits
    downloads={product.downloads}
    what="buyer can fetch a file"
    after="Fetching the same file again within a day counts once. Links are made anew each time the buyer looks."
    onChange={(recipe) => void changeDownload(product.id, (p) => recipe(p.downloads))}
  />
);
