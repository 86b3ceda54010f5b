import { dateIn, type Instant, momentOfWall, nthAfter, startOfDate } from '#core/calendar';
import { missedDates, reachedOn, type Shut } from './missed';
import type { OpeningPlan, Part } from './plan';

/** How somebody stands to a product: since when they have it, and when they did not. */
export interface Standing {
  /** When it first opened for them. */
  first: Instant;
  /** Stretches since then on which no pass was open. */
  shut: readonly Shut[];
  zone: string;
  /** The hour at which parts open, like "09:00"; midnight where none is set. */
  hour: string | null;
  /** What they have done. */
  done: (partId: string) => boolean;
}

/** When one part opens: at a moment, or once another is done; neither where what it waits for has no moment yet. */
export interface PartOpening {
  at: Instant | null;
  /** The part that has to be done first. */
  after: string | null;
}

/** So far ahead dates are worked out: nobody waits longer for a lesson. */
const HORIZON = '9999-12-31';

/**
 * When each part of a whole opens for somebody, by its plan: days are counted in dates of the shop since it first opened,
 * less those on which no pass was open; a date is a date; nothing opens before what it is part of.
 * @returns by the part's id, the whole itself included
 */
export function openingsOf(whole: Part, standing: Standing): Map<string, PartOpening> {
  const { first, shut, zone, hour } = standing;
  const found = new Map<string, PartOpening>();
  const lasting = shut.find(({ to }) => to === null);
  const missed = missedDates(
    shut.map(({ from, to }) => ({ from, to: to ?? from })),
    zone,
    HORIZON,
  );

  const openAt = (date: string): Instant =>
    hour === null ? startOfDate(date, zone) : momentOfWall(`${date}T${hour}:00.000`, zone);
  /** So much later than a moment, in dates that were not missed. */
  const later = (from: Instant, target: string): Instant | null => {
    const base = dateIn(from, zone);
    if (target <= base) return from;
    const at = openAt(reachedOn(target, base, missed));
    // While no pass is open nothing more is reached.
    return lasting && at >= lasting.from ? null : at;
  };
  const dayAfter = (from: Instant, count: number, unit: 'day' | 'week' | 'month', k: number): string =>
    dateIn(nthAfter(startOfDate(dateIn(from, zone), zone), { count, unit }, k, zone), zone);

  /** @param spacing how its parts follow one another */
  function place(part: Part, at: PartOpening, spacing: Spacing | null): void {
    const opened = part.since !== undefined && at.at !== null && part.since > at.at ? { ...at, at: part.since } : at;
    found.set(part.id, opened);
    for (const [k, child] of part.parts.entries())
      place(child, openingOf(child, opened, { spacing, k, before: part.parts[k - 1] }), spacingIn(child, spacing));
  }

  function openingOf(
    { plan }: Part,
    parent: PartOpening,
    { spacing, k, before }: { spacing: Spacing | null; k: number; before: Part | undefined },
  ): PartOpening {
    if (parent.at === null || plan?.opens === 'at-once') return parent;
    if (plan?.opens === 'after') return notBefore(parent.at, later(first, dayAfter(first, plan.days, 'day', 1)));
    if (plan?.opens === 'on') return notBefore(parent.at, openAt(plan.date));
    if (!before || spacing === null) return parent;
    if (spacing.opens === 'in-order') return isDone(before, standing.done) ? parent : { at: null, after: before.id };
    const { count, unit } = spacing.every;
    return { at: later(parent.at, dayAfter(parent.at, count, unit, k)), after: null };
  }

  const own = whole.plan;
  const begins: Instant | null =
    own?.opens === 'after'
      ? later(first, dayAfter(first, own.days, 'day', 1))
      : own?.opens === 'on'
        ? laterOf(first, openAt(own.date))
        : first;
  place(whole, { at: begins, after: null }, spacingIn(whole, null));
  return found;
}

const laterOf = (a: Instant, b: Instant): Instant => (a > b ? a : b);
const notBefore = (parent: Instant, own: Instant | null): PartOpening => ({
  at: own && laterOf(parent, own),
  after: null,
});

type Spacing = Extract<OpeningPlan, { opens: 'every' | 'in-order' }>;

/** How the parts of something follow one another: by its own plan; in order where it has none and what it is part of goes so. */
function spacingIn({ plan }: Part, around: Spacing | null): Spacing | null {
  if (plan === null) return around?.opens === 'in-order' ? around : null;
  return plan.opens === 'every' || plan.opens === 'in-order' ? plan : null;
}

/** Whether all that counts in a part is done: itself, where it has no parts. */
const isDone = (part: Part, done: (id: string) => boolean): boolean =>
  part.parts.length === 0 ? done(part.id) : part.parts.every((child) => isDone(child, done));

/** A plan as it was, from when it was there until another took its place. */
export interface EarlierPlan {
  whole: Part;
  from: Instant;
  until: Instant;
}

/**
 * Which parts are open to somebody now, and since when: by today's plan, or because an earlier one had opened them when
 * it was replaced; with everything that these are part of. Whether a pass is open is not asked here.
 */
export function openParts(
  whole: Part,
  standing: Standing,
  now: Instant,
  earlier: readonly EarlierPlan[] = [],
): Map<string, Instant> {
  const open = new Map<string, Instant>();
  const since = (id: string, at: Instant): void => {
    const known = open.get(id);
    if (known === undefined || at < known) open.set(id, at);
  };
  for (const { whole: was, from, until } of earlier) {
    const end = until <= now ? until : now;
    if (end <= standing.first) continue;
    for (const [id, { at }] of openingsOf(was, standing))
      // What came and went while no pass was open was never open to them.
      if (at !== null && at <= end && !isShutThroughout(standing.shut, at > from ? at : from, end)) since(id, at);
  }
  for (const [id, { at }] of openingsOf(whole, standing)) if (at !== null && at <= now) since(id, at);
  const withParents = (part: Part): void => {
    for (const child of part.parts) {
      withParents(child);
      const at = open.get(child.id);
      if (at !== undefined) since(part.id, at);
    }
  };
  withParents(whole);
  return open;
}

/** Whether no pass was open at any moment between two. */
const isShutThroughout = (shut: readonly Shut[], from: Instant, until: Instant): boolean =>
  shut.some((stretch) => stretch.from <= from && (stretch.to === null || stretch.to >= until));
