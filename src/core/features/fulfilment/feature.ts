import type { Feature } from '../../engine/feature';
import { markDone, reached } from '../../engine/performEffect';
import { fulfilmentFold } from './fold';
import { finishTask, reopenTask } from './tasks';
import { tasksOfPerson } from './ofPerson';

/** What the seller does by hand for a pass: work, and parcels. */
export const fulfilment: Feature = {
  name: 'fulfilment',
  fold: fulfilmentFold,
  ofPerson: tasksOfPerson,
  commands: { 'finish-task': finishTask, 'reopen-task': reopenTask },
  effects: {
    'task-mail': async (effect, tools) => {
      const { passes, tasks } = tools.state();
      const pass = passes.get(effect.passId);
      const person = pass && reached(tools, pass.personId);
      // Taken back before the email went out, there is nothing to tell.
      if (person && pass && tasks.get(effect.passId)?.done)
        await tools.ports.mailer.sendTask({ ...effect, person, pass });
      return markDone(tools, effect.key);
    },
  },
};
