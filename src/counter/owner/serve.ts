import express, { type Request, type RequestHandler, type Response, type Router } from 'express';
import type * as z from 'zod';
import type { HandlerInput, Route } from '#core/routes';
import type { CounterContext } from '../context';
import { answer } from '../http/answer';
import { needs, type Who, whoIs } from './who';

/** What a request is answered from: what was asked, read by the route's own schemas, and who asks. */
export interface Asked<R extends Route> extends HandlerInput<R> {
  by: Who;
  req: Request;
  res: Response;
}

type JsonRoute = Route & { answer: z.ZodType };
type Answered<R extends JsonRoute> = z.input<R['answer']>;

/** What is answered where there is nothing more to say. */
export const DONE = { ok: true } as const;

const MOST_BODY = '64kb';

/**
 * Answers a route as the contract says: its right, its largest body and its schemas hold before the handler is asked,
 * and nothing more than the answer's schema slips out.
 */
export function serve<R extends JsonRoute>(
  router: Router,
  context: Pick<CounterContext, 'security'>,
  route: R,
  handler: (asked: Asked<R>) => Answered<R> | Promise<Answered<R>>,
): void {
  mount(router, context, route, async (req, res) => {
    const given = await handler(askedOf(route, req, res));
    answer(route.makes ? res.status(201) : res, route.answer, given);
  });
}

/** The same for what is answered with no JSON: the handler answers by itself. */
export function serveRaw<R extends Route>(
  router: Router,
  context: Pick<CounterContext, 'security'>,
  route: R,
  handler: (asked: Asked<R>) => void | Promise<void>,
): void {
  mount(router, context, route, (req, res) => handler(askedOf(route, req, res)));
}

function mount(
  router: Router,
  context: Pick<CounterContext, 'security'>,
  { method, path, right, body, most = MOST_BODY }: Route,
  handler: (req: Request, res: Response) => void | Promise<void>,
): void {
  const before: RequestHandler[] = [
    ...(right === null ? [] : [needs(context, right)]),
    ...(body ? [express.json({ limit: most })] : []),
  ];
  const verb = method.toLowerCase() as Lowercase<typeof method>;
  router[verb](path, ...before, handler);
}

/** @throws ZodError where what was asked is not what the route reads */
const askedOf = <R extends Route>({ query, body }: R, req: Request, res: Response): Asked<R> =>
  ({
    params: req.params,
    query: query?.parse(req.query),
    body: body?.parse(req.body),
    by: whoIs(res),
    req,
    res,
  }) as Asked<R>;
