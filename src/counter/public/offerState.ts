import type { Order, ShopState } from '#core/shop';
import type { StepId } from '#core/ids';
import type { CheckoutState } from '../../wire';
import { chargeState } from './checkoutState';

/** Where an offer after payment stands, in words for the buyer. @param next where the visit goes on once it is answered */
export function offerState(state: ShopState, order: Order, step: StepId, next: string, locale: string): CheckoutState {
  const met = order.offers[step];
  if (met?.answer) return { status: 'paid', next };
  return met?.lastKey == null ? { status: 'open' } : chargeState(state, met.lastKey, locale);
}
