import { useLiveQuery } from 'dexie-react-hooks';
import type { OrderRow, RefundRow } from '#core/mirror';
import { formatAmount, sum } from '#core/money';
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
          ? feesInWords(read.value, locale)
          : read.failed
            ? 'Its fees could not be worked out in this browser; that is tried again.'
            : `Its fees are being worked out, ${Math.floor(100 * read.share)} % so far.`}
      </p>
    </div>
  );
}

/** "Fee: €1.75. Paid out with payout-2026-12-07." */
export function feesInWords(fees: readonly FeeRow[], locale: string): string {
  const [first] = fees;
  if (!first) return '';
  const kept = sum(fees.map(({ amount }) => amount));
  const payouts = [...new Set(fees.flatMap(({ payout }) => payout ?? []))];
  const paidOut = payouts.length === 0 ? '' : ` Paid out with ${payouts.join(' and ')}.`;
  return kept < 0
    ? `Fees given back: ${formatAmount(-kept, first.currency, locale)}.${paidOut}`
    : `Fee: ${formatAmount(kept, first.currency, locale)}.${paidOut}`;
}
