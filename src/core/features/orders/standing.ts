import type { Agreement } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { LineChoice, LineStanding, Standing } from '#core/checkout';
import type { AgreementId, OfferId, PersonId, PriceId } from '#core/ids';
import { refuse, type Refusal } from '#core/refusal';
import type { Release } from '#core/release';
import { openedBy } from '#core/catalogue';
import { placeTakenBy, unusedNow } from '../agreements';
import type { DecideContext } from '../../engine/command';
import { datesIn } from '../classes/dates';
import { pairOf } from '../../engine/ids';
import { owns } from './owned';
import type { ShopState } from '../../engine/state';
import { isSubscribed } from '../agreements/subscribed';
import { fallingAfter } from '../booking/falling';
import { isTaken } from './fold/taken';

export interface Asked {
  offerId: OfferId;
  priceId: PriceId;
  personId?: PersonId;
  startedAt: Instant;
  /** How many of each rising price were sold when the checkout began. */
  soldAtStart?: Readonly<Record<PriceId, number>> | undefined;
  /** Signed in by a mailed link: only then may a purchase end what this person has. */
  signedIn?: boolean;
  /** Who gets it, where that is not the payer: then it does not count what the payer has. */
  recipientId?: PersonId | null | undefined;
}

/** How things stand as of now: places, price steps, coupon uses, what this buyer had before, and what would be replaced. */
export function standingOf(state: ShopState, of: Asked, context: Pick<DecideContext, 'now' | 'release'>): Standing {
  const { personId } = of;
  const count = (key: string): number => state.taken.get(key) ?? 0;
  const beginsOnce = context.release?.content.shop.billing.beginsOnce ?? true;
  const lineStanding = ({ offerId, priceId }: Pick<LineChoice, 'offerId' | 'priceId'>): LineStanding => {
    const own = personId === undefined ? null : pairOf(personId, offerId);
    return {
      sold: count(priceId),
      soldToBuyer: personId === undefined ? 0 : count(pairOf(personId, priceId)),
      soldAtStart: of.soldAtStart?.[priceId],
      hadTrial: own !== null && beginsOnce && (state.begun.has(own) || isTaken(state, 'begins', own)),
    };
  };
  return {
    startedAt: of.startedAt,
    of: lineStanding,
    couponUses: (id) => ({
      inAll: count(`coupon/${id}`),
      byBuyer: personId === undefined ? 0 : count(`${personId}/coupon/${id}`),
    }),
    replacedBy:
      personId !== undefined && of.signedIn && !of.recipientId
        ? (line, gone) => replacedBy(state, personId, line, gone, context)
        : undefined,
    owns:
      personId !== undefined && of.signedIn && !of.recipientId
        ? (productId) => owns(state, personId, productId, context.now)
        : undefined,
    datesOf: (productId) => datesIn(state, context.release?.content.products ?? [], productId),
    live: context.release,
  };
}

/** Paused it may be; what a bank or a refund has a say in may not. */
const mayBeReplaced = (a: Agreement): boolean => a.stops.every(({ why }) => why === 'paused');

function replacedBy(
  state: ShopState,
  personId: PersonId,
  { offerId, priceId }: Pick<LineChoice, 'offerId' | 'priceId'>,
  gone: ReadonlySet<AgreementId>,
  { now, release }: Pick<DecideContext, 'now' | 'release'>,
): ReturnType<NonNullable<Standing['replacedBy']>> {
  const offer = release?.content.offers.find((o) => o.id === offerId);
  const price = offer?.prices.find((p) => p.id === priceId);
  if (!release || !offer || !price) return null;
  const productIds = openedBy(release.content.products, offer.productIds);
  const may = (a: Agreement): boolean =>
    a.unanswered === null && mayBeReplaced(a) && !isTaken(state, 'replaces', a.id) && !gone.has(a.id);
  const old = placeTakenBy(state, personId, { offerId, priceId, terms: price.terms, productIds }, release, may);
  if (!old) return null;
  const seatsAt = old.passIds
    .flatMap((passId) => fallingAfter(state, passId, now, now))
    .flatMap(({ dateId }) => dateId ?? []);
  return { agreementId: old.id, unused: unusedNow(state, old, now), upgrade: price.replaces === null, seatsAt };
}

/** One subscription to an offer at a time, asked for by one line and not by two. */
export function runningAlready(
  state: ShopState,
  personId: PersonId,
  release: Release,
  lines: readonly Pick<LineChoice, 'offerId' | 'priceId'>[],
): Refusal | null {
  const offers = lines.flatMap(({ offerId, priceId }) => {
    const price = release.content.offers.find((o) => o.id === offerId)?.prices.find((p) => p.id === priceId);
    return price?.terms.kind === 'subscription' ? [offerId] : [];
  });
  const runs = offers.some((offerId) => isSubscribed(state, personId, offerId));
  return runs || new Set(offers).size < offers.length ? refuse('already-runs') : null;
}
