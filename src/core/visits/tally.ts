import type { PathId, StepId } from '#core/ids';
import type { View } from './view';

/**
 * How often what happened, in one day: sums by a key of path, step, what and of what. `came` counts views, `from` those
 * that another step led to, `design` and `design-on` who saw one of two designs and was led on by it, the others where
 * they came from; `robot` what fetched a page and never its mark.
 */
export type Tally = Record<string, number>;

type What = 'came' | 'from' | 'entrance' | 'site' | 'words' | 'release' | 'robot' | 'design' | 'design-on';

/** Sites and words of links are other people's: so many different ones are kept a day, further ones together. */
const MOST_NAMES = 60;
const OTHERS = 'others';

const keyOf = (path: PathId, step: StepId, what: What, of = ''): string => [path, step, what, of].join(' ');

const add = (tally: Tally, key: string): void => void (tally[key] = (tally[key] ?? 0) + 1);

/** Counts a view into its day. */
export function countView(tally: Tally, { path, step, release, from, entrance, site, words }: View): void {
  add(tally, keyOf(path, step, 'came'));
  add(tally, keyOf(path, step, 'release', String(release)));
  if (from !== undefined) add(tally, keyOf(path, step, 'from', from));
  if (entrance !== undefined) add(tally, keyOf(path, step, 'entrance', entrance));
  for (const [what, name] of [
    ['site', site],
    ['words', words],
  ] as const) {
    if (name === undefined) continue;
    const key = keyOf(path, step, what, name);
    const known = Object.keys(tally).filter((k) => k.startsWith(keyOf(path, step, what)));
    add(tally, key in tally || known.length < MOST_NAMES ? key : keyOf(path, step, what, OTHERS));
  }
}

/** Counts which designs were seen for the first time, and which led on: once a visitor, whatever day it is. */
export function countDesigns(tally: Tally, { path, step, seen = [], on = [] }: View): void {
  for (const design of seen) add(tally, keyOf(path, step, 'design', design));
  for (const design of on) add(tally, keyOf(path, step, 'design-on', design));
}

export const countRobot = (tally: Tally, path: PathId, step: StepId): void => add(tally, keyOf(path, step, 'robot'));

/** The sums of several days as one. */
export function sumTallies(tallies: readonly Tally[]): Tally {
  const all: Tally = {};
  for (const tally of tallies) for (const [key, n] of Object.entries(tally)) all[key] = (all[key] ?? 0) + n;
  return all;
}

/** One sum. */
export const tallied = (tally: Tally, path: PathId, step: StepId, what: What, of?: string): number =>
  tally[keyOf(path, step, what, of)] ?? 0;

/** Everything counted of one thing at a step, by its name, the most first. */
export function talliedBy(tally: Tally, path: PathId, step: StepId, what: What): { of: string; count: number }[] {
  const start = keyOf(path, step, what);
  return Object.entries(tally)
    .flatMap(([key, count]) => (key.startsWith(start) ? [{ of: key.slice(start.length), count }] : []))
    .sort((a, b) => b.count - a.count || (a.of < b.of ? -1 : 1));
}

/** The part of a tally that is about one path. */
export const ofPath = (tally: Tally, path: PathId): Tally =>
  Object.fromEntries(Object.entries(tally).filter(([key]) => key.startsWith(`${path} `)));
