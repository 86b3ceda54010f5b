import type { Instant } from '#core/calendar';
import type { PassId } from '#core/ids';

/** Something the seller has to do for whoever has a pass. */
export interface Task {
  passId: PassId;
  for: 'work' | 'sending';
  since: Instant;
  done: { at: Instant; carrier: string; number: string; note: string } | null;
}
