import type { Pass } from '#core/passes';
import type { ShopState } from './state';

/** Every pass of a person, or those to one product. */
export function passesFor(state: ShopState, personId: string, productId?: string): Pass[] {
  const all = (state.passesOfPerson.get(personId) ?? [])
    .map((id) => state.passes.get(id))
    .filter((p) => p !== undefined);
  return productId === undefined ? all : all.filter((p) => p.productId === productId);
}
