import { useLiveQuery } from 'dexie-react-hooks';
import { totalKeys, type TotalKind } from '#core/mirror';
import { sum } from '#core/money';
import type { CouponId, OfferId, PriceId } from '#core/ids';
import { totalsBetween } from './queries/totals';

/** How often an offer was sold, from the mirror's totals. */
export const useSold = (offerId: OfferId): number => useCount('offer', offerId);

/** How often a price was sold. */
export const usePriceSold = (priceId: PriceId): number => useCount('price', priceId);

/** How often a coupon was used. */
export const useCouponUses = (couponId: CouponId): number => useCount('coupon', couponId);

const useCount = (kind: TotalKind, id: string): number =>
  useLiveQuery(async () => sum((await totalsBetween(totalKeys(kind, [id]))).map((t) => t.count)), [kind, id]) ?? 0;
