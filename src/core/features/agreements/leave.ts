import { type Agreement, isRunning, isStopped, whyNotAct } from '#core/agreements';
import { type Instant, plusDays } from '#core/calendar';
import { lesserOffers, type Offer, opensAtLeast } from '#core/catalogue';
import { type Quote, type QuoteLine, replacedIn } from '#core/checkout';
import { fact, type ShopEvent } from '#core/journal';
import { formatAmount } from '#core/money';
import type { AgreementId, OfferId, OrderId, PersonId } from '#core/ids';
import type { Release } from '#core/release';
import { accessOf } from '#core/terms';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { keyOf } from '../../engine/ids';
import type { Order } from '../orders/fold/state';
import type { ShopState } from '../../engine/state';
import { areDaysTaken } from '../orders/fold/taken';
import { refundUnused } from './cancel';
import { endEvents } from './closings';
import { mailOf, noSuch, nothing, stillAsking } from './common';
import { unusedParts } from './credit';

/** So many days before the end the owner is told once more. */
const SOON_DAYS = 3;

interface Bought {
  orderId: OrderId;
  personId: PersonId;
  /** A gift replaces nothing of whoever pays for it. */
  recipientId: PersonId | null;
  quote: Quote;
}

/**
 * Sets subscriptions to end that an order replaces although its buyer only typed an address. Anybody can type one, so
 * nothing is taken away and nothing is paid out: the next payment is not asked for, access lasts to the end of what is
 * paid, and the owner is told with the receipt and again three days before the end. They confirm, and get back the days that were
 * unused at the order, or they keep the subscription.
 */
export function leavingEvents(
  state: ShopState,
  { orderId, personId, recipientId, quote }: Bought,
  context: Pick<DecideContext, 'now' | 'release'>,
): ShopEvent[] {
  const { now, release } = context;
  if (!release || recipientId !== null) return [];
  const gone = new Set<AgreementId>(replacedIn(quote).map(({ agreementId }) => agreementId));
  return quote.lines.flatMap((line): ShopEvent[] => {
    // Where nothing is charged nothing changes; what was replaced with proof has ended already.
    if (line.dueToday === 0 || line.replaces) return [];
    const a = placeTakenBy(state, personId, line, release);
    // Told once, from the first order on; one that ends by itself has nothing left to be stopped.
    if (!a || gone.has(a.id) || a.leaving || a.finishes) return [];
    gone.add(a.id);
    const isQuiet = !isStopped(a) && a.unanswered === null;
    const endsAt = a.status === 'ending' ? a.endsAt : (a.next?.at ?? null);
    if (!isQuiet || endsAt === null || !['active', 'in-trial', 'ending'].includes(a.status))
      return [
        fact('attention.raised', {
          id: keyOf('leaves', orderId, line.lineId),
          what: 'replaced-by-hand',
          orderId,
          text: `“${line.title}” was bought for ${formatAmount(line.dueToday, quote.currency, 'en')}. It replaces “${a.title}”, a subscription with the same address, which could not be ended automatically because a payment of it is late, disputed, paused or still being asked for. Ask its owner, and cancel it if they no longer want it.`,
        }),
      ];
    const remindAt = plusDays(endsAt, -SOON_DAYS, a.zone);
    // The order's receipt says it and offers both answers.
    return [
      fact('agreement.leaves', { agreementId: a.id, orderId, endsAt, remindAt: remindAt > now ? remindAt : null }),
    ];
  });
}

/** The subscriptions that an order set to end, that were neither confirmed nor kept since. */
export const leavingThrough = (
  state: ShopState,
  { id, personId }: Pick<Order, 'id' | 'personId'>,
): { title: string; endsAt: Instant }[] =>
  (state.agreementsOfPerson.get(personId) ?? []).flatMap((agreementId) => {
    const a = state.agreements.get(agreementId);
    return a?.leaving?.orderId === id && a.endsAt !== null ? [{ title: a.title, endsAt: a.endsAt }] : [];
  });

