import type { PassId, PersonId } from '#core/ids';
import type { FileUse, Pass } from '#core/passes';
import type { ShopState } from '../../../engine/state';

declare module '../../../engine/state' {
  interface ShopState {
    passes: Map<PassId, Pass>;
    passesOfPerson: Map<PersonId, PassId[]>;
    /** By pass and file (`pairOf`). */
    fileUses: Map<string, FileUse>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'passes' | 'passesOfPerson' | 'fileUses'> => ({
  passes: new Map(),
  passesOfPerson: new Map(),
  fileUses: new Map(),
});
