import type * as z from 'zod';
import type { Instant } from '#core/calendar';
import type { Refusal } from '#core/refusal';
import type { HandlerInput, Route } from '#core/routes';
import type { Command, Executed } from './command';
import type { ShopState } from './state';

type JsonRoute = Route & { answer: z.ZodType };

/** What answering a route of the studio's interface may use of the shop. */
export interface RouteTools {
  state: () => ShopState;
  now: () => Instant;
  /** Runs a command; the history names the person who made the request. */
  execute: (command: Command) => Promise<Executed>;
}

/** A route of the studio's interface that a feature answers. The right that the route names was checked before. */
export interface OwnerRoute {
  readonly route: JsonRoute;
  readonly answer: (asked: HandlerInput<never>, tools: RouteTools) => unknown;
}

/**
 * Joins a route and its answer, with their types checked against each other.
 * @param answer what is answered, or why it is refused; thrown errors are faults of the shop
 */
export const ownerRoute = <R extends JsonRoute>(
  route: R,
  answer: (asked: HandlerInput<R>, tools: RouteTools) => MaybeLater<z.input<R['answer']> | Refusal>,
): OwnerRoute => ({ route, answer: answer });

type MaybeLater<T> = T | Promise<T>;
