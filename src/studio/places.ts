import type { Draft } from './data/draft';
import { type Fetch, part } from './frame/parts';
import { studioWords } from '#say/studio';
const say = studioWords.places;

/** A place in the studio besides Today. */
interface Place {
  /** The pattern of its address. */
  path: string;
  /** What its sheet is called when it could not be fetched. */
  name: string;
  fetch: Fetch<{ draft: Draft }>;
}

const place = (path: string, name: string, fetch: Place['fetch']): Place => ({ path, name, fetch: part(fetch) });

/** Every place besides Today; a stage also has its line in `frame/stages.ts`. */
export const PLACES: readonly Place[] = [
  place('make/:id?/:part?', say.make, () => import('./make/MakeStage')),
  place('price/:id?', say.price, () => import('./price/PriceStage')),
  place('sell/:id?/:step?', say.sell, () => import('./sell/SellStage')),
  place('deliver/:list?/:id?', say.deliver, () => import('./deliver/DeliverStage')),
  place('follow-up/:message?', say.followUp, () => import('./followUp/FollowUpStage')),
  place('count', say.count, () => import('./count/CountStage')),
  place('search', say.search, () => import('./search/SearchSheet')),
  place('shop', say.shop, () => import('./shop/ShopSheet')),
];
