import { refundStop } from '#core/agreements';
import type { EventType } from '#core/journal';
import type { Appliers } from '../../../engine/fold';
import { need } from '../../../engine/known';
import { addStop, agreementsRefunded, dropStop } from '../../agreements/fold/foldStops';
import { offeredAgain } from '../../booking/fold/foldSessions';
import { disputeClosed, disputeOpened, moneyBack, reserve } from './foldPayments';

/** How facts about money that goes back, and what the payment service keeps, change the state. */
export const moneyBackAppliers: Appliers<Extract<EventType, `refund.${string}` | `dispute.${string}` | 'fee.taken'>> = {
  'refund.requested': (state, data, at) => {
    state.refunds.set(data.refundId, {
      ...data,
      id: data.refundId,
      at,
      status: 'asked',
      creditNote: null,
      refusal: null,
    });
    need(state.orders, data.orderId).refundIds.push(data.refundId);
    // Money of a credit that was left over decides nothing.
    if (data.ofCredit === undefined) reserve(state, data, 1);
    if (data.ofCredit === undefined)
      for (const a of agreementsRefunded(state, data)) addStop(state, a, refundStop(data.refundId), at);
    state.pending.set(data.refundId, { kind: 'refund', key: data.refundId, refundId: data.refundId });
  },
  'refund.paid': (state, { refundId, creditNote }) => {
    const refund = need(state.refunds, refundId);
    refund.status = 'paid';
    refund.creditNote = creditNote;
    if (refund.ofCredit === undefined) {
      reserve(state, refund, -1);
      moneyBack(state, refund.paymentId, refund.shares, 'givenBack');
      state.counts.creditNotes += 1;
    }
    state.pending.delete(refundId);
    for (const a of agreementsRefunded(state, refund)) dropStop(state, a, refundStop(refundId));
  },
  'refund.refused': (state, { refundId, reason }) => {
    const refund = need(state.refunds, refundId);
    for (const a of agreementsRefunded(state, refund)) dropStop(state, a, refundStop(refundId));
    if (refund.ofCredit === undefined) reserve(state, refund, -1);
    refund.status = 'refused';
    refund.refusal = reason;
    offeredAgain(state, refundId);
    state.pending.delete(refundId);
  },
  'dispute.opened': (state, data, at) => {
    const paymentId = data.paymentId ?? need(state.orders, data.orderId).payments[0]?.id ?? '';
    state.disputes.set(data.disputeId, {
      id: data.disputeId,
      orderId: data.orderId,
      amount: data.amount,
      at,
      answerBy: data.answerBy,
      status: 'open',
      agreementId: data.agreementId,
      paymentId,
    });
    const payment = state.payments.get(paymentId);
    if (payment) disputeOpened(payment, data.disputeId);
  },
  'dispute.closed': (state, { disputeId, won, lost }) => {
    const dispute = need(state.disputes, disputeId);
    dispute.status = won ? 'won' : 'lost';
    const payment = state.payments.get(dispute.paymentId);
    if (payment) disputeClosed(payment, disputeId, won);
    moneyBack(state, dispute.paymentId, lost, 'lost');
  },
  // The books read it in the history; nothing in the shop goes by it.
  'fee.taken': () => undefined,
};
