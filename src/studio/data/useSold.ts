import { useLiveQuery } from 'dexie-react-hooks';
import { totalKeys, type TotalKind } from '#core/mirror';
import { sum } from '#core/money';
import { totalsBetween } from './queries/totals';

/** How often an offer was sold, from the mirror's totals. */
export const useSold = (offerId: string): number => useCount('offer', offerId);

/** How often a price was sold. */
export const usePriceSold = (priceId: string): number => useCount('price', priceId);

/** How often a coupon was used. */
export const useCouponUses = (couponId: string): number => useCount('coupon', couponId);

const useCount = (kind: TotalKind, id: string): number =>
  useLiveQuery(async () => sum((await totalsBetween(totalKeys(kind, [id]))).map((t) => t.count)), [kind, id]) ?? 0;
