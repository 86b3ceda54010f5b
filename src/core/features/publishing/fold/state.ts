import type { Instant } from '#core/calendar';
import type { ShopState } from '../../../engine/state';

declare module '../../../engine/state' {
  interface ShopState {
    release: number | null;
    /** Every release that was or is live, in order. */
    releases: { number: number; since: Instant }[];
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'release' | 'releases'> => ({
  release: null,
  releases: [],
});
