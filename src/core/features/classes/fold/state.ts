import type { ClassDateId, RefundId, SessionId } from '#core/ids';
import type { ShopState } from '../../../engine/state';
import type { MovedDate } from './movedDate';

declare module '../../../engine/state' {
  interface ShopState {
    /** Dates of classes that were moved or called off. */
    classDates: Map<ClassDateId, MovedDate>;
    /** Refunds by which the money of a seat was asked back. */
    moneyForSeats: Map<RefundId, SessionId>;
    /** How many seats at each date somebody has. */
    seatsTaken: Map<ClassDateId, number>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'classDates' | 'moneyForSeats' | 'seatsTaken'> => ({
  classDates: new Map(),
  moneyForSeats: new Map(),
  seatsTaken: new Map(),
});
