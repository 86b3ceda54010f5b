import { type Product, productKindOf } from '#core/catalogue';
import type { PassId, ProductId } from '#core/ids';
import { fact } from '#core/journal';
import type { CloseReason, Pass, PassSeed } from '#core/passes';
import { unitsLeft } from '#core/payments';
import { refuse } from '#core/refusal';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { keyOf, secondOf } from '../../engine/ids';
import type { ShopState } from '../../engine/state';
import type { Task } from './fold/task';

/** What a pass to a product waits for, as a part of the pass; nothing where nothing has to be done by hand. */
export function waitsOf(
  products: readonly Product[],
  productId: ProductId,
  units = 1,
): Pick<PassSeed, 'waits'> | undefined {
  const product = products.find((p) => p.id === productId);
  const what = product && productKindOf(product).waits?.(product);
  return what ? { waits: { for: what, units } } : undefined;
}

/** How a task stands. */
export type TaskState = 'waiting' | 'on-hold' | 'done' | 'fallen-away';

/** Closed for these, nothing is owed for it. Where access simply has an end, what was paid for is done all the same. */
const OWES_NOTHING: ReadonlySet<CloseReason> = new Set(['refund', 'dispute-lost', 'withdrawn', 'unpaid', 'stopped']);

/** Whether something is still to be done: not while a bank or a refund has a say in it, and not once it is given back. */
export function taskState(state: ShopState, { passId, done }: Task): TaskState {
  if (done) return 'done';
  const pass = state.passes.get(passId);
  if (!pass || (pass.closed && OWES_NOTHING.has(pass.closed.why))) return 'fallen-away';
  return pass.holds.length > 0 || isGoingBack(state, pass) ? 'on-hold' : 'waiting';
}

/** Whether money that closes a pass is on its way back. */
function isGoingBack(state: ShopState, { id, cause }: Pass): boolean {
  const order = cause.kind === 'paid' ? state.orders.get(cause.orderId) : undefined;
  const refunds = (order?.refundIds ?? []).flatMap((refundId) => state.refunds.get(refundId) ?? []);
  const { agreementId } = cause.kind === 'paid' ? cause : {};
  return refunds.some(
    (refund) =>
      refund.status === 'asked' &&
      (refund.closes.includes(id) ||
        (refund.ends === true && agreementId !== undefined && refund.agreementId === agreementId)),
  );
}

/** How many of it are still owed: units that were given back are not. */
export function taskUnits(state: ShopState, { cause, waits }: Pass): number {
  const order = cause.kind === 'paid' ? state.orders.get(cause.orderId) : undefined;
  const line = order?.lines.find(({ lineId }) => cause.kind === 'paid' && lineId === cause.lineId);
  const units = waits?.units ?? 1;
  // Of parcels that come with payments none is a unit of its line.
  if (!order || !line || units === 1 || line.sending?.each) return units;
  const refunds = order.refundIds.flatMap((refundId) => state.refunds.get(refundId) ?? []);
  return unitsLeft(line, refunds);
}

/** It is done or sent, and its buyer hears of it. Said twice it is done once. */
export function finishTask(
  state: ShopState,
  { passId, carrier, number, note }: Extract<Command, { type: 'finish-task' }>,
  { now }: DecideContext,
): Decision {
  const task = state.tasks.get(passId);
  if (!task) return refuse('no-such-task');
  const stands = taskState(state, task);
  if (stands === 'done') return { events: [] };
  // What a bank disputes, or what was given back, is not sent after it.
  if (stands !== 'waiting') return refuse('task-not-now', { why: stands });
  return {
    events: [fact('task.done', { passId, key: keyOf('task', passId, secondOf(now)), carrier, number, note })],
  };
}

/** It was marked by mistake: it waits again. */
export function reopenTask(state: ShopState, { passId }: { passId: PassId }): Decision {
  const task = state.tasks.get(passId);
  if (!task) return refuse('no-such-task');
  return task.done ? { events: [fact('task.again', { passId })] } : { events: [] };
}
