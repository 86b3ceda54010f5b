import { useLiveQuery } from 'dexie-react-hooks';
import { db } from './db';

/** How often an offer was sold, from the mirror's totals. */
export const useSold = (offerId: string): number => useCount(`offer|${offerId}|`);

/** How often a price was sold. */
export const usePriceSold = (priceId: string): number => useCount(`price|${priceId}|`);

/** How often a coupon was used. */
export const useCouponUses = (couponId: string): number => useCount(`coupon|${couponId}|`);

const useCount = (prefix: string): number =>
  useLiveQuery(
    async () => (await db.totals.where('key').startsWith(prefix).toArray()).reduce((all, t) => all + t.count, 0),
    [prefix],
  ) ?? 0;
