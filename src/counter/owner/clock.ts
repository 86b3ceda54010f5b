import { instantOf, type Instant, msOf, nthAfter } from '#core/calendar';
import { type CounterContext, shopOf } from '../context';
import { Problem } from '../http/problem';

/** How far a move has come: shown while it lasts. */
export interface ClockMove {
  from: Instant;
  to: Instant;
}
const moving = new WeakMap<CounterContext, ClockMove>();

export const clockMove = (context: CounterContext): ClockMove | null => moving.get(context) ?? null;

/**
 * Moves the demo's clock. It stops at every moment at which something falls due, here or in the stand-ins, does
 * what is due, waits until nothing is unanswered, and goes on, so that the journal reads as if the time had passed.
 */
export async function moveClock(context: CounterContext, by: 'next' | 'day' | 'week' | 'month'): Promise<Instant> {
  const { demoClock, runner } = context;
  if (!demoClock) throw new Problem(409, 'Only a demo shop’s clock can be moved.', 'not-demo');
  if (moving.has(context))
    throw new Problem(409, 'The clock is already being moved. Wait until it has arrived.', 'moving');
  const from = runner.now();
  moving.set(context, { from, to: from });
  try {
    const next = await nextMoment(context);
    if (by === 'next' && next === null)
      throw new Problem(409, 'Nothing more is due, so there is no next event.', 'nothing-due');
    const target =
      by === 'next' ? (next as Instant) : nthAfter(runner.now(), { count: 1, unit: by }, 1, shopOf(context).zone);
    moving.set(context, { from, to: target });
    for (;;) {
      const due = await nextMoment(context);
      const stop = due !== null && due < target ? due : target;
      if (stop > runner.now()) demoClock.moveTo(stop);
      await runner.execute({ type: 'move-clock', to: stop });
      await context.tellTime();
      await runner.settle();
      if (stop === target) return runner.now();
    }
  } finally {
    moving.delete(context);
  }
}

/** When something next happens by itself, here or in the stand-ins; null where nothing does. */
export async function nextMoment(context: CounterContext): Promise<Instant | null> {
  const here = context.runner.state.due.peek()?.at ?? null;
  const there = await context.standInsNextDue();
  const moments = [here, there === null ? null : instantOf(there)]
    .filter((at) => at !== null)
    .map((at) => (msOf(at) < msOf(context.runner.now()) ? context.runner.now() : at));
  return moments.sort()[0] ?? null;
}
