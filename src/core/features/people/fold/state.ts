import type { PersonId } from '#core/ids';
import type { ShopState } from '../../../engine/state';

declare module '../../../engine/state' {
  interface ShopState {
    people: Map<PersonId, number>;
    /** Whoever was made one with somebody else, and who that is by now. */
    joined: Map<PersonId, PersonId>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'people' | 'joined'> => ({
  people: new Map(),
  joined: new Map(),
});
