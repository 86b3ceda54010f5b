import express, { Router } from 'express';
import { openApiOf } from '#core/routes';
import { Ok, SessionAnswer, SessionRequest } from '../../wire';
import { OWNER_API, STUDIO_ROUTES } from '../../wire/contract';
import { type CounterContext, shopOf } from '../context';
import { answer } from '../http/answer';
import { limit } from '../http/limits';
import { accessRoutes } from './accessRoutes';
import { agreementRoutes } from './agreementRoutes';
import { bookingRoutes } from './bookingRoutes';
import { classRoutes } from './classRoutes';
import { countRoutes } from './countRoutes';
import { letIn, ownHeader, studioOnly, whoWorks } from './door';
import { featureRoutes, ROUTES_OF_FEATURES } from './featureRoutes';
import { followRoutes } from './followRoutes';
import { frameRoutes } from './frameRoutes';
import { helperRoutes } from './helperRoutes';
import { journalRoutes } from './journalRoutes';
import { peopleRoutes } from './peopleRoutes';
import { practiceRoutes } from './practiceRoutes';
import { refundRoutes } from './refundRoutes';
import { releaseRoutes } from './releaseRoutes';
import { taskRoutes } from './taskRoutes';
import { uploadRoutes } from './uploadRoutes';
import { needs } from './who';

/** The interface's own version: raised when what a route reads or answers changes in a way that its callers notice. */
const API_VERSION = '1';

/**
 * The seller's side, behind the studio's door. What can be asked stands in `wire/contract`; the files beside this one
 * answer it.
 */
export function ownerRoutes(context: CounterContext): Router {
  const router = Router();
  router.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });

  // Before the door. Only a wrong key counts; what another site sends was refused before.
  const tries = limit(context, { most: 10, minutes: 1, onlyRefused: true });
  router.post('/session', tries, express.json({ limit: '2kb' }), async (req, res) => {
    ownHeader(context, req);
    await letIn(context, req, res, SessionRequest.parse(req.body).key);
    answer(res, Ok, { ok: true });
  });
  router.get('/session', (req, res) => void answer(res, SessionAnswer, { owner: whoWorks(context, req) !== null }));
  router.use(studioOnly(context));

  for (const routes of [
    frameRoutes,
    practiceRoutes,
    countRoutes,
    followRoutes,
    bookingRoutes,
    classRoutes,
    taskRoutes,
    releaseRoutes,
    accessRoutes,
    refundRoutes,
    agreementRoutes,
    helperRoutes,
    peopleRoutes,
    journalRoutes,
    featureRoutes,
  ])
    router.use(routes(context));

  router.use('/uploads', needs(context, 'edit'));
  router.use(uploadRoutes(context));
  router.get(
    '/openapi.json',
    (_req, res) =>
      void res.json(
        openApiOf(
          { ...STUDIO_ROUTES, ...ROUTES_OF_FEATURES },
          { title: shopOf(context).name, version: API_VERSION, server: OWNER_API },
        ),
      ),
  );
  return router;
}
