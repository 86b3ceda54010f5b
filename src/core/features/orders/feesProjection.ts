import type { Instant } from '#core/calendar';
import type { OrderId } from '#core/ids';
import type { EventOf, ShopEvent } from '#core/journal';
import { projection } from '../../engine/projection';

/** The payment service's fee for one payment, refund or dispute, in minor units; negative where a fee was given back. */
export interface FeeRow {
  /** The payment's, refund's or dispute's own id. */
  id: string;
  of: EventOf<'fee.taken'>['data']['of'];
  at: Instant;
  amount: number;
  currency: string;
  /** The payout it stands in, by the service's own name; null where the service did not know yet. */
  payout: string | null;
  /** The order that a dispute is about; left out for payments and refunds, which orders name themselves. */
  orderId?: OrderId;
}

/** The payment service's fees, by movement, by payout, and those of disputes by order. */
export const feesProjection = projection<{ fees: FeeRow }>({
  name: 'fees',
  version: 1,
  tables: { fees: 'id, payout, orderId' },
  facts: ['fee.taken'],
  async move(rows, batches) {
    await rows.put(
      'fees',
      batches.flatMap(({ at, events }) =>
        events.flatMap((event) => (event.type === 'fee.taken' ? [feeRow(event, events, at)] : [])),
      ),
    );
  },
});

/** A fee stands in the batch that records its movement. */
function feeRow({ data }: EventOf<'fee.taken'>, batch: readonly ShopEvent[], at: Instant): FeeRow {
  if (data.of !== 'dispute') return { ...data, at };
  const orderIds = batch.flatMap((event) =>
    (event.type === 'dispute.opened' || event.type === 'dispute.closed') && event.data.disputeId === data.id
      ? [event.data.orderId]
      : [],
  );
  return { ...data, at, ...(orderIds[0] === undefined ? {} : { orderId: orderIds[0] }) };
}
