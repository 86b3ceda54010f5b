import type { Request } from 'express';
import { mayGiveBack } from '#core/helpers';
import type { OrderId } from '#core/ids';
import type { EventOf, ShopEvent } from '#core/journal';
import { formatAmount, sum } from '#core/money';
import { type CounterContext, shopOf } from '../context';
import { refuseWho, type Who } from './who';

/** The refunds that an act asks for: one for each payment. */
export const refundsAsked = (events: readonly ShopEvent[]): EventOf<'refund.requested'>['data'][] =>
  events.flatMap((event) => (event.type === 'refund.requested' ? [event.data] : []));

/** What some facts give back of an order. Minor units. */
export const askedBack = (events: readonly ShopEvent[]): number => sum(refundsAsked(events).map((part) => part.amount));

/**
 * Of one order, what went back, what is on its way and what is asked for now has to be within what somebody may give
 * back. @param amount asked for now, in minor units. @throws Problem where it is not: nothing was given back
 */
export function mayBack(
  context: CounterContext,
  { req, by }: { req: Request; by: Who },
  orderId: OrderId,
  amount: number,
): void {
  const order = context.runner.state.orders.get(orderId);
  const lines = (order?.payments ?? []).flatMap((payment) => payment.lines);
  const inAll = sum(lines.map((line) => line.givenBack + line.reserved)) + amount;
  const { currency, locale } = shopOf(context);
  if (mayGiveBack(by.rights, inAll, order?.currency === currency)) return;
  const most = formatAmount(by.rights.giveBackUpTo ?? 0, currency, locale);
  refuseWho(context, req, `You can refund up to ${most} of an order. Nothing was refunded. The owner can refund more.`);
}
