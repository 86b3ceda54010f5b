import type { Session } from '#core/booking';
import { leftOf, lineBought } from '#core/payments';
import type { RefundShare } from '../command';
import { sessionsOfPass } from '../sessions/ledger';
import type { ShopState } from '../state';

/**
 * What goes back for a seat whose date was moved or called off: of a class with several dates each has its equal part of
 * what was paid. Only where it was paid once and for nothing else; of anything else the seller gives money back by hand.
 * @returns null where nothing can go back by itself
 */
export function moneyFor(
  state: ShopState,
  { passId, productId }: Pick<Session, 'passId' | 'productId'>,
): { orderId: string; share: RefundShare } | null {
  const pass = state.passes.get(passId);
  if (!pass || pass.closed || pass.cause.kind !== 'paid' || pass.cause.agreementId !== undefined) return null;
  const { orderId, lineId } = pass.cause;
  const order = state.orders.get(orderId);
  const line = order?.lines.find((one) => one.lineId === lineId);
  const bought = order && lineBought(order, lineId);
  if (!line || !bought || line.productIds.length !== 1 || line.productIds[0] !== productId) return null;
  const dates = Math.max(1, line.seats?.length ?? 0);
  // The parts are cut so that all of them together are the whole, to the last cent.
  const gone = sessionsOfPass(state, passId).filter(({ moneyBack }) => moneyBack !== null).length;
  const upTo = (n: number): number => Math.round((bought.amount * n) / dates);
  const amount = Math.min(leftOf(bought), upTo(gone + 1) - upTo(gone));
  return amount > 0 ? { orderId, share: { lineId, amount } } : null;
}
