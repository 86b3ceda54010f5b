import { onceKey } from './ids';
import type { ShopState } from './state';

/** Whether a charge without an answer has taken what can be had only once. */
export const isTaken = (state: ShopState, what: Parameters<typeof onceKey>[0], of: string): boolean =>
  (state.taken.get(onceKey(what, of)) ?? 0) > 0;
