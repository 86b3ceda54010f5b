import { type Agreement, unusedOf } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import type { CreditId, LineId, OrderId, PaymentId, RefundId } from '#core/ids';
import type { DecideContext } from '../command';
import type { ShopState } from '../state';
import { documentNumber } from '../documentNumber';
import { leftOf, type PaidLine, paidLinesOf, taxOfBack } from '../paidLines';
import { keyOf } from '../ids';

/** Where the running period's money came from; null when nothing was charged for it. */
export function paidWith(state: ShopState, a: Agreement): PaidLine | null {
  const order = state.orders.get(a.orderId);
  const paymentId = a.period?.paymentId ?? null;
  if (!order || paymentId === null) return null;
  return paidLinesOf(state, order, paymentId).find((line) => line.lineId === a.lineId) ?? null;
}

/** What the unused days are worth now: never more than can still be given back of the payment they were paid with. */
export function unusedNow(state: ShopState, a: Agreement, now: Instant): number {
  const paid = paidWith(state, a);
  if (!paid) return 0;
  // While it pauses, the days that are left do not become fewer.
  const at = a.pause ? (a.span?.movesFrom ?? a.pause.from) : now;
  return Math.min(unusedOf(a.period, paid.givenBack + paid.reserved + paid.lost, at, a.zone), leftOf(paid));
}

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
