import type { EntranceId, OfferId, PathId, PriceId, StepId } from '#core/ids';
import type { Bonus } from './bonus';
import type { Extra, Path, Step } from './path';
import type { Sight } from './sight';
import { offersFollow } from './joins';
import { checkoutOf, offerAt } from './steps';

/** One checkout of a path as one visitor meets it: whoever looks and whoever pays are held to it. */
export interface Till {
  pathId: PathId;
  step: StepId;
  offerId: OfferId;
  extras: readonly Extra[];
  /** Given along with what is bought here. */
  bonuses: readonly Bonus[];
  /** The path has closed for this visitor: nothing can be had here. */
  closed: boolean;
  /** Whether a price of its offer can be had by this visitor. */
  shows: (price: PriceId) => boolean;
  /** What has ended for whoever comes now: a checkout that began before keeps it for its minutes. */
  ended: (price: PriceId) => boolean;
  /** The entrance that counts for them. */
  entrance: EntranceId | null;
  /** Something is offered after payment here: what pays is kept for it. */
  offersFollow: boolean;
  /** A coupon that their entrance fills in; null where it has none. */
  coupon: string | null;
}

/**
 * @param sight as it was when the checkout began
 * @param step one of the path's checkouts; the first where none is said
 * @param now what whoever comes now would see
 */
export function tillOf(path: Path, sight: Sight, step: Step | undefined = checkoutOf(path), now = sight): Till {
  return {
    pathId: path.id,
    step: step?.id ?? '',
    offerId: step ? offerAt(path, step) : path.offerId,
    extras: step?.extras ?? [],
    bonuses: sight.bonuses,
    closed: sight.closedTo !== null,
    shows: (price) => sight.closedTo === null && sight.shows(price),
    ended: (price) => now.closedTo !== null || !now.shows(price),
    entrance: sight.entrance?.id ?? null,
    offersFollow: step !== undefined && offersFollow(path, step.id),
    coupon: sight.entrance?.coupon.trim() || null,
  };
}
