import type { Session } from '#core/booking';
import type { QuoteLine } from '#core/checkout';
import type { PassId } from '#core/ids';
import { mulDiv } from '#core/money';
import type { Pass } from '#core/passes';
import { leftOf, lineBought, unitsLeft } from '#core/payments';
import type { RefundShare } from '../orders/commands';
import { sessionsOfPass } from '../booking/ledger';
import type { Order, Refund } from '../orders/fold/state';
import type { ShopState } from '../../engine/state';

/** Whether a seat is had, was had, or has gone back in money: once for each date and unit. */
export const isUsed = ({ status, moneyBack }: Pick<Session, 'status' | 'moneyBack'>): boolean =>
  status !== 'called-off' || moneyBack !== null;

/** How many seats a pass gives at a date: of those it was bought with, what is neither given back nor on its way back. */
export function seatsOfPass(state: ShopState, passId: PassId): number {
  const pass = state.passes.get(passId);
  if (!pass?.seats) return 1;
  const line = lineOfPass(state, pass);
  return line ? Math.max(1, unitsLeft(line.line, refundsOf(state, line.order))) : pass.seats.units;
}

function lineOfPass(state: ShopState, { cause }: Pick<Pass, 'cause'>): { order: Order; line: QuoteLine } | null {
  if (cause.kind !== 'paid') return null;
  const order = state.orders.get(cause.orderId);
  const line = order?.lines.find(({ lineId }) => lineId === cause.lineId);
  return order && line ? { order, line } : null;
}

const refundsOf = (state: ShopState, order: Order): Refund[] =>
  order.refundIds.flatMap((id) => state.refunds.get(id) ?? []);

/**
 * What goes back for a seat whose date was moved or called off: of a class with several dates each has its equal part of
 * what was paid for the units that are left. Only where it was paid once and for nothing else, and where no other date
 * was taken with it since; of anything else the seller gives money back by hand.
 * @returns null where nothing can go back by itself
 */
export function moneyFor(
  state: ShopState,
  seat: Pick<Session, 'id' | 'passId' | 'productId' | 'dateId'>,
): { orderId: string; share: RefundShare } | null {
  const { passId, productId } = seat;
  const pass = state.passes.get(passId);
  if (!pass || pass.closed || pass.cause.kind !== 'paid' || pass.cause.agreementId !== undefined) return null;
  const of = lineOfPass(state, pass);
  if (!of || of.line.productIds.length !== 1 || of.line.productIds[0] !== productId) return null;
  const { order, line } = of;
  const { lineId, quantity = 1 } = line;
  const bought = lineBought(order, lineId);
  const dates = Math.max(1, line.seats?.length ?? 0);
  const seats = sessionsOfPass(state, passId).filter(({ id }) => id !== seat.id);
  // One or the other: money, or the same date or, of one that was to be picked, any other.
  if (seats.some((one) => isUsed(one) && (dates === 1 || one.dateId === seat.dateId))) return null;
  const worth = mulDiv(bought.amount, unitsLeft(line, refundsOf(state, order)), quantity);
  // The parts are cut so that all of them together are the whole, to the last cent.
  const gone = seats.filter(({ moneyBack }) => moneyBack !== null).length;
  const upTo = (n: number): number => mulDiv(worth, n, dates);
  const amount = Math.min(leftOf(bought), upTo(gone + 1) - upTo(gone));
  return amount > 0 ? { orderId: order.id, share: { lineId, amount } } : null;
}
