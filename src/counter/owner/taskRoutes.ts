import { Router } from 'express';
import type { Task } from '#core/shop';
import type { About, TaskRow } from '../../wire';
import { DELIVER_ROUTES } from '../../wire/contract';
import { type CounterContext, shopOf } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { type Reading, readingFor } from '../shared/reading';
import { taskRow } from '../shared/taskView';
import { serve } from './serve';

/** So many of what was done last are told. */
const DONE_SHOWN = 100;

/** So many of what waits stand before the seller one by one. */
const FIRST_SHOWN = 5;

/** What waits for the seller, as their frame tells it. */
export function tasksBefore(context: CounterContext, reading: Reading): About['tasks'] {
  const undone = [...reading.state.tasks.values()].filter(({ done }) => done === null);
  const waiting = rowsOf(context, reading, undone).filter(({ state }) => state === 'waiting');
  return {
    count: waiting.length,
    late: waiting.filter(({ late }) => late).length,
    first: waiting.slice(0, FIRST_SHOWN),
  };
}

/** Every task of somebody that is known, the oldest first. */
const rowsOf = (
  context: CounterContext,
  reading: Reading,
  tasks: readonly Task[] = [...reading.state.tasks.values()],
): TaskRow[] =>
  tasks.flatMap((task): TaskRow[] => {
    const personId = reading.state.passes.get(task.passId)?.personId ?? '';
    const row = taskRow(reading, task, context.people.get(personId));
    return row ? [row] : [];
  });

/** What the seller has to do and to send, and what becomes of it. */
export function taskRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;

  serve(router, context, DELIVER_ROUTES.tasks, async ({ req }) => {
    await runner.synced();
    const reading = readingFor(context, req);
    const rows = rowsOf(context, reading);
    return {
      now: runner.now(),
      zone: shopOf(context).zone,
      waiting: rows.filter(({ state }) => state === 'waiting' || state === 'on-hold'),
      done: rows
        .filter(({ state }) => state === 'done')
        .sort((a, b) => ((a.done?.at ?? '') < (b.done?.at ?? '') ? 1 : -1))
        .slice(0, DONE_SHOWN),
    };
  });

  serve(router, context, DELIVER_ROUTES.actOnTask, async ({ body: act, params: { pass: passId }, by, req }) => {
    const task = runner.state.tasks.get(passId);
    const [row] = task && act.act === 'done' ? rowsOf(context, readingFor(context, req), [task]) : [];
    if (act.act === 'done' && row && row.held !== '' && act.anyway !== true)
      throw new Problem(409, `${row.held} Nothing was changed.`, 'country-changed');
    const done = await runner.execute(
      act.act === 'done'
        ? { type: 'finish-task', passId, carrier: act.carrier.trim(), number: act.number.trim(), note: act.note.trim() }
        : { type: 'reopen-task', passId },
      by.id,
    );
    if ('refused' in done) throw refusalProblem(done);
    return { sentence: act.act === 'done' ? 'Done. The customer is notified by email.' : 'It is back on the list.' };
  });
  return router;
}
