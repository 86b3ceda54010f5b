import { Router } from 'express';
import { OWNER_ROUTES } from '../../wire/contract';
import type { CounterContext, PracticeShop, PracticeShops } from '../context';
import { Problem } from '../http/problem';
import { letWalk } from '../practice/practiceDoor';
import { practiceStartHref } from '../shared/practiceStartHref';
import { moveClock } from './clock';
import { practiceReport } from './practiceReport';
import { DONE, serve } from './serve';

/** Practice walks as the studio begins, reads and ends them. */
export function practiceRoutes(context: CounterContext): Router {
  const router = Router();
  const shops = (): PracticeShops => {
    if (!context.practice) throw new Problem(409, 'This is a practice shop already.', 'is-practice');
    return context.practice;
  };
  const shop = (id: string): PracticeShop => {
    const found = shops().get(id);
    if (!found) throw new Problem(410, 'This practice run has ended. Nothing from it was kept.', 'walk-over');
    return found;
  };

  serve(router, context, OWNER_ROUTES.beginPractice, async ({ body: { content, path, step, entrance }, res }) => {
    const { id } = await shops().begin(content, context.runner.now());
    letWalk(context, res, id);
    return { id, href: practiceStartHref(path, step, entrance) };
  });
  serve(router, context, OWNER_ROUTES.practice, ({ params }) => practiceReport(shop(params.id).context));
  serve(router, context, OWNER_ROUTES.movePractice, async ({ params, body: { by } }) => {
    const walked = shop(params.id);
    return { now: await walked.during(() => moveClock(walked.context, by)) };
  });
  serve(router, context, OWNER_ROUTES.endPractice, async ({ params }) => {
    await shops().end(params.id);
    // The browser is let go by the next page it asks for, which says so: a page of the practice may stand in another tab.
    return DONE;
  });
  return router;
}
