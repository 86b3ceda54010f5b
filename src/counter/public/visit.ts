import type { Request, Response } from 'express';
import * as z from 'zod';
import { addMs, HOUR, type Instant, MINUTE } from '#core/calendar';
import { type CameFrom, NOWHERE } from '#core/journal';
import {
  checkoutOf,
  type Coming,
  designsOf,
  extrasOf,
  inDesigns,
  mainOffers,
  otherOffers,
  type Path,
  sightOf,
  stepOf,
  type Till,
  tillOf,
} from '#core/paths';
import type { Release } from '#core/release';
import type { Order } from '#core/shop';
import type { PathId, StepId } from '#core/ids';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { readToken, signToken } from '../http/signing';
import { carriedBy, giveToCarry } from '../http/visitCarrier';

const Visit = z.object({
  checkout: z.string(),
  /** The visit's own name: it stands on what it buys. Checkouts begun before visits had one go on without. */
  visit: z.string().optional(),
  path: z.string(),
  /** At which of the path's checkouts; those begun before a path could have several are at its first. */
  step: z.string().optional(),
  /** What it was shown by: the entrance it came through, when it first came, and when it turned back. */
  entrance: z.string().nullable().optional(),
  first: z.string().nullable().optional(),
  email: z.string().nullable().optional(),
  turnedBack: z.string().nullable().optional(),
  /** The visitor's name, which their designs hang on, and what their order counts for. */
  seed: z.string().nullable().optional(),
  design: z.string().nullable().optional(),
  release: z.int(),
  at: z.string(),
  /** How many of each rising price were sold when it began: its step stays for this checkout. */
  sold: z.record(z.string(), z.int()).optional(),
});
/** One checkout of one visit: carried along, so that reload, back and a second tab lead to the same order. It opens nothing. */
export type Visit = z.infer<typeof Visit>;

const PREFIX = 'keel_co_';
const KEPT_MS = 7 * 24 * 3_600_000;
/** In shop time: however long a browser keeps it. */
const ENDS_AFTER_MS = 14 * 24 * HOUR;
/** How long, in shop time, the visit that paid opens what it bought without signing in. */
const OPENS_FOR_MS = 48 * HOUR;

/** Every checkout that this visit is in. */
export const visitsOf = (context: CounterContext, req: Request): Visit[] =>
  Object.keys(carriedBy(req)).flatMap((name) => (name.startsWith(PREFIX) ? (readNamed(context, req, name) ?? []) : []));

function readNamed(context: CounterContext, req: Request, name: string): Visit | null {
  const token = carriedBy(req)[name];
  const parsed = Visit.safeParse(token === undefined ? null : readToken(context.secrets.signing, 'visit', token));
  if (!parsed.success || nameOf(parsed.data) !== name) return null;
  return context.runner.now() < addMs(parsed.data.at, ENDS_AFTER_MS) ? parsed.data : null;
}

/** Each checkout of a path has a visit of its own. */
const nameOf = ({ path, step }: Pick<Visit, 'path' | 'step'>): string => PREFIX + (step ?? path);

/** The visit's checkout at one of a path's checkout steps, or null. */
export function readVisit(context: CounterContext, req: Request, path: PathId, step: StepId): Visit | null {
  const own = readNamed(context, req, nameOf({ path, step }));
  if (own) return own.path === path ? own : null;
  const older = readNamed(context, req, nameOf({ path }));
  const first = older && context.releases.get(older.release)?.content.paths.find((p) => p.id === path);
  return first && checkoutOf(first)?.id === step ? older : null;
}

export function giveVisit(context: CounterContext, res: Response, visit: Visit): void {
  giveToCarry(res, nameOf(visit), signToken(context.secrets.signing, 'visit', visit), KEPT_MS);
}

/** A new checkout under the live release, as this visitor came to it. */
export function newVisit(context: CounterContext, path: Path, step: StepId, coming: Coming): Visit {
  const { at, seen: _, ...came } = coming;
  return {
    checkout: context.ids.next('c'),
    visit: context.ids.next('w'),
    path: path.id,
    step,
    ...came,
    design: designOf(path, coming),
    release: context.runner.state.release ?? 0,
    at,
    sold: soldOfRising(context, path.id),
  };
}

/** So long the history's own field for it may be. */
const MOST_DESIGN = 130;

/** The designs that an order of this visitor counts for; too much to write down is none. */
function designOf(path: Path | undefined, coming: Pick<Coming, 'seed' | 'seen'>): string | null {
  const said = path ? designsOf(path, coming).join(',') : '';
  return said === '' || said.length > MOST_DESIGN ? null : said;
}

/** What a checkout sells and shows: as its path was when it began, to whoever came as this visit did. */
export function tillFor({ visit, release }: { visit: Visit; release: Release }, live: Path, now: Instant): Till {
  const path = inDesigns(release.content.paths.find((p) => p.id === visit.path) ?? live, visit.seed);
  const step = visit.step === undefined ? undefined : stepOf(path, visit.step);
  const { content } = release;
  return tillOf(path, sightOf(path, visit, content), step, sightOf(path, { ...visit, at: now }, content));
}

