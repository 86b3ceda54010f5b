import type { OfferId, PriceId, StepId } from '#core/ids';
import { otherOffers } from './designs';
import type { Extra, Path, Step } from './path';

/** What can be ticked at a path's checkout. */
export const extrasOf = ({ steps }: Pick<Path, 'steps'>): Extra[] =>
  steps.filter((step) => step.kind === 'checkout').flatMap((step) => step.extras ?? []);

/** What a path offers after payment. */
export const offersAfterPayment = ({
  steps,
}: Pick<Path, 'steps'>): { step: StepId; offerId: OfferId; priceId: PriceId }[] =>
  steps.flatMap(({ id, kind, offer }) =>
    kind === 'offer' && offer ? [{ step: id, offerId: offer.offerId, priceId: offer.priceId }] : [],
  );

/** The prices that an offer after payment can be taken at, the one that is shown at the beginning first. */
export const pricesOffered = ({ offer }: Pick<Step, 'offer'>): PriceId[] =>
  offer ? [offer.priceId, ...(offer.also ?? []).filter((id) => id !== offer.priceId)] : [];

/** What a checkout sells: an offer of its own, or its path's. */
export const offerAt = ({ offerId }: Pick<Path, 'offerId'>, step: Pick<Step, 'offerId'>): OfferId =>
  step.offerId ?? offerId;

/** What is sold at a path's checkouts: its own offer first, and those that stand beside it. */
export const mainOffers = (path: Pick<Path, 'steps' | 'offerId' | 'front'>): OfferId[] => [
  ...new Set([...(path.front ? [] : [path.offerId]), ...checkoutsOf(path).map((step) => offerAt(path, step))]),
];

/** Every offer that a path sells: its own, beside it, and after payment. */
export const offersSoldOn = (path: Pick<Path, 'steps' | 'offerId' | 'front' | 'comparisons'>): Set<OfferId> =>
  new Set([
    ...mainOffers(path),
    ...[...extrasOf(path), ...offersAfterPayment(path), ...otherOffers(path)].map(({ offerId }) => offerId),
  ]);

export const checkoutsOf = ({ steps }: Pick<Path, 'steps'>): Step[] => steps.filter((s) => s.kind === 'checkout');
/** The first checkout; most paths have one. */
export const checkoutOf = ({ steps }: Pick<Path, 'steps'>): Step | undefined =>
  steps.find((s) => s.kind === 'checkout');
export const thanksOf = ({ steps }: Pick<Path, 'steps'>): Step | undefined => steps.find((s) => s.kind === 'thanks');

/** A step's web address under the shop's: "/dawn-field-pack/checkout"; the path's own for the step it begins with. */
export const hrefOf = (path: Pick<Path, 'address' | 'start'>, step: Pick<Step, 'id' | 'address'>): string =>
  step.id === path.start || step.address === '' ? `/${path.address}` : `/${path.address}/${step.address}`;
