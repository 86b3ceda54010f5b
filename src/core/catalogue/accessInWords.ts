import type { Instant } from '#core/calendar';
import { accessSentence, type Terms } from '#core/terms';
import { wordsFor } from '#core/words';
import type { OpeningPlan, Part } from '#core/opening';
import { planInWords } from './products/planInWords';
import { isSentByPost, type Product, productKindOf } from './products';

/**
 * What buying opens and for how long, as it is promised before: the sentence of the terms, and for each thing that opens
 * bit by bit or later, how. Nothing that opens later is said to open at once.
 * @param opened the products that passes will be opened to
 */
export function accessInWords(
  terms: Terms,
  opened: readonly Product[],
  { start, zone, locale }: { start: Instant; zone: string; locale: string },
): string {
  const { released, byPost } = wordsFor(locale).access;
  // A parcel opens nothing, so it is not said that anything stays open.
  if (opened.length > 0 && opened.every(isSentByPost)) return byPost;
  const wholes = opened.map((product) => ({ product, whole: productKindOf(product).parts(product)?.whole ?? null }));
  const later = wholes.length > 0 && wholes.every(({ whole }) => isLater(whole?.plan ?? null));
  const say = (plan: OpeningPlan | null, title: string): string[] => {
    const how = planInWords(plan, locale);
    if (how === '') return [];
    return [isLater(plan) ? released.later(title, how) : released.byAndBy(title, how)];
  };
  const sentences = wholes.flatMap(({ product, whole }) => {
    const parts = (whole?.parts ?? []).flatMap(withPlans);
    const named = parts.slice(0, NAMED).flatMap(({ plan, title }) => say(plan, title ?? ''));
    const others = parts.length > NAMED ? [released.others(parts.length - NAMED, product.title)] : [];
    return [...say(whole?.plan ?? null, product.title), ...named, ...others];
  });
  return [accessSentence(terms, start, zone, locale, later), ...sentences].join(' ');
}

/** So many parts that have a plan of their own are named. */
const NAMED = 2;

const isLater = (plan: OpeningPlan | null): boolean => plan?.opens === 'after' || plan?.opens === 'on';

/** Parts with a plan of their own by which they, or what is in them, do not open at once. Those without a title are said with the whole. */
const withPlans = (part: Part): Part[] => [
  ...(part.plan !== null && part.plan.opens !== 'at-once' && (part.title ?? '').trim() !== '' ? [part] : []),
  ...part.parts.flatMap(withPlans),
];
