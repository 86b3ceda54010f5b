import { Router } from 'express';
import { OWNER_ROUTES } from '../../wire/contract';
import type { CounterContext } from '../context';
import { shopOf } from '../context';
import { readingFor } from '../shared/reading';
import { endSession, sessionsFor } from '../shared/sessions';
import { clockMove, moveClock } from './clock';
import { letOut, ownSession } from './door';
import { DONE, serve } from './serve';
import { tasksBefore } from './taskRoutes';
import { troublesOf } from './troubles';
import { unusualUse } from './unusual';

/** What the studio's frame shows and asks: how the shop stands, who is signed in, and what waits for the owner's word. */
export function frameRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;

  serve(router, context, OWNER_ROUTES.leave, async ({ req, res }) => {
    await letOut(context, req, res);
    return DONE;
  });
  serve(router, context, OWNER_ROUTES.sessions, ({ req }) => {
    const { door, here } = ownSession(context, req);
    return { sessions: sessionsFor(context, door, here) };
  });
  serve(router, context, OWNER_ROUTES.endSession, async ({ body, req }) => {
    await endSession(context, req, ownSession(context, req).door, body.id);
    return DONE;
  });
  serve(router, context, OWNER_ROUTES.about, ({ req, by }) => {
    const { state } = runner;
    return {
      mode: context.mode,
      now: runner.now(),
      release: state.release,
      publicAddress: context.publicAddress(),
      shopName: shopOf(context).name,
      head: context.journal.head(),
      problems: context.problems.map(({ code, sentence }) => ({ code, sentence })),
      standsStill: context.standsStill,
      ways: context.ways.standing(),
      you: by,
      helpers: context.helpers.all().map(({ id, name }) => ({ id, name })),
      attention: state.attention,
      unusual: unusualUse(context),
      troubles: troublesOf(context),
      tasks: tasksBefore(context, readingFor(context, req)),
      unanswered: state.pending.size,
      clockMove: clockMove(context),
      away: context.away,
    };
  });
  // Asked of the services now, for an owner who has just connected one.
  serve(router, context, OWNER_ROUTES.lookAtWays, async () => {
    await context.ways.look();
    return DONE;
  });
  serve(router, context, OWNER_ROUTES.finishedShop, async () => ({ address: await context.finishedShop.open() }));
  serve(router, context, OWNER_ROUTES.goOn, async () => {
    await context.goOn();
    return DONE;
  });
  serve(router, context, OWNER_ROUTES.confirmAway, async () => {
    await context.confirmAway();
    return { away: context.away };
  });
  serve(router, context, OWNER_ROUTES.moveClock, async ({ body: { by } }) => ({ now: await moveClock(context, by) }));
  return router;
}
