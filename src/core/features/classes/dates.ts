import { type DateStanding, type Session, spanOf } from '#core/booking';
import { type Product, productKindOf } from '#core/catalogue';
import type { ClassDateId } from '#core/ids';
import type { ShopState } from '../../engine/state';
import { seatsTakenAt } from '../orders/fold/taken';

type State = Pick<ShopState, 'classDates' | 'seatsTaken' | 'taken'>;

/** The dates of a product as they stand, in the order in which they were set; undefined for one without any. */
export function datesOf(state: State, product: Product): DateStanding[] | undefined {
  const promised = productKindOf(product).seats?.(product);
  return promised?.dates.map((date) => {
    const { from, until, calledOff = false } = state.classDates.get(date.id) ?? {};
    const set = spanOf(date);
    return {
      id: date.id,
      from: from ?? set.from,
      until: until ?? set.until,
      zone: date.zone,
      seats: date.seats,
      taken: seatsTakenAt(state, date.id),
      calledOff,
    };
  });
}

/** The same of a product by its id, among those of a release. */
export function datesIn(state: State, products: readonly Product[], productId: string): DateStanding[] | undefined {
  const product = products.find(({ id }) => id === productId);
  return product && datesOf(state, product);
}

/** Every seat at a date that somebody has. */
export const seatsAt = (state: Pick<ShopState, 'sessions'>, dateId: ClassDateId): Session[] =>
  [...state.sessions.values()].filter((session) => session.dateId === dateId && session.status !== 'called-off');
