import { type Agreement, unusedOf } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import { mulDiv } from '#core/money';
import type { CreditId, LineId, OrderId, PaymentId, RefundId } from '#core/ids';
import type { DecideContext } from '../command';
import type { ShopState } from '../state';
import { documentNumber } from '../documentNumber';
import { givenBackOf } from './common';
import { keyOf } from '../ids';

/** The payment that the running period was paid with, as it can be given back. */
export interface PaidWith {
  orderId: OrderId;
  lineId: LineId;
  paymentId: PaymentId;
  amount: number;
  tax: number;
  givenBack: number;
  taxBack: number;
  lost: number;
}

/** Where the running period's money came from; null when nothing was charged for it. */
export function paidWith(state: ShopState, a: Agreement): PaidWith | null {
  const paymentId = a.period?.paymentId ?? null;
  if (paymentId === null) return null;
  const own = a.payments.find((p) => p.paymentId === paymentId);
  if (own)
    return {
      orderId: a.orderId,
      lineId: a.lineId,
      paymentId,
      amount: own.amount,
      tax: own.tax,
      givenBack: own.givenBack,
      taxBack: own.taxBack,
      lost: own.lost,
    };
  const line = state.orders.get(a.orderId)?.lines.find((l) => l.lineId === a.lineId);
  return line
    ? {
        orderId: a.orderId,
        lineId: a.lineId,
        paymentId,
        amount: line.paid,
        tax: line.tax,
        givenBack: line.givenBack,
        taxBack: line.taxBack,
        lost: line.lost,
      }
    : null;
}

/** What the unused days are worth now: never more than can still be given back of the payment they were paid with. */
export function unusedNow(state: ShopState, a: Agreement, now: Instant): number {
  const paid = paidWith(state, a);
  if (!paid) return 0;
  return Math.min(unusedOf(a.period, givenBackOf(state, a), now, a.zone), paid.amount - paid.givenBack - paid.lost);
}

/** Tax that goes back with an amount: round(T × given back so far ÷ paid) − tax already back. */
export const taxOfBack = (paid: Pick<PaidWith, 'amount' | 'tax' | 'givenBack' | 'taxBack'>, amount: number): number =>
  paid.amount === 0 ? 0 : mulDiv(paid.tax, paid.givenBack + amount, paid.amount) - paid.taxBack;

/** A credit note over unused days: they pay for something else instead of going back. */
export function creditGiven(state: ShopState, a: Agreement, amount: number, creditId: CreditId): ShopEvent[] {
  const paid = paidWith(state, a);
  if (!paid || amount === 0) return [];
  return [
    fact('credit.given', {
      creditId,
      orderId: paid.orderId,
      lineId: paid.lineId,
      agreementId: a.id,
      paymentId: paid.paymentId,
      amount,
      tax: taxOfBack(paid, amount),
      currency: a.currency,
      creditNote: documentNumber('C', state.counts.creditNotes),
    }),
  ];
}

/** Money of a credit that was left over goes back to the payment it came from; its credit note stands already. */
export function returnOfCredit(
  of: { orderId: OrderId; lineId: LineId; paymentId: PaymentId; amount: number; currency: string },
  creditId: CreditId,
  refundId: RefundId,
): ShopEvent[] {
  if (of.amount === 0) return [];
  return [
    fact('refund.requested', {
      refundId,
      orderId: of.orderId,
      paymentId: of.paymentId,
      amount: of.amount,
      currency: of.currency,
      shares: [{ lineId: of.lineId, amount: of.amount, tax: 0 }],
      closes: [],
      reason: 'Credit that was left over',
      ofCredit: creditId,
    }),
  ];
}

/** The rest of an agreement's credit, when it ends. */
export const creditLeft = (a: Agreement, { ids }: Pick<DecideContext, 'ids'>): ShopEvent[] =>
  a.credit === null ? [] : returnOfCredit({ ...a.credit, currency: a.currency }, keyOf('credit', a.id), ids.next('r'));
