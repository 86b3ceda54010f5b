import type { ShopDetails } from '#core/catalogue';
import type { ShopState } from '#core/shop';
import type { PersonId } from '#core/ids';

/** The locale somebody bought in last; the shop's own where they never did, or did in it. */
export function localeOfPerson(state: ShopState, shop: ShopDetails, personId: PersonId): string {
  const last = state.ordersOfPerson.get(personId)?.at(-1);
  return (last === undefined ? null : state.orders.get(last)?.language) ?? shop.locale;
}
