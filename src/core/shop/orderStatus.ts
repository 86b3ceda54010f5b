import { sum } from '#core/money';

export type OrderStatus = 'paid' | 'partly-refunded' | 'refunded' | 'disputed';

interface Counted {
  dispute: 'open' | 'won' | 'lost' | null;
  lines: readonly { paid: number; givenBack: number; lost: number }[];
}

/** What an order's money has come to. Money that a bank took back counts as given back. */
export function orderStatus(order: Counted): OrderStatus {
  if (order.dispute === 'open') return 'disputed';
  const paid = sum(order.lines.map((l) => l.paid));
  const back = sum(order.lines.map((l) => l.givenBack + l.lost));
  if (back === 0) return 'paid';
  return back < paid ? 'partly-refunded' : 'refunded';
}

/** The most that can still be given back of a line: paid − given back − lost, in minor units. */
export const stillRefundable = (line: { paid: number; givenBack: number; lost: number }): number =>
  line.paid - line.givenBack - line.lost;
