import type { LiveClass } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeClass } from './changeClass';
import { makeLiveClassWords } from '#say/make/liveClass';
const say = makeLiveClassWords.classLimits;

/** How often a recording can be fetched; nothing is said before there is one. */
export const ClassLimits = ({ product }: { product: LiveClass }) =>
  product.dates.some(({ recording: { files, links } }) => files.length + links.length > 0) ? (
    <TakeawayLimits
      downloads={product.downloads}
      what={say.buyerCanDownloadRecording}
      after={say.downloadingSameOneAgain}
      onChange={(recipe) => void changeClass(product.id, (it) => recipe(it.downloads))}
    />
  ) : null;
