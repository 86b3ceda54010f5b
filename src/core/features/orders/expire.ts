import { refuse } from '#core/refusal';
import { voided } from './acceptOffer';
import type { Decision } from '../../engine/command';
import type { ChargeKey } from '#core/ids';
import type { ShopState } from '../../engine/state';

/**
 * The time for confirming with the bank is over, or the buyer would rather begin again. The service is told to take
 * nothing under this key; its answer decides, so that a confirmation in the last second still counts.
 */
export function expireCharge(state: ShopState, { key }: { key: ChargeKey }): Decision {
  const events = state.charges.get(key)?.status === 'waits-for-bank' ? voided(state, key) : [];
  return events.length === 0 ? refuse('nothing-to-do', { why: 'answered' }) : { events };
}
