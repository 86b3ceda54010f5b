import type { AgreementId, LineId, OrderId, PaymentId, RefundId } from '#core/ids';
import { type Agreement, agreementIdOf, refundStop, type StopReason } from '#core/agreements';
import type { ShopTax } from '#core/catalogue';
import { lineBought, type Payment, sumsOf } from '#core/payments';
import { agreementsRefunded, dropStop, moneyBack, newShopState, reserve, type ShopState } from '#core/shop';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import { restated, withRefund } from './foldAgreement';
import { restate } from './orderRow';
import type { OrderRow, RefundRow } from './rows';

/** Rows that money going back has a say in. */
interface MoneyRows {
  orders: Map<OrderId, OrderRow>;
  refunds: Map<RefundId, RefundRow>;
  agreements: Map<AgreementId, AgreementRow>;
  laterPayments: Map<PaymentId, LaterPaymentRow>;
  tax: ShopTax | null;
}

interface MoneyBack {
  orderId: OrderId;
  agreementId?: AgreementId | undefined;
  paymentId: PaymentId;
  shares: readonly { lineId: LineId; amount: number; tax: number }[];
}

/** Money on its way back stops the agreements that it has a say in: folded as the shop does. */
export function stopRows(
  rows: MoneyRows,
  refundId: RefundId,
  change: (state: ShopState, a: Agreement, why: StopReason) => void,
): void {
  const refund = rows.refunds.get(refundId);
  if (!refund || refund.ofCredit !== null) return;
  const state = newShopState();
  for (const [id, { agreement }] of rows.agreements) state.agreements.set(id, agreement);
  const { orderId, shares, agreementId } = refund;
  for (const a of agreementsRefunded(state, { orderId, shares, agreementId: agreementId ?? undefined }))
    change(state, a, refundStop(refundId));
}

/** A refund has arrived. */
export function refundedRows(rows: MoneyRows, refundId: RefundId, creditNote: string): void {
  const refund = rows.refunds.get(refundId);
  if (!refund) return;
  Object.assign(refund, { status: 'paid', creditNote });
  stopRows(rows, refundId, dropStop);
  reserveRows(rows, refundId, -1);
  const { orderId, paymentId, shares, agreementId } = refund;
  if (refund.ofCredit === null)
    moneyBackRows(rows, { orderId, agreementId: agreementId ?? undefined, paymentId, shares }, 'givenBack');
  for (const share of shares) {
    const row = rows.agreements.get(agreementId ?? agreementIdOf(orderId, share.lineId));
    if (row) rows.agreements.set(row.id, withRefund(row, { at: refund.at, amount: share.amount }));
  }
}

/** A payment by its name: one of what was bought, or a later one. */
export function paymentAmong(
  rows: MoneyRows,
  order: OrderRow | undefined,
  agreementId: AgreementId | undefined,
  paymentId: PaymentId,
): Payment | undefined {
  const later = rows.agreements.get(rows.laterPayments.get(paymentId)?.agreementId ?? agreementId ?? '');
  return order?.payments.find((p) => p.id === paymentId) ?? later?.agreement.payments.find((p) => p.id === paymentId);
}

/** What is on its way back is held, or is free again. */
export function reserveRows(rows: MoneyRows, refundId: RefundId, by: 1 | -1): void {
  const refund = rows.refunds.get(refundId);
  if (!refund || refund.ofCredit !== null) return;
  const { orderId, agreementId, paymentId } = refund;
  const payment = paymentAmong(rows, rows.orders.get(orderId), agreementId ?? undefined, paymentId);
  if (payment) reserve({ payments: new Map([[paymentId, payment]]) }, refund, by);
}

/** Money that went back, or that a bank took back, off its payment; whoever shows it is counted again. */
export function moneyBackRows(
  rows: MoneyRows,
  { orderId, agreementId, paymentId, shares }: MoneyBack,
  how: 'givenBack' | 'lost',
): void {
  const order = rows.orders.get(orderId);
  const payment = paymentAmong(rows, order, agreementId, paymentId);
  if (payment) moneyBack({ payments: new Map([[paymentId, payment]]) }, paymentId, shares, how);
  const later = rows.laterPayments.get(paymentId);
  if (payment && later) {
    const { back } = sumsOf([payment]);
    rows.laterPayments.set(later.id, { ...later, back, went: back > 0 ? 1 : 0 });
    if (order) order.later = { ...order.later, back: order.later.back + back - later.back };
  }
  for (const { lineId } of shares) {
    const row = rows.agreements.get(later?.agreementId ?? agreementIdOf(orderId, lineId));
    if (!row) continue;
    const bought = order && lineBought(order, lineId);
    const first = later || !bought ? row.first : { ...row.first, back: bought.givenBack + bought.lost };
    rows.agreements.set(row.id, restated({ ...row, first }, rows.tax));
  }
  if (order) restate(order);
}
