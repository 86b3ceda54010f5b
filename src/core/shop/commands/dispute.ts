import type { ShopEvent } from '#core/journal';
import type { Command, Decision } from '../decide';
import { stillRefundable } from '../orderStatus';
import type { Order, ShopState } from '../state';

/** A bank disputes a payment: every line of it is touched, and its passes are on hold until it is decided. */
export function openDispute(state: ShopState, command: Extract<Command, { type: 'open-dispute' }>): Decision {
  const orderId = state.orderOfPayment.get(command.paymentId);
  const order = orderId === undefined ? undefined : state.orders.get(orderId);
  if (!order) return { refused: 'no-such-payment', sentence: 'The dispute names a payment that is not known here.' };
  if (state.disputes.has(command.disputeId)) return known;
  const holds = openPasses(state, order).map((passId): ShopEvent => ({ type: 'pass.held', v: 1, data: { passId, why: 'dispute' } }));
  return { events: [{ type: 'dispute.opened', v: 1, data: { disputeId: command.disputeId, orderId: order.id, amount: command.amount, answerBy: command.answerBy } }, ...holds] };
}

/** The bank has decided. Won: as before. Lost: what was not yet given back is lost, and the passes close. */
export function closeDispute(state: ShopState, { disputeId, won }: Extract<Command, { type: 'close-dispute' }>): Decision {
  const dispute = state.disputes.get(disputeId);
  const order = dispute ? state.orders.get(dispute.orderId) : undefined;
  if (!dispute || !order) return { refused: 'no-such-payment', sentence: 'This dispute is not known here.' };
  if (dispute.status !== 'open') return known;
  const passes = openPasses(state, order).map(
    (passId): ShopEvent => (won ? { type: 'pass.released', v: 1, data: { passId } } : { type: 'pass.closed', v: 1, data: { passId, why: 'dispute-lost', dueAt: null } }),
  );
  const lost = won ? [] : order.lines.map((line) => ({ lineId: line.lineId, amount: stillRefundable(line), tax: line.tax - line.taxBack })).filter((share) => share.amount > 0);
  return { events: [{ type: 'dispute.closed', v: 1, data: { disputeId, orderId: order.id, won, lost } }, ...passes] };
}

const known: Decision = { refused: 'nothing-to-do', sentence: 'This was already recorded.' };
const openPasses = (state: ShopState, order: Order): string[] => order.passIds.filter((id) => !state.passes.get(id)?.closed);
