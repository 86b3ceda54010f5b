import { refusalSentence } from '#core/messages';
import type { ShopState } from '#core/shop';
import { wordsFor } from '#core/words';
import type { CheckoutId } from '#core/ids';
import type { CheckoutState } from '../../wire';

/** Where a checkout stands, in words for the buyer. The caller has waited until this is safe on the disk. */
export function checkoutState(state: ShopState, checkoutId: CheckoutId, thanks: string, locale: string): CheckoutState {
  const record = state.checkouts.get(checkoutId);
  if (!record) return { status: 'open' };
  if (record.paid) return { status: 'paid', next: thanks };
  const charge = record.lastKey === null ? undefined : state.charges.get(record.lastKey);
  switch (charge?.status) {
    case 'asked':
      return { status: 'asking' };
    case 'waits-for-bank':
      return { status: 'bank', confirmAt: charge.confirmAt ?? '' };
    case 'refused':
      return { status: 'refused', sentence: refusalSentence(charge.reason ?? '', locale) };
    case 'fell-away':
      return { status: 'fell-away', sentence: wordsFor(locale).pages.checkout.fellAway };
    default:
      return { status: 'open' };
  }
}

/** Whether a charge is answered for now: the page can go on. */
export const isAnswered = (state: ShopState, key: string): true | null =>
  state.charges.get(key)?.status === 'asked' ? null : true;
