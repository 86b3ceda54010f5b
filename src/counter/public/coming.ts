import type { Request, Response } from 'express';
import * as z from 'zod';
import { armOf, type Coming, type Comparison, designName, type Path, reachedFrom } from '#core/paths';
import type { EntranceId, PathId, StepId } from '#core/ids';
import type { CounterContext } from '../context';
import { readToken, signToken } from '../http/signing';
import { carriedBy, giveToCarry } from '../http/visitCarrier';

const Came = z.object({
  /** When this visitor first came to the path. */
  first: z.string(),
  entrance: z.string().optional(),
  /** The last email whose link led here. */
  email: z.string().optional(),
  turnedBack: z.string().optional(),
  /** Comparisons whose design they have seen, and those that led them on. */
  seen: z.array(z.string()).optional(),
  on: z.array(z.string()).optional(),
});
const Visitor = z.object({
  /** Its name among visitors, for what must stay the same for it. It says nothing of who it is. */
  seed: z.string(),
  ways: z.record(z.string(), Came),
});

const NOTE = 'keel_way';
const KEPT_MS = 30 * 24 * 3_600_000;
/** Paths a browser is remembered for: a cookie has little room. */
const MOST_PATHS = 12;

/**
 * How a visitor came to paths: a signed note that they carry, given only where an entrance, a countdown or turning back needs
 * it. Whoever deletes it comes for the first time; nobody can write one that says more than happened.
 */
function read(context: CounterContext, req: Request): z.infer<typeof Visitor> | null {
  // What this very answer has noted already counts.
  const noted = (req.res?.locals ?? {})[NOTE] as z.infer<typeof Visitor> | undefined;
  if (noted) return noted;
  const token = carriedBy(req)[NOTE];
  const parsed = Visitor.safeParse(token === undefined ? null : readToken(context.secrets.signing, 'way', token));
  return parsed.success ? parsed.data : null;
}

/** Whether somebody may be in a comparison. Where their browser asks not to be followed they see what stands there. */
const followed = (req: Request): boolean => req.get('sec-gpc') !== '1';

/** The name that designs hang on; none for whoever asks not to be followed, also where they have one for another reason. */
const seedOf = (req: Request, seed: string | undefined): string | null => (followed(req) ? (seed ?? null) : null);

/** How this visitor came to a path, as of now. */
export function comingOf(context: CounterContext, req: Request, path: PathId): Coming {
  const known = read(context, req);
  const { first = null, entrance = null, turnedBack = null, seen = [], email = null } = known?.ways[path] ?? {};
  return { at: context.runner.now(), first, entrance, turnedBack, seed: seedOf(req, known?.seed), seen, email };
}

function note(
  context: CounterContext,
  req: Request,
  res: Response,
  path: PathId,
  more: { entrance?: EntranceId; email?: string; turnedBack?: string; seen?: string[]; on?: string[] },
): Coming {
  const { seed, ways } = read(context, req) ?? { seed: context.ids.next('v'), ways: {} };
  const { [path]: before, ...others } = ways;
  const at = context.runner.now();
  // What happened first counts: coming again, or turning back again, earns nothing more.
  const { seen, on, entrance, email } = more;
  const came = {
    first: at,
    ...more,
    ...before,
    ...(entrance === undefined ? {} : { entrance }),
    ...(email === undefined ? {} : { email }),
    ...(seen ? { seen } : {}),
    ...(on ? { on } : {}),
  };
  const kept = Object.entries(others).slice(-(MOST_PATHS - 1));
  const note = { seed, ways: { ...Object.fromEntries(kept), [path]: came } };
  res.locals[NOTE] = note;
  const token = signToken(context.secrets.signing, 'way', note);
  giveToCarry(res, NOTE, token, KEPT_MS);
  return {
    at,
    first: came.first,
    entrance: came.entrance ?? null,
    turnedBack: came.turnedBack ?? null,
    seed: seedOf(req, seed),
    seen: came.seen ?? [],
    email: came.email ?? null,
  };
}

/** They came through an entrance: the last one counts. */
export const noteEntrance = (
  c: CounterContext,
  req: Request,
  res: Response,
  path: PathId,
  entrance: EntranceId,
): Coming => note(c, req, res, path, { entrance });

/** An email's link led them here: the last one counts. Of a visitor who asks not to be followed it is not noted. */
export const noteEmail = (c: CounterContext, req: Request, res: Response, path: PathId, email: string): Coming =>
  followed(req) ? note(c, req, res, path, { email }) : comingOf(c, req, path);

/** They are here for the first time, and time begins to run for them. */
export const noteFirst = (c: CounterContext, req: Request, res: Response, path: PathId): Coming =>
  note(c, req, res, path, {});

/** They turned back at a checkout. */
export const noteTurnedBack = (c: CounterContext, req: Request, res: Response, path: PathId): Coming =>
  note(c, req, res, path, { turnedBack: c.runner.now() });

/** The name of a visitor who has one already, for other reasons than being counted. */
export const visitorOf = (context: CounterContext, req: Request): string | undefined => read(context, req)?.seed;

/**
 * Notes which designs this visitor sees for the first time at some steps, and which they saw before led them on to here.
 * @param at the step whose page they look at
 * @param beside a checkout that stands on that page
 * @returns the same as names of designs, for counting; and how they came, as it is now
 */
export function noteDesigns(
  context: CounterContext,
  req: Request,
  res: Response,
  path: Path,
  at: StepId,
  beside: StepId | null = null,
): { coming: Coming; seen?: string[]; on?: string[] } {
  const comparisons = path.comparisons ?? [];
  const coming = comingOf(context, req, path.id);
  const { seed } = coming;
  if (seed == null || comparisons.length === 0) return { coming };
  const before = read(context, req)?.ways[path.id];
  const saw = new Set(before?.seen);
  const went = new Set(before?.on);
  const seen = comparisons.filter(({ id, step }) => (step === at || step === beside) && !saw.has(id));
  const on = comparisons.filter(
    ({ id, step }) => saw.has(id) && !went.has(id) && step !== at && reachedFrom(path, step).has(at),
  );
  if (seen.length === 0 && on.length === 0) return { coming };
  const names = (of: readonly Comparison[]): string[] => of.map((c) => designName(c.id, armOf(seed, c)));
  const now = note(context, req, res, path.id, {
    seen: [...saw, ...seen.map(({ id }) => id)],
    on: [...went, ...on.map(({ id }) => id)],
  });
  return { coming: now, seen: names(seen), on: names(on) };
}

/** A name for a visitor of a path with a comparison, so that they see the same design each time. */
export function nameFor(context: CounterContext, req: Request, res: Response, path: Path): void {
  if ((path.comparisons ?? []).length === 0 || !followed(req) || comingOf(context, req, path.id).seed != null) return;
  note(context, req, res, path.id, {});
}
