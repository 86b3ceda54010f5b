import { type Agreement, isRunning } from '#core/agreements';
import { fact, type ShopEvent } from '#core/journal';
import { sum } from '#core/money';
import { refuse, type Refusal } from '#core/refusal';
import type { AgreementId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { leftOf, taxOfBack, creditOf, type CreditPart, takeCredit } from '#core/payments';
import { isPaymentDisputed, type PaidLine, paidLinesOfAgreement } from '../orders/paidLines';
import { areDaysTaken } from '../orders/fold/taken';
import { endEvents } from './closings';
import { livePasses, noSuch, stillAsking } from './common';
import { creditsNotReturned, hasPassedOn, returnOfCredits } from './credit';

export interface AgreementRefundPlan {
  parts: { payment: PaidLine; amount: number; tax: number }[];
  /** Of what credit paid for the running period: it goes back to the payments that it came from. */
  credits: CreditPart[];
  /** All of it: by card, and by credit. */
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
  const byCard = sum(payments.map(leftOf));
  const credit = creditKept(state, a);
  const most = byCard + creditOf(credit);
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
    credits: takeCredit(credit, rest).used,
    amount,
    currency: a.currency,
    // What is on its way may be refused: only what is back counts.
    inFull: amount === sum(all.map((p) => p.amount - p.givenBack - p.lost)) + creditOf(credit),
    coversPeriod: a.period !== null && amount >= a.period.amount,
  };
}

/**
 * Of the credit that paid for the running period, what has not been given back, with the payments it came from. After a
 * switch, or where it was replaced, its unused days pay for something else.
 */
export function creditKept(state: ShopState, { period, credits, ended }: Agreement): CreditPart[] {
  if (hasPassedOn(ended)) return [];
  return creditsNotReturned(state, period?.credits ?? [], credits);
}

/** Money back against payments, the newest first. In full it always ends the agreement. */
export function refundAgreement(
  state: ShopState,
  { agreementId, amount, ends, reason }: Extract<Command, { type: 'refund-agreement' }>,
  context: DecideContext,
): Decision {
  const { ids } = context;
  const plan = planAgreementRefund(state, agreementId, amount);
  if ('refused' in plan) return plan;
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const ending = (plan.inFull || ends) && (isRunning(a) || plan.inFull);
  if ((ending && a.unanswered !== null) || areDaysTaken(state, a)) return stillAsking;
  const closes = ending ? livePasses(state, a) : [];
  const byCredit = returnOfCredits(plan.credits, a.currency, context);
  // Where no card has to be asked there is nothing to wait for.
  if (plan.parts.length === 0 && ending && isRunning(a))
    return { events: [...endEvents(state, a, 'refunded', 'refund', null, context), ...byCredit] };
  return {
    events: [
      ...plan.parts.map((part): ShopEvent =>
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
      ...byCredit,
    ],
  };
}
