import { refuse } from '#core/refusal';
import { fact } from '#core/journal';
import type { CommandOf, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';

/** A dated pass has reached its end. */
export function expirePass(state: ShopState, { passId, dueAt }: CommandOf<'expire-pass'>): Decision {
  const pass = state.passes.get(passId);
  if (!pass || pass.closed || pass.until !== dueAt) return refuse('nothing-to-do', { why: 'closed-already' });
  return { events: [fact('pass.closed', { passId, why: 'expired', dueAt })] };
}
