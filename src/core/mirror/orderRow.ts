import { type Payment, sumsOf } from '#core/payments';
import { statusOf } from '#core/shop';
import { type AskedQuote, isBoughtDisputed, type OrderRow } from './rows';

/** An order as it is when it comes into being: nothing of it is paid yet. */
export const newOrderRow = (
  named: Pick<OrderRow, 'id' | 'number' | 'at' | 'personId' | 'came'>,
  { lines, currency, zone, statement }: AskedQuote,
): OrderRow => ({
  ...named,
  title: titleOf(lines),
  currency,
  zone,
  lines,
  payments: [],
  offers: {},
  statement,
  paid: 0,
  back: 0,
  later: { paid: 0, back: 0, openDisputes: [] },
  status: 'paid',
  answerBy: null,
  passIds: [],
  refundIds: [],
});

/** What was bought stands with its order; a charge of nothing is no payment. */
export function orderBought(order: OrderRow, payment: Payment | null): void {
  if (payment) order.payments = [...order.payments, payment];
  restate(order);
}

/** Its sums and its status, counted again after something moved one of its payments. */
export function restate(order: OrderRow): void {
  const { paid, back } = sumsOf(order.payments);
  const { later } = order;
  const disputed = isBoughtDisputed(order) || later.openDisputes.length > 0;
  const status = disputed ? 'disputed' : statusOf({ paid: paid + later.paid, back: back + later.back });
  Object.assign(order, { paid, back, status });
}

/** How what was bought is called in a list. */
export const titleOf = (lines: readonly { title: string }[]): string => lines.map(({ title }) => title).join(', ');
