import { type Agreement, isRunning } from '#core/agreements';
import { fact, type ShopEvent } from '#core/journal';
import { sum } from '#core/money';
import { refuse, type Refusal } from '#core/refusal';
import type { AgreementId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../command';
import type { ShopState } from '../state';
import { noSuch, stillAsking } from './common';
import { type PaidWith, taxOfBack } from './credit';

/** Every payment of an agreement that money came with, the newest first; the order's own is the last. */
export function paymentsOfAgreement(state: ShopState, a: Agreement): PaidWith[] {
  const later = a.payments
    .flatMap((p): PaidWith[] =>
      p.paymentId === null
        ? []
        : [
            {
              orderId: a.orderId,
              lineId: a.lineId,
              paymentId: p.paymentId,
              amount: p.amount,
              tax: p.tax,
              givenBack: p.givenBack,
              taxBack: p.taxBack,
              lost: p.lost,
            },
          ],
    )
    .reverse();
  const order = state.orders.get(a.orderId);
  const line = order?.lines.find((l) => l.lineId === a.lineId);
  // After a switch the order's payment belongs to the agreement that it began.
  const own =
    a.from === null && order?.paymentId && line && line.paid > 0
      ? [
          {
            orderId: a.orderId,
            lineId: a.lineId,
            paymentId: order.paymentId,
            amount: line.paid,
            tax: line.tax,
            givenBack: line.givenBack,
            taxBack: line.taxBack,
            lost: line.lost,
          },
        ]
      : [];
  return [...later, ...own];
}

const left = (p: PaidWith): number => p.amount - p.givenBack - p.lost;

export interface AgreementRefundPlan {
  parts: { payment: PaidWith; amount: number; tax: number }[];
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
  if (a.dispute !== null || state.orders.get(a.orderId)?.dispute === 'open')
    return refuse('disputed', { at: 'refund' });
  if ([...state.refunds.values()].some((r) => r.status === 'asked' && r.orderId === a.orderId))
    return refuse('refund-running', { of: 'agreement' });
  const payments = paymentsOfAgreement(state, a);
  const most = sum(payments.map(left));
  const amount = wanted ?? most;
  if (!Number.isSafeInteger(amount) || amount < 0) return refuse('nothing-to-refund', { why: 'no-amount' });
  if (amount === 0) return refuse('nothing-to-refund', { why: 'nothing' });
  if (amount > most) return refuse('too-much', { most, currency: a.currency });
  const parts: AgreementRefundPlan['parts'] = [];
  let rest = amount;
  for (const payment of payments) {
    const part = Math.min(rest, left(payment));
    if (part > 0) parts.push({ payment, amount: part, tax: taxOfBack(payment, part) });
    rest -= part;
  }
  return {
    parts,
    amount,
    currency: a.currency,
    inFull: amount === most,
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
  if (ending && a.unanswered !== null) return stillAsking;
  const closes = ending ? a.passIds.filter((id) => !state.passes.get(id)?.closed) : [];
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
