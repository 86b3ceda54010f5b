import type { PassId } from '#core/ids';
import type { ShopState } from '../../../engine/state';
import type { Task } from './task';

declare module '../../../engine/state' {
  interface ShopState {
    /** What passes wait for, done or not, in the order in which they were opened. */
    tasks: Map<PassId, Task>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'tasks'> => ({
  tasks: new Map(),
});
