import express, { Router } from 'express';
import { ClockAnswer, ClockRequest, Ok, PracticeBegun, PracticeReport, PracticeRequest } from '../../wire';
import type { CounterContext, PracticeShop, PracticeShops } from '../context';
import { answer } from '../http/answer';
import { Problem } from '../http/problem';
import { letWalk } from '../practice/practiceDoor';
import { practiceStartHref } from '../shared/practiceStartHref';
import { moveClock } from './clock';
import { practiceReport } from './practiceReport';

/** Practice walks as the studio begins, reads and ends them. */
export function practiceRoutes(context: CounterContext): Router {
  const router = Router();
  const shops = (): PracticeShops => {
    if (!context.practice) throw new Problem(409, 'This is a practice shop already.', 'is-practice');
    return context.practice;
  };
  const shop = (id: string | undefined): PracticeShop => {
    const found = shops().get(id ?? '');
    if (!found) throw new Problem(410, 'This practice is over. Nothing of it was kept.', 'walk-over');
    return found;
  };

  router.post('/', express.json({ limit: '50mb' }), async (req, res) => {
    const { content, path, step, entrance } = PracticeRequest.parse(req.body);
    const { id } = await shops().begin(content, context.runner.now());
    letWalk(context, res, id);
    answer(res.status(201), PracticeBegun, { id, href: practiceStartHref(path, step, entrance) });
  });
  router.get('/:id', async (req, res) =>
    answer(res, PracticeReport, await practiceReport(shop(req.params.id).context)),
  );
  router.post('/:id/clock', express.json({ limit: '2kb' }), async (req, res) => {
    const { by } = ClockRequest.parse(req.body);
    const walked = shop(req.params['id']);
    answer(res, ClockAnswer, { now: await walked.during(() => moveClock(walked.context, by)) });
  });
  router.post('/:id/end', async (req, res) => {
    await shops().end(req.params.id);
    // The browser is let go by the next page it asks for, which says so: a page of the practice may stand in another tab.
    answer(res, Ok, { ok: true });
  });
  return router;
}
