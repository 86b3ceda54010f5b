import { refusalSentence } from '#core/messages';
import type { Order, ShopState } from '#core/shop';
import { wordsFor } from '#core/words';
import type { ChargeKey, CheckoutId } from '#core/ids';
import type { CheckoutState } from '../../wire';

/** How long a button waits for the bank before its page says that it is being asked. */
export const WAIT_FOR_ANSWER_MS = 6_000;

/**
 * Where a checkout stands, in words for the buyer. The caller has waited until this is safe on the disk.
 * @param next where its visit goes on once it is paid
 */
export function checkoutState(
  state: ShopState,
  checkoutId: CheckoutId,
  next: (order: Order) => string,
  locale: string,
): CheckoutState {
  const record = state.checkouts.get(checkoutId);
  if (!record) return { status: 'open' };
  const order = record.paid ? state.orders.get(record.orderId) : undefined;
  if (order) return { status: 'paid', next: next(order) };
  return record.lastKey === null ? { status: 'open' } : chargeState(state, record.lastKey, locale);
}

/** Where one charge stands that has not been paid. */
export function chargeState(state: ShopState, key: ChargeKey, locale: string): CheckoutState {
  const charge = state.charges.get(key);
  switch (charge?.status) {
    case 'asked':
      return { status: 'asking' };
    case 'waits-for-bank':
      return { status: 'bank', confirmAt: charge.confirmAt ?? '' };
    case 'refused':
      return { status: 'refused', sentence: refusalSentence(charge.reason ?? '', locale, charge.card.way) };
    case 'fell-away':
      return { status: 'fell-away', sentence: wordsFor(locale).pages.checkout.fellAway };
    default:
      return { status: 'open' };
  }
}

/** Whether a charge is answered for now: the page can go on. */
export const isAnswered = (state: ShopState, key: string): true | null =>
  state.charges.get(key)?.status === 'asked' ? null : true;
