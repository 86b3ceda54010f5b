import type { LineId, OrderId, PaymentId } from '#core/ids';
import type { Agreement } from '#core/agreements';
import { mulDiv, sum } from '#core/money';
import type { Order, ShopState } from './state';

/** What one line has of one payment, and what became of that. Minor units. */
export interface PaidLine {
  orderId: OrderId;
  lineId: LineId;
  paymentId: PaymentId;
  amount: number;
  tax: number;
  givenBack: number;
  taxBack: number;
  lost: number;
  /** On its way back, and not yet answered. */
  reserved: number;
  taxReserved: number;
}

/** What can still be given back, or lost: paid − given back − on its way back − lost. */
export const leftOf = ({ amount, givenBack, reserved, lost }: PaidLine): number => amount - givenBack - reserved - lost;

/** What was asked to go back of one line of a payment and is not answered: taken the moment it was written down. */
function reservedOf(
  state: ShopState,
  order: Order,
  lineId: LineId,
  paymentId: PaymentId,
): Pick<PaidLine, 'reserved' | 'taxReserved'> {
  const shares = order.refundIds
    .flatMap((id) => state.refunds.get(id) ?? [])
    .filter((r) => r.status === 'asked' && r.paymentId === paymentId && r.ofCredit === undefined)
    .flatMap((r) => r.shares.filter((share) => share.lineId === lineId));
  return { reserved: sum(shares.map((s) => s.amount)), taxReserved: sum(shares.map((s) => s.tax)) };
}

/** The lines of one payment: of the order's first, or the one line of an agreement's later payment. */
export function paidLinesOf(state: ShopState, order: Order, paymentId: PaymentId): PaidLine[] {
  const later = state.agreements.get(state.agreementOfPayment.get(paymentId) ?? '');
  const payment = later?.payments.find((p) => p.paymentId === paymentId);
  const about = (lineId: LineId) => ({
    orderId: order.id,
    lineId,
    paymentId,
    ...reservedOf(state, order, lineId, paymentId),
  });
  if (later && payment) {
    const { amount, tax, givenBack, taxBack, lost } = payment;
    return [{ ...about(later.lineId), amount, tax, givenBack, taxBack, lost }];
  }
  if (order.paymentId !== paymentId) return [];
  return order.lines.map(({ lineId, paid, tax, givenBack, taxBack, lost }) => ({
    ...about(lineId),
    amount: paid,
    tax,
    givenBack,
    taxBack,
    lost,
  }));
}

/** Every payment of an agreement that money came with, the newest first; the order's own is the last. */
export function paidLinesOfAgreement(state: ShopState, a: Agreement): PaidLine[] {
  const order = state.orders.get(a.orderId);
  if (!order) return [];
  const of = (paymentId: PaymentId | null): PaidLine[] =>
    paymentId === null ? [] : paidLinesOf(state, order, paymentId).filter((line) => line.lineId === a.lineId);
  const later = a.payments.flatMap((p) => of(p.paymentId)).reverse();
  // After a switch the order's payment belongs to the agreement that it began.
  return [...later, ...(a.from === null ? of(order.paymentId) : [])].filter((line) => line.amount > 0);
}

/** A bank has this payment in dispute: nothing of it can be given back. */
export const isPaymentDisputed = (state: ShopState, order: Order, paymentId: PaymentId): boolean =>
  [...state.disputes.values()].some(
    (d) => d.status === 'open' && d.orderId === order.id && (d.paymentId ?? order.paymentId) === paymentId,
  );

/** Tax that goes back with an amount: round(T × given back so far ÷ paid) − tax already back. What is on its way counts as back. */
export const taxOfBack = (
  { amount, tax, givenBack, reserved, taxBack, taxReserved }: PaidLine,
  back: number,
): number => (amount === 0 ? 0 : mulDiv(tax, givenBack + reserved + back, amount) - taxBack - taxReserved);
