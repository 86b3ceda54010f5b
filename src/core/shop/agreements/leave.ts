import { type Agreement, isRunning, isStopped } from '#core/agreements';
import { plusDays } from '#core/calendar';
import { lesserOffers, type Offer, openedWhole } from '#core/catalogue';
import type { Quote, QuoteLine } from '#core/checkout';
import { fact, type ShopEvent } from '#core/journal';
import { formatAmount } from '#core/money';
import type { AgreementId, OrderId, PersonId } from '#core/ids';
import type { Release } from '#core/release';
import { accessOf } from '#core/terms';
import type { Command, DecideContext, Decision } from '../command';
import { keyOf } from '../ids';
import type { ShopState } from '../state';
import { areDaysTaken } from '../taken';
import { refundUnused } from './cancel';
import { endEvents } from './closings';
import { mailOf, noSuch, nothing, stillAsking } from './common';
import { unusedParts } from './credit';

/** So many days before the end its owner hears of it once more. */
const SOON_DAYS = 3;

interface Bought {
  orderId: OrderId;
  personId: PersonId;
  quote: Quote;
}

/**
 * A line was paid that takes the place of a subscription, by somebody who has not proven that it is theirs: anybody can
 * type an address. Nothing is taken away and nothing paid out. Its next due is not asked for, access lasts to the end of
 * what is paid, and its owner is told at once and three days before: to confirm, which gives back the days that were
 * unused at the order, or to keep it.
 */
export function leavingEvents(
  state: ShopState,
  { orderId, personId, quote }: Bought,
  context: Pick<DecideContext, 'now' | 'release'>,
): ShopEvent[] {
  const { now, release } = context;
  if (!release) return [];
  const gone = new Set<AgreementId>(quote.replaces ? [quote.replaces.agreementId] : []);
  return quote.lines.flatMap((line, i): ShopEvent[] => {
    // Where nothing is charged nothing changes; what was replaced with proof has ended already.
    if (line.dueToday === 0 || (i === 0 && quote.replaces)) return [];
    const a = placeTakenBy(state, personId, line, release);
    if (!a || gone.has(a.id)) return [];
    gone.add(a.id);
    const isQuiet = !isStopped(a) && a.unanswered === null;
    const endsAt = a.status === 'ending' ? a.endsAt : (a.next?.at ?? null);
    if (!isQuiet || endsAt === null || !['active', 'in-trial', 'ending'].includes(a.status))
      return [
        fact('attention.raised', {
          id: keyOf('leaves', orderId, line.lineId),
          what: 'replaced-by-hand',
          orderId,
          text: `“${line.title}” was bought for ${formatAmount(line.dueToday, quote.currency, 'en')}. It takes the place of “${a.title}”, which the same address pays for and which could not be stopped by itself just now. Ask its owner, and cancel it if they no longer want it.`,
        }),
      ];
    const remindAt = plusDays(endsAt, -SOON_DAYS, a.zone);
    return [
      fact('agreement.leaves', { agreementId: a.id, orderId, endsAt, remindAt: remindAt > now ? remindAt : null }),
      mailOf(a, 'leaving', keyOf('leaving', a.id, orderId, line.lineId), { at: endsAt, reason: line.title }),
    ];
  });
}

/**
 * The subscription of a person whose place a line takes: the one that its price says, else one it is an upgrade of:
 * it opens everything that the other opens, and is itself a subscription or access for good.
 * @param may which of them can end now
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
    .filter((a) => a.terms.kind === 'subscription' && isRunning(a) && a.offerId !== line.offerId && may(a));
  if (price?.replaces) return running.find((a) => a.offerId === price.replaces?.offerId);
  if (!offer || offer.upgrades === false || !isUpgrade(line)) return undefined;
  const opens = openedWhole(content.products, line.productIds);
  return running.find((a) => a.productIds.length > 0 && a.productIds.every((id) => opens.has(id)));
}

/**
 * What subscriptions a line takes the place of, for whoever has one: said to everybody alike at the checkout. Of an upgrade
 * those are all that open no more than it does.
 */
export function offersReplaced(
  { content }: Pick<Release, 'content'>,
  line: Pick<QuoteLine, 'offerId' | 'priceId' | 'terms' | 'productIds'>,
): Offer[] {
  const offer = content.offers.find(({ id }) => id === line.offerId);
  const price = offer?.prices.find(({ id }) => id === line.priceId);
  if (price?.replaces) return content.offers.filter(({ id }) => id === price.replaces?.offerId);
  if (!offer || offer.upgrades === false || !isUpgrade(line)) return [];
  return lesserOffers(content, { id: offer.id, productIds: line.productIds });
}

const isUpgrade = ({ terms }: Pick<QuoteLine, 'terms'>): boolean =>
  terms.kind === 'subscription' || (terms.kind !== 'free' && accessOf(terms).kind === 'forever');

/** Its owner has confirmed: it ends now, and the days that were unused when its place was taken go back. */
export function confirmLeaving(
  state: ShopState,
  { agreementId }: Extract<Command, { type: 'confirm-leaving' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  if (a.status !== 'ending' || !a.leaving) return nothing;
  if (a.unanswered !== null || areDaysTaken(state, a)) return stillAsking;
  const { now } = context;
  const unused = unusedParts(state, a, a.leaving.since);
  return {
    events: [
      ...endEvents(state, a, 'replaced', 'replaced', null, context),
      ...refundUnused(state, a, unused, context),
      mailOf(a, 'cancelled', keyOf('confirmed', a.id), { at: now, amount: unused.total === 0 ? null : unused.total }),
    ],
  };
}

/** What its owner gets back by confirming, in minor units. */
export const backByConfirming = (state: ShopState, a: Agreement): number =>
  a.leaving ? unusedParts(state, a, a.leaving.since).total : 0;

/** Three days before it ends by itself its owner hears of it once more. */
export function tellLeaving(
  state: ShopState,
  { agreementId, dueAt }: { agreementId: AgreementId; dueAt: string },
): Decision {
  const a = state.agreements.get(agreementId);
  if (a?.status !== 'ending' || a.leaving?.remindAt !== dueAt) return nothing;
  return { events: [mailOf(a, 'leaving-soon', keyOf('leaving-soon', a.id, a.leaving.orderId), { at: a.endsAt })] };
}
