import type { Draft } from './data/draft';
import { type Fetch, part } from './frame/parts';

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
  place('make/:id?/:part?', 'Make', () => import('./make/MakeStage')),
  place('price/:id?', 'Price', () => import('./price/PriceStage')),
  place('sell/:id?/:step?', 'Sell', () => import('./sell/SellStage')),
  place('deliver/:list?/:id?', 'Deliver', () => import('./deliver/DeliverStage')),
  place('follow-up/:message?', 'Follow up', () => import('./followUp/FollowUpStage')),
  place('count', 'Count', () => import('./count/CountStage')),
  place('search', 'Search', () => import('./search/SearchSheet')),
  place('shop', 'Shop', () => import('./shop/ShopSheet')),
];
