import type { PriceId, StepId } from '#core/ids';
import { entrancesOf, otherOffers, type Path, pricesOffered } from '#core/paths';
import type { DraftContent } from '../content';
import { type Finding, quoted } from '../finding';

/** Each use of a price at a step of a path: as an extra, as an offer after payment, as the lower price of those who turn back. */
const usedAt = (path: Path): { priceId: PriceId; step: StepId | null }[] => [
  ...path.steps.flatMap((step) =>
    [
      ...(step.extras ?? []).map(({ priceId }) => priceId),
      ...pricesOffered(step),
      ...(step.lower ? [step.lower.priceId] : []),
    ].map((priceId) => ({ priceId, step: step.id })),
  ),
  ...otherOffers(path).map(({ priceId }) => ({ priceId, step: null })),
];

/** A price for few that stands somewhere else as well, where it can be sold to nobody, or that nobody can see. */
export function fewFindings({ paths, offers }: Pick<DraftContent, 'paths' | 'offers'>): Finding[] {
  return offers.flatMap((offer) =>
    offer.prices.flatMap(({ id, name, onlyAt }): Finding[] => {
      if (!onlyAt) return [];
      const { at } = onlyAt;
      const called = `${quoted(offer.title)}${name.trim() === '' ? '' : `, ${name.trim()}`}`;
      const elsewhere = paths.filter(
        (path) =>
          usedAt(path).some((use) => use.priceId === id && (at.kind === 'links' || use.step !== at.step)) ||
          entrancesOf(path).some((e) => e.prices?.includes(id) && (at.kind === 'step' || !at.links.includes(e.id))),
      );
      const seen =
        at.kind === 'links'
          ? paths.some((path) => entrancesOf(path).some((e) => at.links.includes(e.id)))
          : paths.some((path) => usedAt(path).some((use) => use.priceId === id && use.step === at.step));
      return [
        ...elsewhere.map((path): Finding => ({
          level: 'stops',
          code: 'few-elsewhere',
          text: `${quoted(path.title)} uses a price of ${called} that was made for another place and can be bought only there. Choose another price.`,
          about: { kind: 'path', id: path.id },
        })),
        ...(seen
          ? []
          : [
              {
                level: 'look' as const,
                code: 'few-nowhere',
                text: `A price of ${called} was made for one place and is no longer used there, so nobody sees it. Remove it, or choose it there again.`,
                about: { kind: 'offer' as const, id: offer.id },
              },
            ]),
      ];
    }),
  );
}
