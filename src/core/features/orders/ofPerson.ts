import type { PersonId } from '#core/ids';
import type { OfPerson } from '../../engine/ofPerson';
import type { ShopState } from '../../engine/state';
import type { Order } from './fold/state';

const ordersOf = (state: ShopState, personId: PersonId): Order[] =>
  (state.ordersOfPerson.get(personId) ?? []).flatMap((id) => state.orders.get(id) ?? []);

export const ordersOfPerson: OfPerson = {
  holds(state, personId) {
    const orders = ordersOf(state, personId);
    return {
      // The card's token is of use to this shop alone.
      orders: orders.map(({ card, ...order }) => ({ ...order, card: card && { last4: card.last4 } })),
      refunds: orders.flatMap((order) => order.refundIds.flatMap((id) => state.refunds.get(id) ?? [])),
    };
  },
  underWay: (state, personId) =>
    [...state.charges.values()].some(
      (charge) => charge.personId === personId && (charge.status === 'asked' || charge.status === 'waits-for-bank'),
    )
      ? { why: 'still-asking' }
      : null,
  keptFor: (state, personId) =>
    [...state.refunds.values()].some(
      ({ status, orderId }) => status === 'asked' && state.orders.get(orderId)?.personId === personId,
    )
      ? 'refund'
      : null,
};
