import type { Request, Response } from 'express';
import * as z from 'zod';
import type { Coming } from '#core/paths';
import type { EntranceId, PathId } from '#core/ids';
import type { CounterContext } from '../context';
import { cookiesOf, giveCookie } from '../http/cookies';
import { readToken, signToken } from '../http/signing';

const Came = z.object({
  /** When this visitor first came to the path. */
  first: z.string(),
  entrance: z.string().optional(),
  turnedBack: z.string().optional(),
});
const Visitor = z.object({
  /** Its name among visitors, for what must stay the same for it. It says nothing of who it is. */
  seed: z.string(),
  ways: z.record(z.string(), Came),
});

const COOKIE = 'keel_way';
const KEPT_MS = 30 * 24 * 3_600_000;
/** Paths a browser is remembered for: a cookie has little room. */
const MOST_PATHS = 12;

/**
 * How a visitor came to paths: a signed note in a cookie, given only where an entrance, a countdown or turning back needs
 * it. Whoever deletes it comes for the first time; nobody can write one that says more than happened.
 */
function read(context: CounterContext, req: Request): z.infer<typeof Visitor> | null {
  const token = cookiesOf(req)[COOKIE];
  const parsed = Visitor.safeParse(token === undefined ? null : readToken(context.secrets.signing, 'way', token));
  return parsed.success ? parsed.data : null;
}

/** How this visitor came to a path, as of now. */
export function comingOf(context: CounterContext, req: Request, path: PathId): Coming {
  const came = read(context, req)?.ways[path];
  const { first = null, entrance = null, turnedBack = null } = came ?? {};
  return { at: context.runner.now(), first, entrance, turnedBack };
}

function note(
  context: CounterContext,
  req: Request,
  res: Response,
  path: PathId,
  more: { entrance?: EntranceId; turnedBack?: string },
): Coming {
  const { seed, ways } = read(context, req) ?? { seed: context.ids.next('v'), ways: {} };
  const { [path]: before, ...others } = ways;
  const at = context.runner.now();
  // What happened first counts: coming again, or turning back again, earns nothing more.
  const came = { first: at, ...more, ...before, ...(more.entrance === undefined ? {} : { entrance: more.entrance }) };
  const kept = Object.entries(others).slice(-(MOST_PATHS - 1));
  const note = { seed, ways: { ...Object.fromEntries(kept), [path]: came } };
  const token = signToken(context.secrets.signing, 'way', note);
  giveCookie(res, COOKIE, token, { maxAgeMs: KEPT_MS, sameSite: 'lax' });
  return { at, first: came.first, entrance: came.entrance ?? null, turnedBack: came.turnedBack ?? null };
}

/** They came through an entrance: the last one counts. */
export const noteEntrance = (
  c: CounterContext,
  req: Request,
  res: Response,
  path: PathId,
  entrance: EntranceId,
): Coming => note(c, req, res, path, { entrance });

/** They are here for the first time, and time begins to run for them. */
export const noteFirst = (c: CounterContext, req: Request, res: Response, path: PathId): Coming =>
  note(c, req, res, path, {});

/** They turned back at a checkout. */
export const noteTurnedBack = (c: CounterContext, req: Request, res: Response, path: PathId): Coming =>
  note(c, req, res, path, { turnedBack: c.runner.now() });

/** The name of a visitor who has one already, for other reasons than being counted. */
export const visitorOf = (context: CounterContext, req: Request): string | undefined => read(context, req)?.seed;
