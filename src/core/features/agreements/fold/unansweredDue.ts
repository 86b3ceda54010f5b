import type { ChargeKey } from '#core/ids';
import type { DueCharge } from './state';
import type { ShopState } from '../../../engine/state';

/** A charge of an agreement that is not answered yet, with all it carries; undefined once it is. */
export function unansweredDue(state: ShopState, key: ChargeKey | null): DueCharge | undefined {
  const charge = key === null ? undefined : state.dueCharges.get(key);
  return charge?.status === 'asked' ? charge : undefined;
}
