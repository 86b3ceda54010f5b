import { refusalSentence } from '#core/messages';
import type { ShopState } from '#core/shop';
import type { CheckoutState } from '../../pages/checkout/data';

/** Where a checkout stands, in words for the buyer. The caller has waited until this is safe on the disk. */
export function checkoutState(state: ShopState, checkoutId: string, thanks: string): CheckoutState {
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
      return { status: 'refused', sentence: refusalSentence(charge.reason ?? '') };
    case 'fell-away':
      return {
        status: 'fell-away',
        sentence:
          'The payment did not go through: it was not confirmed, or the payment service could not be reached. Nothing was charged, and you can try again.',
      };
    default:
      return { status: 'open' };
  }
}

/** Resolves when a charge is answered for now, or after `ms`. */
export function answered(
  runner: { state: ShopState; onBatch(listener: () => void): () => void },
  key: string,
  ms: number,
): Promise<void> {
  return new Promise((resolve) => {
    const isAnswered = (): boolean => runner.state.charges.get(key)?.status !== 'asked';
    if (isAnswered()) return resolve();
    const finish = (): void => {
      clearTimeout(timer);
      stop();
      resolve();
    };
    const timer = setTimeout(finish, ms);
    const stop = runner.onBatch(() => {
      if (isAnswered()) finish();
    });
  });
}
