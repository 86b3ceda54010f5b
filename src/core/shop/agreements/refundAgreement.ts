import { isRunning } from '#core/agreements';
import { fact, type ShopEvent } from '#core/journal';
import { sum } from '#core/money';
import { refuse, type Refusal } from '#core/refusal';
import type { AgreementId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../command';
import type { ShopState } from '../state';
import { leftOf, taxOfBack } from '#core/payments';
import { isPaymentDisputed, type PaidLine, paidLinesOfAgreement } from '../paidLines';
import { areDaysTaken } from '../taken';
import { livePasses, noSuch, stillAsking } from './common';

export interface AgreementRefundPlan {
  parts: { payment: PaidLine; amount: number; tax: number }[];
  amount: number;
  currency: string;
  /** Everything that was paid goes back. */
  inFull: boolean;
  /** It gives back at least what the running period cost, so that ending is the usual wish. */
  coversPeriod: boolean;
}

/** What giving back would take from which payments, before anything is done. @param wanted minor units; null for all */
export function planAgreementRefund(
  state: ShopState,
  agreementId: AgreementId,
  wanted: number | null,
): AgreementRefundPlan | Refusal {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const all = paidLinesOfAgreement(state, a);
  const payments = all.filter((p) => !isPaymentDisputed(state, p.paymentId));
  const most = sum(payments.map(leftOf));
  if (most === 0 && payments.length < all.length) return refuse('disputed', { at: 'refund' });
  if (most === 0 && all.some((p) => p.reserved > 0)) return refuse('refund-running', { of: 'agreement' });
  const amount = wanted ?? most;
  if (!Number.isSafeInteger(amount) || amount < 0) return refuse('nothing-to-refund', { why: 'no-amount' });
  if (amount === 0) return refuse('nothing-to-refund', { why: 'nothing' });
  if (amount > most) return refuse('too-much', { most, currency: a.currency });
  const parts: AgreementRefundPlan['parts'] = [];
  let rest = amount;
  for (const payment of payments) {
    const part = Math.min(rest, leftOf(payment));
    if (part > 0) parts.push({ payment, amount: part, tax: taxOfBack(payment, part) });
    rest -= part;
  }
  return {
    parts,
    amount,
    currency: a.currency,
    // What is on its way may be refused: only what is back counts.
    inFull: amount === sum(all.map((p) => p.amount - p.givenBack - p.lost)),
    coversPeriod: a.period !== null && amount >= a.period.amount,
  };
}

/** Money back against payments, the newest first. In full it always ends the agreement. */
export function refundAgreement(
  state: ShopState,
  { agreementId, amount, ends, reason }: Extract<Command, { type: 'refund-agreement' }>,
  { ids }: DecideContext,
): Decision {
  const plan = planAgreementRefund(state, agreementId, amount);
  if ('refused' in plan) return plan;
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const ending = (plan.inFull || ends) && (isRunning(a) || plan.inFull);
  if ((ending && a.unanswered !== null) || areDaysTaken(state, a)) return stillAsking;
  const closes = ending ? livePasses(state, a) : [];
  return {
    events: plan.parts.map((part): ShopEvent =>
      fact('refund.requested', {
        refundId: ids.next('r'),
        orderId: a.orderId,
        paymentId: part.payment.paymentId,
        amount: part.amount,
        currency: plan.currency,
        shares: [{ lineId: a.lineId, amount: part.amount, tax: part.tax }],
        closes,
        reason,
        agreementId,
        ends: ending,
      }),
    ),
  };
}
