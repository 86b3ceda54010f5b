import { type Payment, sumsOf } from '#core/payments';

export type OrderStatus = 'paid' | 'partly-refunded' | 'refunded' | 'disputed';

/**
 * What an order's money has come to, over all its payments: disputed while a bank disputes any of them, refunded when
 * all that was ever paid is given back or lost. Money that a bank took back counts as given back.
 */
export function orderStatus({
  payments,
}: {
  payments: readonly Pick<Payment, 'lines' | 'openDisputes'>[];
}): OrderStatus {
  if (payments.some((p) => p.openDisputes.length > 0)) return 'disputed';
  return statusOf(sumsOf(payments));
}

/** The same of sums: nothing back, a part, or all. */
export const statusOf = ({ paid, back }: { paid: number; back: number }): Exclude<OrderStatus, 'disputed'> =>
  back === 0 ? 'paid' : back < paid ? 'partly-refunded' : 'refunded';
