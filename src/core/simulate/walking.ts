import type { ProductId } from '#core/ids';
import { extrasOf, type OfferPassed, type Path, type Step, type WalkFacts } from '#core/paths';
import type { Release } from '#core/release';
import { offerStanding } from '../features/orders/afterPayment';
import type { DecideContext } from '../engine/command';
import type { OfferAfterPayment, Order } from '../features/orders/fold/state';
import type { ShopState } from '../engine/state';

/** What an offer step offers; null where nothing is chosen yet. */
export const offerOfStep = ({ id, offer }: Step): OfferAfterPayment | null => (offer ? { step: id, ...offer } : null);

/** What is known of whoever has paid an order on a path. @param has whether they had something besides */
export function walkFacts(order: Order, path: Path, has: (productId: ProductId) => boolean = () => false): WalkFacts {
  const bought = new Set(order.lines.flatMap((line) => line.productIds));
  const [main, ...beside] = order.lines;
  return {
    priceId: main?.priceId ?? null,
    entrance: order.came.entrance,
    extras: new Set(
      extrasOf(path)
        .filter((extra) => beside.some((l) => l.offerId === extra.offerId && l.priceId === extra.priceId))
        .map(({ id }) => id),
    ),
    owns: (productId) => bought.has(productId) || has(productId),
  };
}

/** How each offer after payment stands for an order: still to be answered, or passed. @param release of its checkout */
export const offerPassed =
  (
    state: ShopState,
    order: Order,
    release: Release,
    at: Pick<DecideContext, 'now' | 'release'>,
    hasAll: (offer: OfferAfterPayment) => boolean = () => false,
  ): OfferPassed =>
  (step) => {
    const offer = offerOfStep(step);
    if (!offer) return 'no';
    const standing = offerStanding(state, order, offer, release, at);
    if (standing.at === 'over') return standing.answer;
    // What they have already is passed over, unseen.
    return standing.at === 'open' && hasAll(offer) ? 'yes' : null;
  };
