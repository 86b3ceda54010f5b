import type { DisputeId, LineId, PaymentId } from '#core/ids';
import { lineOf, type Payment } from '#core/payments';
import type { Order } from './state';
import type { ShopState } from '../../../engine/state';

/** A payment stands once: with its order, under the payment service's name for it, and in the count of papers. */
export function addPayment(
  state: Pick<ShopState, 'payments' | 'counts'>,
  order: Pick<Order, 'payments'> | undefined,
  payment: Payment | null,
): void {
  if (!payment) return;
  order?.payments.push(payment);
  if (payment.id !== null) state.payments.set(payment.id, payment);
  if (payment.receipt !== null) state.counts.receipts += 1;
}

type Shares = readonly { lineId: LineId; amount: number; tax: number }[];

/** Money that is asked to go back is taken at once, and set free by the answer. */
export function reserve(
  state: Pick<ShopState, 'payments'>,
  { paymentId, shares }: { paymentId: PaymentId; shares: Shares },
  by: 1 | -1,
): void {
  const payment = state.payments.get(paymentId);
  for (const { lineId, amount, tax } of shares) {
    const line = payment && lineOf(payment, lineId);
    if (!line) continue;
    line.reserved += by * amount;
    line.taxReserved += by * tax;
  }
}

/** Counts money that went back, or that a bank took back, on the payment it came from. */
export function moneyBack(
  state: Pick<ShopState, 'payments'>,
  paymentId: PaymentId,
  shares: Shares,
  how: 'givenBack' | 'lost',
): void {
  const payment = state.payments.get(paymentId);
  for (const { lineId, amount, tax } of shares) {
    const line = payment && lineOf(payment, lineId);
    if (!line) continue;
    line[how] += amount;
    if (how === 'givenBack') line.taxBack += tax;
    else line.taxLost = (line.taxLost ?? 0) + tax;
  }
}

export function disputeOpened(payment: Payment, disputeId: DisputeId): void {
  payment.openDisputes = [...payment.openDisputes, disputeId];
  payment.dispute = 'open';
}

export function disputeClosed(payment: Payment, disputeId: DisputeId, won: boolean): void {
  payment.openDisputes = payment.openDisputes.filter((id) => id !== disputeId);
  payment.dispute = payment.openDisputes.length > 0 ? 'open' : won ? 'won' : 'lost';
}
