import express, { Router } from 'express';
import { readPostal } from '#core/people';
import { taskState } from '#core/shop';
import { MemberTasks, PostalRequest, Said } from '../../wire';
import type { CounterContext } from '../context';
import { answer } from '../http/answer';
import { Problem } from '../http/problem';
import { keepPostal } from '../shared/keepPostal';
import { readingFor } from '../shared/reading';
import { memberTasks } from '../shared/taskView';
import { learnerSaid, memberOf, perLearner } from './learner';

/** What is done for members or sent to them: how it stands, and where it goes. Another's is not found. */
export function taskRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  router.use(['/api/tasks'], perLearner(context), express.json({ limit: '8kb' }));

  router.get('/api/tasks/:product', async (req, res) => {
    const personId = memberOf(context, req);
    await runner.synced();
    const found = memberTasks(readingFor(context, req), personId, String(req.params['product']));
    if (!found) throw new Problem(404, (say) => say.notYours, 'no-such-product');
    res.set('Cache-Control', 'no-store');
    answer(res, MemberTasks, found);
  });

  router.post('/api/tasks/:pass', async (req, res) => {
    const personId = learnerSaid(context, req);
    const passId = String(req.params['pass']);
    const { words } = readingFor(context, req);
    const task = runner.state.tasks.get(passId);
    if (task?.for !== 'sending' || runner.state.passes.get(passId)?.personId !== personId)
      throw new Problem(404, (say) => say.notYours, 'no-such-task');
    const stands = taskState(runner.state, task);
    if (stands === 'done' || stands === 'fallen-away') throw new Problem(409, () => words.tasks.tooLate, 'too-late');
    const postal = readPostal(PostalRequest.parse(req.body));
    if (!postal) throw new Problem(422, () => words.tasks.addressIncomplete, 'address-incomplete');
    await keepPostal(context, personId, passId, postal);
    answer(res, Said, { sentence: words.tasks.addressKept });
  });
  return router;
}
