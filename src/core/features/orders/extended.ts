import { backUntil } from '#core/checkout';
import type { StepId } from '#core/ids';
import { fact, type ShopEvent } from '#core/journal';
import { startedByOrder } from '../agreements';
import { leavingEvents } from '../agreements/leave';
import type { DecideContext } from '../../engine/command';
import { keyOf } from '../../engine/ids';
import type { ShopState } from '../../engine/state';
import { opened, receiptFor, replacedEvents, startedTwice, type Success } from './success';

/**
 * Everything that follows when an offer after payment is paid, or needed no money: its lines are the order's, with a
 * paper and a mail of their own, and open at once. One batch.
 */
export function extendedEvents(state: ShopState, step: StepId, success: Success, context: DecideContext): ShopEvent[] {
  const { orderId, personId, quote, chargeKey, paymentId, card } = success;
  const { events: replaced, credits } = replacedEvents(state, success, context);
  return [
    fact('order.extended', {
      orderId,
      step,
      chargeKey,
      quote: chargeKey === null ? quote : null,
      paymentId,
      last4: paymentId === null ? null : (card?.last4 ?? null),
      receipt: receiptFor(state, quote),
      credits,
      backUntil: backUntil(quote, context.now),
    }),
    ...startedByOrder(success, credits, context.now, context),
    ...opened(success, context.now),
    ...replaced,
    ...startedTwice(state, success, keyOf(orderId, step)),
    ...leavingEvents(state, success, context),
    fact('mail.due', {
      key: keyOf('receipt', orderId, step),
      mail: 'receipt',
      orderId,
      personId,
      refundId: null,
      step,
    }),
  ];
}
