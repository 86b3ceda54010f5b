import { replacedIn } from '#core/checkout';
import { refuse } from '#core/refusal';
import { replacingStop } from '#core/agreements';
import { fact, type ShopEvent } from '#core/journal';
import { addMs, MINUTE } from '#core/calendar';
import { formatAmount } from '#core/money';
import { withoutStop } from '../agreements/goOn';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { Charge } from './fold/state';
import type { ShopState } from '../../engine/state';
import { feeTaken } from './fees';
import { lateAnswer } from './lateAnswer';
import { extendedEvents } from './extended';
import { type Success, successEvents } from './success';

/** How long a buyer has to confirm with the bank, and holds what the charge has taken, before it falls away. */
const CONFIRM_WITHIN_MS = 15 * MINUTE;

/**
 * The payment service answered. The first answer that ends a charge wins; a later one that differs goes to a
 * person, because money may have moved. Success is never refused, whatever changed meanwhile.
 */
export function answerCharge(
  state: ShopState,
  { key, answer }: Extract<Command, { type: 'answer-charge' }>,
  context: DecideContext,
): Decision {
  const charge = state.charges.get(key);
  if (!charge) return refuse('no-such-payment', { what: 'charge' });
  if (charge.quote === null || (charge.status !== 'asked' && charge.status !== 'waits-for-bank'))
    return lateAnswer(state, charge, charge.orderId, answer.status, () => takenAfterAll(charge));
  const { step } = charge;
  const succeeded = (success: Success): ShopEvent[] =>
    step === null ? successEvents(state, success, context) : extendedEvents(state, step, success, context);
  switch (answer.status) {
    case 'paid':
      return {
        events: [
          fact('charge.paid', { key, paymentId: answer.paymentId }),
          ...feeTaken('payment', answer.paymentId, answer.fee),
          ...succeeded({
            orderId: charge.orderId,
            checkoutId: charge.checkoutId,
            personId: charge.personId,
            quote: charge.quote,
            chargeKey: key,
            came: charge.came,
            language: charge.language,
            opens: charge.opens,
            recipientId: charge.recipientId,
            paymentId: answer.paymentId,
            card: charge.card,
          }),
        ],
      };
    case 'refused':
      return {
        events: [fact('charge.refused', { key, reason: answer.reason }), ...freedEvents(state, charge, context)],
      };
    case 'voided':
      return {
        events: [
          fact('charge.fellAway', {
            key,
            why: charge.status === 'waits-for-bank' ? 'not-confirmed' : 'never-reached',
            dueAt: null,
          }),
          ...freedEvents(state, charge, context),
        ],
      };
    case 'waits-for-bank':
      if (charge.status === 'waits-for-bank') return unchanged;
      return {
        events: [
          fact('charge.waitsForBank', {
            key,
            confirmAt: answer.confirmAt,
            until: addMs(context.now, CONFIRM_WITHIN_MS),
          }),
        ],
      };
    case 'pending':
      return unchanged;
  }
}

/** What was to be replaced is not: it goes on, and what fell due meanwhile is asked for now. */
function freedEvents(state: ShopState, { key, quote }: Charge, context: DecideContext): ShopEvent[] {
  const why = replacingStop(key);
  return (quote ? replacedIn(quote) : []).flatMap(({ agreementId }): ShopEvent[] => {
    const a = state.agreements.get(agreementId);
    if (!a?.stops.some((stop) => stop.why === why)) return [];
    return [
      fact('agreement.freed', { agreementId, chargeKey: key }),
      ...withoutStop(state, a, why, context.now, context).events,
    ];
  });
}

const unchanged: Decision = refuse('nothing-to-do', { why: 'nothing-new' });

/** What the seller reads where money was taken after a charge had been closed. */
function takenAfterAll({ amount, currency }: Charge): string {
  return `The payment service now says that ${formatAmount(amount, currency, 'en')} was charged after all, although the charge had been closed as failed. Refund it at the payment service, or deliver by hand.`;
}
