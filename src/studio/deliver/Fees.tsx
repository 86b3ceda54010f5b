import { useLiveQuery } from 'dexie-react-hooks';
import { addTo, type OrderRow, type RefundRow } from '#core/mirror';
import { formatAmount } from '#core/money';
import { type FeeRow, feesProjection } from '#core/shop';
import { readProjected } from '../data/projected';

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
      <h3>Payment service</h3>
      <p className="mt-1">
        {read.whole
          ? `${feesInWords(read.value, locale)}${order.later.paid > 0 ? ' Fees of later payments are not included.' : ''}`
          : read.failed
            ? 'The fees could not be calculated in this browser. We try again automatically.'
            : `Calculating the fees, ${Math.floor(100 * read.share)} % done.`}
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
      ? `Fees given back: ${formatAmount(-amount, currency, locale)}.`
      : `Fee: ${formatAmount(amount, currency, locale)}.`,
  );
  const payouts = [...new Set(fees.flatMap(({ payout }) => payout ?? []))];
  return [...said, ...(payouts.length === 0 ? [] : [`Paid out with ${payouts.join(' and ')}.`])].join(' ');
}
