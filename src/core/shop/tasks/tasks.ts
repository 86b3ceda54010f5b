import { type Product, productKindOf } from '#core/catalogue';
import type { PassId, ProductId } from '#core/ids';
import { fact } from '#core/journal';
import { type Pass, type PassSeed, passState } from '#core/passes';
import { unitsLeft } from '#core/payments';
import { refuse } from '#core/refusal';
import type { Command, DecideContext, Decision } from '../command';
import { keyOf, secondOf } from '../ids';
import type { ShopState, Task } from '../state';

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

/** How a task stands: access on hold keeps it waiting, what has closed needs it no more. */
export type TaskState = 'waiting' | 'on-hold' | 'done' | 'fallen-away';

export function taskState(state: ShopState, task: Task, now: string): TaskState {
  if (task.done) return 'done';
  const pass = state.passes.get(task.passId);
  const stands = pass ? passState(pass, now) : 'closed';
  return stands === 'closed' ? 'fallen-away' : stands === 'open' ? 'waiting' : 'on-hold';
}

/** How many of it are still owed: units that were given back are not. */
export function taskUnits(state: ShopState, { id, cause, waits }: Pass): number {
  const order = cause.kind === 'paid' ? state.orders.get(cause.orderId) : undefined;
  const line = order?.lines.find(({ lineId }) => cause.kind === 'paid' && lineId === cause.lineId);
  const units = waits?.units ?? 1;
  if (!order || !line || units === 1) return units;
  const refunds = order.refundIds.flatMap((refundId) => state.refunds.get(refundId) ?? []);
  return state.tasks.has(id) ? Math.min(units, unitsLeft(line, refunds)) : units;
}

/** It is done or sent, and its buyer hears of it. Said twice it is done once. */
export function finishTask(
  state: ShopState,
  { passId, carrier, number, note }: Extract<Command, { type: 'finish-task' }>,
  { now }: DecideContext,
): Decision {
  const task = state.tasks.get(passId);
  if (!task) return refuse('no-such-task');
  const stands = taskState(state, task, now);
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
