import type { Instant } from '#core/calendar';
import type { DueIndex } from './dueIndex';
import type { PendingEffects } from './pendingEffects';

/**
 * Everything the shop knows, folded from the journal. Features add what they keep (`fold/state.ts` of each). It is changed
 * in place: folding a million events must not copy maps.
 */
export interface ShopState {
  seq: number;
  at: Instant;
  pending: PendingEffects;
  /** The next moment of each thing that time does something to. */
  due: DueIndex;
  /** How many numbers of each kind were given. */
  counts: { orders: number; receipts: number; creditNotes: number; certificates: number };
}
