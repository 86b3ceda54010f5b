import { addMs, HOUR } from '#core/calendar';
import { formatAmount } from '#core/money';
import type { Command, DecideContext, Decision } from '../decide';
import type { Charge, ShopState } from '../state';
import { successEvents } from '../success';

/** How long a buyer has to confirm with the bank before the charge falls away. */
const CONFIRM_WITHIN_MS = HOUR;

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
  if (!charge) return { refused: 'no-such-payment', sentence: 'The answer names a charge that was never asked for.' };
  if (charge.status !== 'asked' && charge.status !== 'waitsForBank') return lateAnswer(state, charge, answer.status);
  switch (answer.status) {
    case 'paid':
      return {
        events: [
          { type: 'charge.paid', v: 1, data: { key, paymentId: answer.paymentId } },
          ...successEvents(
            state,
            {
              orderId: charge.orderId,
              checkoutId: charge.checkoutId,
              personId: charge.personId,
              quote: charge.quote,
              opens: charge.opens,
              paymentId: answer.paymentId,
              card: charge.card,
            },
            context,
          ),
        ],
      };
    case 'refused':
      return { events: [{ type: 'charge.refused', v: 1, data: { key, reason: answer.reason } }] };
    case 'voided':
      return {
        events: [
          {
            type: 'charge.fellAway',
            v: 1,
            data: { key, why: charge.status === 'waitsForBank' ? 'not-confirmed' : 'never-reached', dueAt: null },
          },
        ],
      };
    case 'waitsForBank':
      if (charge.status === 'waitsForBank') return unchanged;
      return {
        events: [
          {
            type: 'charge.waitsForBank',
            v: 1,
            data: { key, confirmAt: answer.confirmAt, until: addMs(context.now, CONFIRM_WITHIN_MS) },
          },
        ],
      };
    case 'pending':
      return unchanged;
  }
}

const unchanged: Decision = { refused: 'nothing-to-do', sentence: 'Nothing new is known.' };

function lateAnswer(state: ShopState, charge: Charge, status: string): Decision {
  const differs = status === 'paid' && charge.status !== 'paid';
  if (!differs || state.attention.some((a) => a.id === `late-${charge.key}`)) return unchanged;
  const amount = formatAmount(charge.quote.dueToday, charge.quote.currency, 'en');
  return {
    events: [
      {
        type: 'attention.raised',
        v: 1,
        data: {
          id: `late-${charge.key}`,
          what: 'late-answer',
          orderId: charge.orderId,
          text: `The payment service now says that ${amount} was taken after all, though the charge was closed without success. Give it back at the payment service, or deliver by hand.`,
        },
      },
    ],
  };
}
