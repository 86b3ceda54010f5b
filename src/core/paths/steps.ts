import type { OfferId, PriceId, StepId } from '#core/ids';
import type { Extra, Path, Step } from './path';

/** What can be ticked at a path's checkout. */
export const extrasOf = ({ steps }: Pick<Path, 'steps'>): Extra[] =>
  steps.filter((step) => step.kind === 'checkout').flatMap((step) => step.extras ?? []);

/** What a path offers after payment, in its order. */
export const offersAfterPayment = ({
  steps,
}: Pick<Path, 'steps'>): { step: StepId; offerId: OfferId; priceId: PriceId }[] =>
  steps.flatMap(({ id, kind, offer }) => (kind === 'offer' && offer ? [{ step: id, ...offer }] : []));

/** The part of the address after the path's own: "checkout", "offer-1", "offer-2", "thanks"; its page has none. */
export function addressOfStep({ steps }: Pick<Path, 'steps'>, step: Pick<Step, 'id' | 'kind'>): string {
  if (step.kind === 'page') return '';
  if (step.kind !== 'offer') return step.kind;
  return `offer-${steps.filter((s) => s.kind === 'offer').findIndex((s) => s.id === step.id) + 1}`;
}
