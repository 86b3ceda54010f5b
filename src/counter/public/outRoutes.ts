import { Router } from 'express';
import { buttonLeadsTo } from '#core/paths';
import { type CounterContext, liveRelease } from '../context';
import { withFacts } from '../shared/orderFacts';
import { pathOfOrder } from './afterPayment';
import { hrefOfTarget } from './shells';
import { orderOfVisit } from './visit';

/** A button that leads to a page held elsewhere with the facts of the order: the page is the same for all, they are not. */
export function outRoutes(context: CounterContext): Router {
  const router = Router();
  router.get('/-/out/:path/:step/:block', async (req, res) => {
    await context.runner.synced();
    const { path: pathId, step, block } = req.params;
    const order = orderOfVisit(context, req, pathId);
    const of = order && pathOfOrder(context, req, order, pathId);
    const release = of?.release ?? liveRelease(context);
    const path = of?.path ?? release?.content.paths.find((p) => p.id === pathId);
    if (!release || !path) return res.redirect(303, '/');
    const to = buttonLeadsTo(path, step, { id: block });
    const href = hrefOfTarget(release, path, to);
    res.redirect(303, order && to?.kind === 'elsewhere' && to.facts ? withFacts(context, href, order) : href);
  });
  return router;
}
