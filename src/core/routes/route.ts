import type * as z from 'zod';
import type { Right } from '#core/helpers';

export type RouteMethod = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * One thing that can be asked of the shop's own interface. The counter's router, the studio's calls and the OpenAPI
 * document are all made from it, so a path stands in one place.
 */
export interface Route {
  readonly method: RouteMethod;
  /** Below the interface's own address; what differs from call to call is written `:name`. */
  readonly path: string;
  /** The right that a request needs; null where everybody who works in the studio may make it. */
  readonly right: Right | null;
  /** What it does, in one sentence. */
  readonly does: string;
  /** Read from the address, after the question mark. */
  readonly query?: z.ZodType;
  readonly body?: z.ZodType;
  /** The largest body, as "64kb"; 64 kB where nothing is said. */
  readonly most?: string;
  /** A Zod schema for JSON, or the media type of what is no JSON. */
  readonly answer: z.ZodType | `${string}/${string}`;
  /** It makes something: the answer's status is 201. */
  readonly makes?: true;
}

/** A route with its types kept. */
export const route = <const R extends Route>(of: R): R => of;

type NamesIn<Path extends string> = Path extends `${infer Before}/${infer After}`
  ? NamesIn<Before> | NamesIn<After>
  : Path extends `:${infer Name}`
    ? Name
    : never;

/** What stands for the `:name`s of its path. */
export type ParamsOf<R extends Route> = { readonly [N in NamesIn<R['path']>]: string };
export type QueryOf<R extends Route> = R extends { query: infer Q extends z.ZodType } ? z.output<Q> : undefined;
type BodyOf<R extends Route> = R extends { body: infer B extends z.ZodType } ? z.output<B> : undefined;
/** The answer, as the caller reads it. */
export type AnswerOf<R extends Route> = R['answer'] extends z.ZodType ? z.output<R['answer']> : never;

/** What a handler is given: all of it read by the route's own schemas. */
export interface HandlerInput<R extends Route> {
  params: ParamsOf<R>;
  query: QueryOf<R>;
  body: BodyOf<R>;
}

type Empty = Record<never, never>;
/** What whoever asks gives. */
export type Asking<R extends Route> = ([keyof ParamsOf<R>] extends [never] ? Empty : { params: ParamsOf<R> }) &
  (R extends { query: infer Q extends z.ZodType } ? { query: z.input<Q> } : Empty) &
  (R extends { body: infer B extends z.ZodType } ? { body: z.input<B> } : Empty);

/** The address to ask at, below the interface's own: "/people/u1/why/p1", "/booked?from=2026-12-01". */
export function hrefOf<R extends Route>(of: R, asking: Asking<R>): string {
  const { params = {}, query = {} } = asking as {
    params?: Record<string, string>;
    query?: Record<string, string | number | boolean>;
  };
  const path = of.path.replaceAll(/:([a-zA-Z0-9]+)/g, (_all, name: string) => encodeURIComponent(params[name] ?? ''));
  const search = new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
  ).toString();
  return search === '' ? path : `${path}?${search}`;
}

/** What is sent with it; undefined where nothing is. */
export const bodyOf = <R extends Route>(asking: Asking<R>): unknown => (asking as { body?: unknown }).body;
