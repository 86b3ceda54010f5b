import { Router } from 'express';
import { OWNER_ROUTES } from '../../wire/contract';
import type { CounterContext } from '../context';
import { figuresOf } from './figures';
import { firstHours, type Walks } from './firstHours';
import { serve } from './serve';

/** What was counted: a release's first day, and what happened on a path. */
export function countRoutes(context: CounterContext): Router {
  const router = Router();
  const walks: Walks = new Map();

  serve(router, context, OWNER_ROUTES.firstHours, async () => ({ first: await firstHours(context, walks) }));
  serve(router, context, OWNER_ROUTES.pathFigures, ({ params, query }) => ({
    figures: figuresOf(context, params.id, query.days),
  }));
  return router;
}
