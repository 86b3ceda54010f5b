import { refuse } from '#core/refusal';
import { fact } from '#core/journal';
import type { Command, Decision } from '../command';
import type { ShopState } from '../state';
import { keyOf } from '../ids';

/**
 * The time for confirming with the bank is over. The service is told to take nothing under this key; its answer
 * decides, so that a confirmation in the last second still counts.
 */
export function expireCharge(state: ShopState, { key }: Extract<Command, { type: 'expire-charge' }>): Decision {
  const voidKey = keyOf('void', key);
  if (state.charges.get(key)?.status !== 'waits-for-bank' || state.todo.has(voidKey))
    return refuse('nothing-to-do', { why: 'answered' });
  return { events: [fact('void.due', { key: voidKey, chargeKey: key })] };
}

/** A dated pass has reached its end. */
export function expirePass(state: ShopState, { passId, dueAt }: Extract<Command, { type: 'expire-pass' }>): Decision {
  const pass = state.passes.get(passId);
  if (!pass || pass.closed || pass.until !== dueAt) return refuse('nothing-to-do', { why: 'closed-already' });
  return { events: [fact('pass.closed', { passId, why: 'expired', dueAt })] };
}
