import { useLiveQuery } from 'dexie-react-hooks';
import { addTo, type OrderRow, type RefundRow } from '#core/mirror';
import { formatAmount } from '#core/money';
import { type FeeRow, feesProjection } from '#core/shop';
import { readProjected } from '../data/projected';
import { deliverWords } from '#say/deliver';
const say = deliverWords.fees;

/** What the payment service kept of an order's payments at the checkout, of its refunds and of its disputes. */
export function Fees({ order, refunds, locale }: { order: OrderRow; refunds: readonly RefundRow[]; locale: string }) {
  const ids = [...order.payments, ...refunds].flatMap(({ id }) => id ?? []);
  const read = useLiveQuery(
    () =>
      readProjected(feesProjection, async ({ fees }) => [
        ...(await fees.bulkGet(ids)).filter((row) => row !== undefined),
        ...(await fees.where('orderId').equals(order.id).toArray()),
      ]),
    [order.id, ids.join()],
  );
  if (!read || (read.whole && read.value.length === 0)) return null;
  return (
    <div className="sec">
      <h3>{say.paymentService}</h3>
      <p className="mt-1">
        {read.whole
          ? `${feesInWords(read.value, locale)}${order.later.paid > 0 ? say.feesLaterPaymentsNot : ''}`
          : read.failed
            ? say.feesCouldNotCalculated
            : say.calculatingFeesDone(Math.floor(100 * read.share))}
      </p>
    </div>
  );
}

/** "Fee: €1.75. Paid out with payout-2026-12-07." Amounts of several currencies are told one by one. */
export function feesInWords(fees: readonly FeeRow[], locale: string): string {
  const kept = new Map<string, number>();
  for (const { currency, amount } of fees) addTo(kept, currency, amount);
  const said = [...kept].map(([currency, amount]) =>
    amount < 0
      ? say.feesRefunded(formatAmount(-amount, currency, locale))
      : say.fee(formatAmount(amount, currency, locale)),
  );
  const payouts = [...new Set(fees.flatMap(({ payout }) => payout ?? []))];
  return [...said, ...(payouts.length === 0 ? [] : [say.paidOut(payouts.join(' and '))])].join(' ');
}
