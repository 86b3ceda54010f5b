import type { Download } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeDownload } from './changeDownload';
import { makeDownloadWords } from '#say/make/download';
const say = makeDownloadWords.downloadLimits;

/** How often one buyer can fetch a file, and how long a link to it works. */
export const DownloadLimits = ({ product }: { product: Download }) => (
  <TakeawayLimits
    downloads={product.downloads}
    what={say.buyerCanDownloadFile}
    after={say.downloadingSameFileAgain}
    onChange={(recipe) => void changeDownload(product.id, (p) => recipe(p.downloads))}
  />
);
