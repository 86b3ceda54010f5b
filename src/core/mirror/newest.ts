import type { ShopTax } from '#core/catalogue';
import type { Batch } from '#core/journal';
import type { AgreementRow } from './agreementRows';
import { MirrorRows } from './mirrorRows';
import { stored, type StoredOrder } from './moveRows';
import type { PassRow, RefundRow } from './rows';

/** The newest orders with what came of them, from the end of a history alone. */
export interface NewestRows {
  /** The newest first. */
  orders: StoredOrder[];
  passes: PassRow[];
  refunds: RefundRow[];
  agreements: AgreementRow[];
}

/**
 * Works out the newest orders from the last lines of a history, so that they are seen before all of it is read. All
 * that happens to an order comes after it, so an order that began within these lines is told whole; one that began
 * before is left out.
 * @param most so many orders at most
 */
export function newestRows(lastBatches: readonly Batch[], tax: ShopTax | null, most: number): NewestRows {
  const rows = new MirrorRows(tax);
  for (const batch of lastBatches)
    if (batch.events.every((event) => event.type !== 'order.paid' || beganHere(rows, batch, event.data)))
      rows.apply(batch);
  const orders = [...rows.orders.values()]
    .sort((a, b) => b.number - a.number)
    .slice(0, most)
    .map(stored);
  const kept = new Set(orders.map((o) => o.id));
  return {
    orders,
    passes: [...rows.passes.values()].filter(({ cause }) => cause.kind === 'paid' && kept.has(cause.orderId)),
    refunds: [...rows.refunds.values()].filter((r) => kept.has(r.orderId)),
    agreements: [...rows.agreements.values()].filter((r) => kept.has(r.agreement.orderId)),
  };
}

const beganHere = (rows: MirrorRows, { events }: Batch, paid: { chargeKey: string | null; quote: unknown }): boolean =>
  paid.quote !== null ||
  (paid.chargeKey !== null && Boolean(rows.charges.get(paid.chargeKey)?.quote)) ||
  events.some((event) => event.type === 'charge.requested' && event.data.key === paid.chargeKey);
