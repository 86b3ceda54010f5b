import type { Instant } from '#core/calendar';
import type { PersonId, ProductId } from '#core/ids';
import { isOpen, type Pass } from '#core/passes';
import { leftOf, lineBought } from '#core/payments';
import { paidLinesOfAgreement } from './paidLines';
import { passesFor } from '../access/passesFor';
import type { ShopState } from '../../engine/state';

/**
 * Whether somebody owns a thing, as it counts for what is off a bundle: by a pass to that very thing that is open,
 * has no end, and was paid for. What was given, what is on its way back, what closes when a subscription does, and a
 * plan with payments to come do not count.
 */
export const owns = (state: ShopState, personId: PersonId, productId: ProductId, now: Instant): boolean =>
  passesFor(state, personId, productId).some(
    (pass) => pass.until === null && isOpen(pass, now) && isPaidFor(state, pass),
  );

function isPaidFor(state: ShopState, { cause }: Pass): boolean {
  if (cause.kind !== 'paid') return false;
  const order = state.orders.get(cause.orderId);
  if (cause.agreementId === undefined) {
    const line = order && lineBought(order, cause.lineId);
    return line !== undefined && (leftOf(line) > 0 || line.credit > 0);
  }
  const agreement = state.agreements.get(cause.agreementId);
  return agreement?.status === 'paid-off' && paidLinesOfAgreement(state, agreement).some((line) => leftOf(line) > 0);
}
