import type { LiveClass } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeClass } from './changeClass';

/** How often a recording can be fetched; nothing is said before there is one. */
export const ClassLimits = ({ product }: { product: LiveClass }) =>
  product.dates.some(({ recording: { files, links } }) => files.length + links.length > 0) ? (
    <TakeawayLimits
      downloads={product.downloads}
      what="buyer can fetch a recording"
      after="Fetching the same one again within a day counts once."
      onChange={(recipe) => void changeClass(product.id, (it) => recipe(it.downloads))}
    />
  ) : null;
