import type { OrderId, PaymentId } from '#core/ids';
import type { Agreement } from '#core/agreements';
import { boughtBy, type Payment, type PaymentLine } from '#core/payments';
import type { ShopState } from '../../engine/state';

/** A line of a payment together with which payment that is. */
export interface PaidLine extends PaymentLine {
  orderId: OrderId;
  paymentId: PaymentId;
}

/** The lines of one payment that a card made; none where there is no such payment. */
export function paidLinesOf(state: ShopState, paymentId: PaymentId): PaidLine[] {
  const payment = state.payments.get(paymentId);
  return (payment?.lines ?? []).map((line) => ({ ...line, orderId: payment?.orderId ?? '', paymentId }));
}

/** Every payment of an agreement that a card made, the newest first; that of the order is the last. */
export function paidLinesOfAgreement(state: ShopState, a: Agreement): PaidLine[] {
  const of = (payment: Payment | undefined): PaidLine[] =>
    payment?.id == null ? [] : paidLinesOf(state, payment.id).filter((line) => line.lineId === a.lineId);
  const order = state.orders.get(a.orderId);
  const later = a.payments.flatMap(of).reverse();
  // After a switch the order's payment belongs to the agreement that it began.
  const first = a.from === null && order ? of(boughtBy(order, a.lineId)) : [];
  return [...later, ...first].filter((line) => line.amount > 0);
}

/** A bank has this payment in dispute: nothing of it can be given back. */
export const isPaymentDisputed = (state: ShopState, paymentId: PaymentId): boolean =>
  (state.payments.get(paymentId)?.openDisputes.length ?? 0) > 0;
