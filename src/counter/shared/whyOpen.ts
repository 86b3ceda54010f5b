import { openFor } from '#core/agreements';
import type { PersonId, ProductId } from '#core/ids';
import { explain, type Explanation, type OpenFor } from '#core/passes';
import { holderOf, rightsTo } from '#core/shop';
import type { Who } from '#core/words';
import { productTitle } from './orderView';
import { groundsIn, type Reading } from './reading';

/** Why something is open to a person or not, in words for them, or about them. */
export function whyOpen(
  reading: Reading,
  personId: PersonId,
  productId: ProductId,
  person: Who = { you: true },
): Explanation {
  const { state, now, shop, locale } = reading;
  return explain({
    passes: rightsTo(holderOf(state, personId), productId, groundsIn(reading)),
    titleOf: (id) => productTitle(reading, id),
    person,
    product: productTitle(reading, productId),
    orderNumber: (id) => String(state.orders.get(id)?.number ?? ''),
    now,
    zone: shop.zone,
    locale,
    openFor: (id): OpenFor => openFor(state.agreements.get(id)),
  });
}
