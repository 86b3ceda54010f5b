import { refuse } from '#core/refusal';
import { afterRefusal } from '#core/agreements';
import { fact, type ShopEvent } from '#core/journal';
import { formatAmount } from '#core/money';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { AnsweredDue, DueCharge } from './fold/state';
import type { ShopState } from '../../engine/state';
import { mailOf, shopOf } from './common';
import { type Paid, paidEvents } from './charge';
import { switchedEvents } from './switch';
import { feeTaken } from '../orders/fees';
import { lateAnswer } from '../orders/lateAnswer';
import { keyOf } from '../../engine/ids';

/** The payment service answered about an agreement's due. The first answer that ends it wins. */
export function answerDue(
  state: ShopState,
  { key, answer }: Extract<Command, { type: 'answer-charge' }>,
  context: DecideContext,
): Decision {
  const charge = state.dueCharges.get(key);
  const a = charge && state.agreements.get(charge.agreementId);
  if (!charge || !a) return refuse('no-such-payment', { what: 'charge' });
  if (charge.status !== 'asked' || a.status === 'ended')
    return lateAnswer(state, charge, a.orderId, answer.status, () => takenAfterAll(charge));
  switch (answer.status) {
    case 'pending':
      return refuse('nothing-to-do', { why: 'nothing-new' });
    case 'paid': {
      const paid: Paid = {
        key,
        kind: charge.why === 'rest' || charge.why === 'switch' ? charge.why : 'due',
        dues: charge.dues,
        amount: charge.amount,
        tax: charge.tax,
        credit: charge.credit,
        paymentId: answer.paymentId,
        last4: charge.card.last4,
        next: charge.why === 'rest' ? null : a.next,
      };
      return {
        events: [
          ...(charge.to ? switchedEvents(state, a, charge.to, paid, context) : paidEvents(state, a, paid, context.now)),
          ...feeTaken('payment', answer.paymentId, answer.fee),
        ],
      };
    }
    case 'refused':
      return { events: refusedEvents(state, charge, answer.reason, context) };
    case 'voided':
      return { events: refusedEvents(state, charge, 'never-reached', context) };
    case 'waits-for-bank':
      // On a later due nobody sits before the screen: it counts as refused, and is made impossible at the service.
      return {
        events: [
          ...refusedEvents(state, charge, 'needs-bank', context),
          fact('void.due', { key: keyOf('void', key), chargeKey: key }),
        ],
      };
  }
}

function refusedEvents(state: ShopState, charge: DueCharge, reason: string, context: DecideContext): ShopEvent[] {
  const a = state.agreements.get(charge.agreementId);
  const first = charge.dues[0];
  if (!a || !first) return [];
  const { key } = charge;
  const refused = (
    pastDue: Extract<ShopEvent, { type: 'due.refused' }>['data']['pastDue'],
    owed: typeof a.owed,
  ): ShopEvent => fact('due.refused', { key, agreementId: a.id, reason, pastDue, owed });
  // The buyer or the seller asked for these and sees the answer; nothing else changes.
  if (charge.why === 'rest' || charge.why === 'switch') return [refused(null, a.owed)];
  if (charge.why === 'asked' && a.pastDue) {
    const { since, tryAt, graceUntil, endAt } = a.pastDue;
    return [refused({ since, tryAt, graceUntil, endAt }, a.owed)];
  }
  // Asked for later than it fell due, because something stopped it: tries and grace count from then.
  const since = a.pastDue?.since ?? (charge.why === 'due' ? charge.planned : first.at);
  const after = afterRefusal(
    { terms: a.terms, anchor: a.anchor, zone: a.zone, n: first.n, since, graceDays: shopOf(context).billing.graceDays },
    charge.planned,
  );
  return [
    refused({ since, ...after }, [...charge.dues]),
    mailOf(a, 'refused', keyOf('refused', key), { amount: charge.amount, at: after.tryAt, reason }),
  ];
}

/** What the seller reads where a due was taken after it had been closed. */
function takenAfterAll({ amount, currency, title }: DueCharge | AnsweredDue): string {
  return `The payment service now says that ${formatAmount(amount, currency, 'en')} for “${title}” was taken after all, though that payment was closed without success. Give it back at the payment service.`;
}
