import { Router } from 'express';
import { leadsTo, stepOf } from '#core/paths';
import type { PathId, StepId } from '#core/ids';
import { type CounterContext, liveRelease } from '../context';
import { noteTurnedBack } from './coming';
import { hrefOfTarget } from './shells';

/** The address of the link that says "not now" at a checkout. */
export const turnBackHref = (path: PathId, step: StepId): string => `/-/back/${path}/${step}`;

/** Turning back at a checkout: noted once for this visitor, and led where the path says. */
export function turnBackRoutes(context: CounterContext): Router {
  const router = Router();
  router.get('/-/back/:path/:step', (req, res) => {
    const release = liveRelease(context);
    const path = release?.content.paths.find((p) => p.id === req.params.path);
    const step = path && stepOf(path, req.params.step);
    if (!release || !path || step?.kind !== 'checkout') return res.redirect(303, '/');
    const to = leadsTo(path, step.id, 'turned-back');
    if (!to) return res.redirect(303, `/${path.address}`);
    noteTurnedBack(context, req, res, path.id);
    res.redirect(303, hrefOfTarget(release, path, to));
  });
  return router;
}