/**
 * The subscription of a person that a line replaces: the one that its price names, else one that it is an upgrade of. An
 * upgrade opens everything that the other opens, and is itself a subscription or access for good.
 * @param may which of their subscriptions can end now
 */
export function placeTakenBy(
  state: ShopState,
  personId: PersonId,
  line: Pick<QuoteLine, 'offerId' | 'priceId' | 'terms' | 'productIds'>,
  { content }: Pick<Release, 'content'>,
  may: (a: Agreement) => boolean = () => true,
): Agreement | undefined {
  const offer = content.offers.find(({ id }) => id === line.offerId);
  const price = offer?.prices.find(({ id }) => id === line.priceId);
  const running = (state.agreementsOfPerson.get(personId) ?? [])
    .flatMap((id) => state.agreements.get(id) ?? [])
    .filter((a) => a.terms.kind === 'subscription' && isRunning(a) && !isSameAgain(line, a.offerId) && may(a));
  if (price?.replaces) return running.find((a) => a.offerId === price.replaces?.offerId);
  if (!offer || offer.upgrades === false || !isUpgrade(line)) return undefined;
  return running.find((a) => a.productIds.length > 0 && opensAtLeast(content.products, line.productIds, a.productIds));
}

/**
 * The offers whose subscriptions a line replaces. The checkout says it to everybody alike, because it does not know who
 * has one. An upgrade replaces all that open no more than it does.
 */
export function offersReplaced(
  { content }: Pick<Release, 'content'>,
  line: Pick<QuoteLine, 'offerId' | 'priceId' | 'terms' | 'productIds'>,
): Offer[] {
  const offer = content.offers.find(({ id }) => id === line.offerId);
  const price = offer?.prices.find(({ id }) => id === line.priceId);
  if (price?.replaces) return content.offers.filter(({ id }) => id === price.replaces?.offerId);
  if (!offer || offer.upgrades === false || !isUpgrade(line)) return [];
  return lesserOffers(content, { ...offer, productIds: line.productIds }).filter(({ id }) => !isSameAgain(line, id));
}

/** A second subscription to the same offer is refused; a price of it that is paid once replaces its subscription. */
const isSameAgain = ({ offerId, terms }: Pick<QuoteLine, 'offerId' | 'terms'>, other: OfferId): boolean =>
  offerId === other && terms.kind === 'subscription';

const isUpgrade = ({ terms }: Pick<QuoteLine, 'terms'>): boolean =>
  terms.kind === 'subscription' || (terms.kind !== 'free' && accessOf(terms).kind === 'forever');

/** The owner confirms: the subscription ends now, and the days that were unused at the order are refunded. */
export function confirmLeaving(
  state: ShopState,
  { agreementId }: Extract<Command, { type: 'confirm-leaving' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const { now } = context;
  const no = whyNotAct(a, 'confirm', now);
  if (no) return no;
  if (!a.leaving) return nothing;
  if (areDaysTaken(state, a)) return stillAsking;
  const unused = unusedParts(state, a, a.leaving.since);
  return {
    events: [
      ...endEvents(state, a, 'replaced', 'replaced', null, context),
      ...refundUnused(state, a, unused, context),
      mailOf(a, 'cancelled', keyOf('confirmed', a.id), { at: now, amount: unused.total === 0 ? null : unused.total }),
    ],
  };
}

/** What the owner gets back by confirming, in minor units. */
export const backByConfirming = (state: ShopState, a: Agreement): number =>
  a.leaving ? unusedParts(state, a, a.leaving.since).total : 0;

/** Three days before the end the owner is told once more. */
export function tellLeaving(
  state: ShopState,
  { agreementId, dueAt }: { agreementId: AgreementId; dueAt: string },
): Decision {
  const a = state.agreements.get(agreementId);
  if (a?.status !== 'ending' || a.leaving?.remindAt !== dueAt) return nothing;
  return { events: [mailOf(a, 'leaving-soon', keyOf('leaving-soon', a.id, a.leaving.orderId), { at: a.endsAt })] };
}