/** Where a charge of this visit comes from, for whoever counts later. */
export const cameWith = (
  { visit, path, design, email }: Visit,
  { step, entrance }: Pick<Till, 'step' | 'entrance'>,
): CameFrom => ({
  ...NOWHERE,
  path,
  step: step === '' ? null : step,
  visit: visit ?? null,
  entrance,
  design: design ?? null,
  email: email ?? null,
});

/** The sales that rising prices of all that a path sells count, as of now. */
export function soldOfRising(context: CounterContext, pathId: PathId): Record<string, number> {
  const content = liveRelease(context)?.content;
  const path = content?.paths.find((p) => p.id === pathId);
  const sold = new Set(
    path ? [...mainOffers(path), ...[...extrasOf(path), ...otherOffers(path)].map(({ offerId }) => offerId)] : [],
  );
  const rising = (content?.offers ?? [])
    .flatMap((o) => (sold.has(o.id) ? o.prices : []))
    .filter((p) => p.rise !== null);
  return Object.fromEntries(rising.map((p) => [p.id, context.runner.state.taken.get(p.id) ?? 0]));
}

/** Whether the release a checkout began under still counts for its quote: for as long as the shop says today. */
export const quoteStands = (context: CounterContext, visit: Visit): boolean =>
  context.runner.now() < addMs(visit.at, shopOf(context).billing.quoteMinutes * MINUTE);

/**
 * A checkout as it counts now. Within its minutes it keeps the release, the start and the price steps it began with;
 * after them it is new in everything: what it was shown is compared with what is live, and shown anew where that differs.
 */
export function asItCounts(context: CounterContext, visit: Visit, live: Release): { visit: Visit; release: Release } {
  if (quoteStands(context, visit)) return { visit, release: context.releases.get(visit.release) ?? live };
  return { visit: begunAnew(context, visit, live), release: live };
}

/** The same checkout, begun now under what is live: what has ended since counts no more. */
export const begunAnew = (
  context: CounterContext,
  visit: Visit,
  live: Release,
  { seen, ...came }: Partial<Coming> = {},
): Visit => ({
  ...visit,
  ...came,
  ...(seen
    ? {
        design: designOf(
          live.content.paths.find((p) => p.id === visit.path),
          { seed: came.seed, seen },
        ),
      }
    : {}),
  release: live.number,
  at: context.runner.now(),
  sold: soldOfRising(context, visit.path),
});

const PAID_PREFIX = 'keel_paid_';
const Paid = z.object({ order: z.string(), until: z.string() });

/** What a window holds is bound to the one charge that it asked for; where nothing was asked for, to the order. */
const heldAs = (context: CounterContext, { id, checkoutId }: Order): string =>
  context.runner.state.checkouts.get(checkoutId)?.lastKey ?? id;

/**
 * The window that asks for a charge notes what it has in its hand: it alone opens what the charge pays. A cookie of the
 * checkout does not, since somebody else may have planted it.
 * @param of the charge's key, or the order's id where nothing is charged
 */
export const noteHolder = async (context: CounterContext, of: string, holder: string | undefined): Promise<void> => {
  if (holder === undefined) return;
  // Asked for is asked for: where this cannot be kept, the mailed link opens what was bought.
  await context.doors
    .noteHolder(of, holder, KEPT_MS)
    .catch((error: unknown) => context.log('Which window paid could not be noted', error));
};

/** Whether every way in of its buyer was ended since an order was paid: then the window that paid it opens nothing more. */
const isEnded = ({ doors }: CounterContext, { personId, at }: Order): boolean => (doors.endedAt(personId) ?? '') >= at;

/** Gives the window that paid an order what opens it; any other nothing. */
export function openToHolder(context: CounterContext, res: Response, order: Order, holder: string | undefined): void {
  const until = addMs(order.at, OPENS_FOR_MS);
  if (
    holder === undefined ||
    context.runner.now() >= until ||
    isEnded(context, order) ||
    !context.doors.isHolder(heldAs(context, order), holder)
  )
    return;
  giveToCarry(
    res,
    PAID_PREFIX + order.id,
    signToken(context.secrets.signing, 'paid', { order: order.id, until }),
    KEPT_MS,
  );
}

/** Orders that this visit itself paid, and may therefore open: the newest first. */
export function ordersOfVisit(context: CounterContext, req: Request): Order[] {
  const { state } = context.runner;
  const now = context.runner.now();
  const orders = Object.entries(carriedBy(req)).flatMap(([name, token]) => {
    if (!name.startsWith(PAID_PREFIX) || token === undefined) return [];
    const paid = Paid.safeParse(readToken(context.secrets.signing, 'paid', token)).data;
    const order = paid && state.orders.get(paid.order);
    return order && now < paid.until && !isEnded(context, order) ? [order] : [];
  });
  return orders.sort((a, b) => b.number - a.number);
}

/** The order of one of this visit's checkouts on a path, the last that was paid, where this window is the one that paid it. */
export function orderOfVisit(context: CounterContext, req: Request, pathId: PathId): Order | undefined {
  const checkouts = new Set(visitsOf(context, req).flatMap((v) => (v.path === pathId ? [v.checkout] : [])));
  return ordersOfVisit(context, req).find((order) => checkouts.has(order.checkoutId));
}
