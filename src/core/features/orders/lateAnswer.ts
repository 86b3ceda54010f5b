import type { OrderId } from '#core/ids';
import { fact } from '#core/journal';
import { refuse } from '#core/refusal';
import type { Decision } from '../../engine/command';
import { keyOf } from '../../engine/ids';
import type { ShopState } from '../../engine/state';

/**
 * An answer about a charge that is closed already. Only one that says money was taken after all matters: money may have
 * moved, so the seller is told, once.
 * @param text what the seller is told
 */
export function lateAnswer(
  state: ShopState,
  charge: { key: string; status: string },
  orderId: OrderId,
  answered: string,
  text: () => string,
): Decision {
  const id = keyOf('late', charge.key);
  if (answered !== 'paid' || charge.status === 'paid' || state.attention.some((raised) => raised.id === id))
    return refuse('nothing-to-do', { why: 'nothing-new' });
  return { events: [fact('attention.raised', { id, what: 'late-answer', orderId, text: text() })] };
}
