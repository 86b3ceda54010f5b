import { type Path, stepOf } from '#core/paths';
import type { DraftContent } from '../content';
import { type Finding, quoted, type Subject } from '../finding';

/** What is wrong with the two designs that a path tries against each other. */
export function comparisonFindings(path: Path, { pages, offers }: DraftContent, about: Subject): Finding[] {
  const name = quoted(path.title);
  const main = offers.find((o) => o.id === path.offerId);
  const compared = new Set<string>();
  return (path.comparisons ?? []).flatMap(({ step: stepId, other }): Finding[] => {
    const stops = (code: string, text: string): Finding[] => [{ level: 'stops', code, text, about }];
    const step = stepOf(path, stepId);
    const what = other.of === 'extra' ? `extra ${other.extra.id}` : other.of;
    if (!step) return stops('compare-gone', `Two designs of a step of ${name} are compared that is not here any more.`);
    if (compared.has(`${stepId} ${what}`))
      return stops('compare-twice', `${name} has two A/B tests of the same thing. Run one of them at a time.`);
    compared.add(`${stepId} ${what}`);
    if (other.of === 'page')
      return pages.some((p) => p.id === other.pageId)
        ? []
        : stops('compare-page', `The other design of a page of ${name} is not here any more.`);
    if (other.of === 'extra' && !step.extras?.some((e) => e.id === other.extra.id))
      return stops('compare-gone', `Two designs of an extra of ${name} are compared that is not here any more.`);
    if (other.of === 'offer' && step.kind !== 'offer')
      return stops('compare-gone', `Two offers are compared at a step of ${name} that offers nothing.`);
    const { offerId, priceId } = other.of === 'extra' ? other.extra : other;
    const offer = offers.find((o) => o.id === offerId);
    if (!offer?.prices.some((p) => p.id === priceId))
      return stops('compare-price', `What ${name} offers some visitors instead has a price that is no longer here.`);
    return main && offer.currency !== main.currency
      ? stops(
          'beside-currency',
          `What ${name} offers some visitors is in ${offer.currency}; one path has one currency.`,
        )
      : [];
  });
}
