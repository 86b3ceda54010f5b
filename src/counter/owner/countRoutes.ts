import { Router } from 'express';
import { FirstHoursAnswer, PathFiguresAnswer } from '../../wire';
import type { CounterContext } from '../context';
import { answer } from '../http/answer';
import { textOf } from '../http/textOf';
import { figuresOf } from './figures';
import { firstHours, type Walks } from './firstHours';

/** So many days are counted where nothing else is asked for, and at most. */
const DAYS_COUNTED = 30;
const MOST_DAYS = 366;

/** What was counted: a release's first day, and what happened on a path. */
export function countRoutes(context: CounterContext): Router {
  const router = Router();
  const walks: Walks = new Map();

  router.get('/first-hours', async (_req, res) =>
    answer(res, FirstHoursAnswer, { first: await firstHours(context, walks) }),
  );

  router.get('/paths/:id/figures', (req, res) => {
    const days = Number(textOf(req.query['days'])) || DAYS_COUNTED;
    const figures = figuresOf(context, req.params.id, Math.min(Math.max(1, Math.floor(days)), MOST_DAYS));
    answer(res, PathFiguresAnswer, { figures });
  });
  return router;
}
