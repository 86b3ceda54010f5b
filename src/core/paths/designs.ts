import type { OfferId, PageId, PriceId, StepId } from '#core/ids';
import { spread } from '#core/seed';
import type { Arm, Comparison } from './comparison';
import type { Path, Step } from './path';

/**
 * Which design a visitor sees: steady for them, and for each comparison anew, so that two at once do not hang together.
 * @param seed the visitor's name, which says nothing of who they are
 */
export const armOf = (seed: string, { id, share }: Pick<Comparison, 'id' | 'share'>): Arm =>
  spread(`${seed}/${id}`) * 100 < share ? 'b' : 'a';

/** The path with everything as the other design has it. */
export function withOther(path: Path, { step: at, other }: Pick<Comparison, 'step' | 'other'>): Path {
  const change = (step: Step): Step => {
    if (step.id !== at) return step;
    switch (other.of) {
      case 'page':
        return { ...step, pageId: other.pageId };
      case 'offer':
        return { ...step, offer: { offerId: other.offerId, priceId: other.priceId } };
      case 'extra':
        return { ...step, extras: step.extras?.map((e) => (e.id === other.extra.id ? other.extra : e)) };
    }
  };
  return { ...path, steps: path.steps.map(change) };
}

/** One design of one comparison, as it is counted: "cmp_1:b". */
export const designName = (id: string, arm: Arm): string => `${id}:${arm}`;

/**
 * The path as one visitor sees it. Whoever nothing is known of sees what stands there.
 * @param paidWith the designs that an order counts for: whoever has paid goes on seeing those
 */
export function inDesigns(path: Path, seed: string | null | undefined, paidWith: string | null = null): Path {
  const kept = new Set(paidWith?.split(','));
  const seesOther = (of: Comparison): boolean => {
    if (kept.has(designName(of.id, 'a'))) return false;
    return kept.has(designName(of.id, 'b')) || (seed != null && armOf(seed, of) === 'b');
  };
  return (path.comparisons ?? []).reduce((seen, of) => (seesOther(of) ? withOther(seen, of) : seen), path);
}

/** The designs that an order of a visitor counts for: those that they saw, and what they will be offered after payment. */
export function designsOf(
  path: Path,
  { seed, seen = [] }: { seed?: string | null | undefined; seen?: readonly string[] | undefined },
): string[] {
  if (seed == null) return [];
  const isOffer = (id: StepId): boolean => path.steps.some((s) => s.id === id && s.kind === 'offer');
  return (path.comparisons ?? []).flatMap((of) =>
    seen.includes(of.id) || isOffer(of.step) ? [designName(of.id, armOf(seed, of))] : [],
  );
}

/** Every page of a path, also those that only some see. */
export const pagesOf = (path: Pick<Path, 'steps' | 'comparisons'>): PageId[] => [
  ...path.steps.map((s) => s.pageId),
  ...otherPages(path),
];

/** Pages that only some see. */
export const otherPages = ({ comparisons = [] }: Pick<Path, 'comparisons'>): PageId[] =>
  comparisons.flatMap(({ other }) => (other.of === 'page' ? [other.pageId] : []));

/** Extras and offers after payment that only some see. */
export const otherOffers = ({
  comparisons = [],
}: Pick<Path, 'comparisons'>): { step: StepId; offerId: OfferId; priceId: PriceId }[] =>
  comparisons.flatMap(({ step, other }) =>
    other.of === 'page'
      ? []
      : [
          {
            step,
            offerId: other.of === 'extra' ? other.extra.offerId : other.offerId,
            priceId: other.of === 'extra' ? other.extra.priceId : other.priceId,
          },
        ],
  );
