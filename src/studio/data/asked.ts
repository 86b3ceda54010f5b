import type * as z from 'zod';
import { type AnswerOf, type Asking, bodyOf, hrefOf, type Route } from '#core/routes';
import { OWNER_API } from '../../wire/contract/owner';

type JsonRoute = Route & { answer: z.ZodType };

/** A request as the contract has it: address, method and body. */
export const requestOf = <R extends Route>(route: R, asking: Asking<R>) => {
  const body = bodyOf(asking);
  return {
    url: hrefOf(route, asking),
    method: route.method,
    ...(body === undefined ? {} : { body }),
  };
};

/** What comes back is read by the route's own schema: an answer of another shape is a failure, not a surprise later. */
export const readBy = <R extends JsonRoute>(route: R) => ({
  transformResponse: (body: unknown): AnswerOf<R> => route.answer.parse(body) as AnswerOf<R>,
});

/**
 * How an endpoint asks a route of the contract, and reads what is answered.
 * @param askingOf what the route is given, from what the endpoint is called with
 */
export const asked = <R extends JsonRoute, Called>(route: R, askingOf: (called: Called) => Asking<R>) => ({
  query: (called: Called) => requestOf(route, askingOf(called)),
  ...readBy(route),
});

/** The whole address of a route, for a link or a stream. */
export const addressOf = <R extends Route>(route: R, asking: Asking<R>): string => OWNER_API + hrefOf(route, asking);

/** Asks a route where no endpoint does: from a worker, or for what is no JSON. */
export function fetchRoute<R extends Route>(route: R, asking: Asking<R>): Promise<Response> {
  const body = bodyOf(asking);
  return fetch(addressOf(route, asking), {
    method: route.method,
    headers: { 'x-keel': '1', ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
}
