import type { Instant } from '#core/calendar';
import { openingSteps, standingByPasses, type Standing } from '#core/opening';
import type { Pass } from '#core/passes';
import { wordsFor } from '#core/words';
import { type Product, productKindOf } from './products';

/** A moment at which more of something opens, in words. */
export interface Tick {
  at: Instant;
  words: string;
}

/** Something that is opened, and when more of it opens. */
export interface Opened {
  title: string;
  ticks?: readonly Tick[];
}

/** So many parts that open at one moment are called by their names, the others counted. */
const NAMED = 2;

interface Place {
  /** Those of the release: what stands in a membership is called by its own title. */
  products: readonly Product[];
  zone: string;
  locale: string;
}

/** The moments at which more of a product opens for somebody, each in words: "Week 2 of Hearing Wrens opens". */
export function ticksOf(
  product: Product,
  { first, shut }: Pick<Standing, 'first' | 'shut'>,
  { products, zone, locale }: Place,
  done: Standing['done'] = () => false,
): Tick[] {
  const parts = productKindOf(product).parts(product);
  if (!parts) return [];
  const say = wordsFor(locale).drawing;
  const called = (id: string, title: string | undefined): string =>
    title?.trim() || (products.find((p) => p.id === id)?.title ?? '');
  return openingSteps(parts.whole, { first, shut, zone, hour: parts.hour, done }).map(({ at, parts: opens }) => {
    if (opens.some(({ id }) => id === product.id)) return { at, words: say.opens(product.title) };
    const names = opens.map(({ id, title }) => called(id, title)).filter((name) => name !== '');
    const label = names.slice(0, NAMED).join(', ');
    return {
      at,
      words: say.partOpens(names.length > NAMED ? say.andMore(label, names.length - NAMED) : label, product.title),
    };
  });
}

/** What is opened to whoever begins at a moment and misses nothing. */
export const openedFrom = (opened: readonly Product[], first: Instant, place: Place): Opened[] =>
  opened.map((product) => ({ title: product.title, ticks: ticksOf(product, { first, shut: [] }, place) }));

/** The same by the passes that somebody had to it, less the days they missed. */
export function ticksByPasses(
  product: Product | undefined,
  passes: readonly Pass[],
  now: Instant,
  place: Place,
): Tick[] {
  const standing = product && standingByPasses(passes, now);
  return standing ? ticksOf(product, standing, place) : [];
}

/**
 * What is still to open to somebody, by the plan of what is live. What has opened to them already may have done so by
 * an earlier plan, which is not asked here.
 */
export const ticksAhead = (...of: Parameters<typeof ticksByPasses>): Tick[] =>
  ticksByPasses(...of).filter(({ at }) => at > of[2]);
