import type { Instant } from '#core/calendar';
import type { OrderId } from '#core/ids';
import type { ShopState } from '../../../engine/state';

declare module '../../../engine/state' {
  interface ShopState {
    /** What a person has to look at, in the order in which it was found. */
    attention: { id: string; orderId: OrderId; text: string; at: Instant }[];
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'attention'> => ({ attention: [] });
