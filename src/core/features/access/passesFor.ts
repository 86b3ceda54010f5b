import type { Pass } from '#core/passes';
import type { PersonId, ProductId } from '#core/ids';
import type { ShopState } from '../../engine/state';

/** Every pass of a person, or those to one product. */
export function passesFor(state: ShopState, personId: PersonId, productId?: ProductId): Pass[] {
  const all = (state.passesOfPerson.get(personId) ?? [])
    .map((id) => state.passes.get(id))
    .filter((p) => p !== undefined);
  return productId === undefined ? all : all.filter((p) => p.productId === productId);
}
