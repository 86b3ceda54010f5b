import { Router } from 'express';
import type { Refusal } from '#core/refusal';
import type { Route } from '#core/routes';
import { OWNER_ROUTES_OF_FEATURES } from '#core/shop';
import type { CounterContext } from '../context';
import { refusalProblem } from '../http/problem';
import { serve } from './serve';

/** Routes that features of the shop answer by themselves: beside those in `wire/contract`, held to the same. */
export function featureRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  for (const { route, answer } of Object.values(OWNER_ROUTES_OF_FEATURES))
    serve(router, context, route, async ({ params, query, body, by }) => {
      const said: unknown = await answer({ params, query, body } as never, {
        state: () => runner.state,
        now: () => runner.now(),
        execute: (command) => runner.execute(command, by.id),
      });
      if (isRefusal(said)) throw refusalProblem(said);
      await runner.synced();
      return said;
    });
  return router;
}

const isRefusal = (said: unknown): said is Refusal => typeof said === 'object' && said !== null && 'refused' in said;

/** The routes alone, by name, as the OpenAPI document tells them. */
export const ROUTES_OF_FEATURES: Readonly<Record<string, Route>> = Object.fromEntries(
  Object.entries(OWNER_ROUTES_OF_FEATURES).map(([name, { route }]) => [name, route]),
);
