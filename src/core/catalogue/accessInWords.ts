import type { Instant } from '#core/calendar';
import { accessSentence, type Terms } from '#core/terms';
import { wordsFor } from '#core/words';
import { planInWords } from './products/planInWords';
import { type Product, productKindOf } from './products';

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
  const { released } = wordsFor(locale).access;
  const plans = opened.map((product) => ({ product, plan: productKindOf(product).parts(product)?.whole.plan ?? null }));
  const isLater = ({ plan }: (typeof plans)[number]): boolean => plan?.opens === 'after' || plan?.opens === 'on';
  const later = plans.length > 0 && plans.every(isLater);
  const sentences = plans.flatMap(({ product, plan }) => {
    const how = planInWords(plan, locale);
    if (how === '') return [];
    return isLater({ product, plan }) ? released.later(product.title, how) : released.byAndBy(product.title, how);
  });
  return [accessSentence(terms, start, zone, locale, later), ...sentences].join(' ');
}
