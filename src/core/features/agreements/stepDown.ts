import { type Agreement, type AgreementSeed, askedFrom, chargeFor, isStopped, whyNotAct } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { openedBy, opensAtLeast } from '#core/catalogue';
import { fact } from '#core/journal';
import type { AgreementId, OfferId, PriceId } from '#core/ids';
import { mainOffers, plainSight } from '#core/paths';
import { refuse, type RefusalCode } from '#core/refusal';
import type { Release } from '#core/release';
import type { Terms } from '#core/terms';
import { type LineChoice, sentOf } from '#core/checkout';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { keyOf } from '../../engine/ids';
import type { ShopState } from '../../engine/state';
import { mailOf, noSuch, nothing } from './common';
import { begun, plannedSwitch, switchTo } from './switch';

/**
 * Down a level, at the end of what is paid: what begins then is frozen now, and nothing is paid or closed before. Null
 * takes it back.
 */
export function stepDown(
  state: ShopState,
  { agreementId, to }: Extract<Command, { type: 'step-down' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  if (to === null) return a.stepsTo ? { events: [fact('agreement.stepsDown', { agreementId, to: null })] } : nothing;
  const planned = plannedSwitch(state, a, to, context);
  if ('refused' in planned) return planned;
  // In a trial nothing is paid yet, so that it can be another at once.
  if (a.status === 'in-trial') return switchTo(state, { type: 'switch', agreementId, ...to }, context);
  if (a.next === null) return refuse('not-now', { why: 'switch-state', currency: a.currency, status: a.status });
  return { events: [fact('agreement.stepsDown', { agreementId, to: planned.to })] };
}

/** The payment that would have been asked for is the first of the lower level. Null where none was chosen. */
export function stepDownNow(
  state: ShopState,
  { agreementId, dueAt }: { agreementId: AgreementId; dueAt: Instant },
  context: DecideContext,
): Decision | null {
  const a = state.agreements.get(agreementId);
  if (!a?.stepsTo || a.next === null || askedFrom(a.next) !== dueAt) return null;
  if (a.status !== 'active' || a.unanswered !== null || isStopped(a)) return null;
  const { now } = context;
  const { at } = a.next;
  const to: AgreementSeed = {
    ...a.stepsTo,
    // As it is by now: another card, another address, what is left of earlier credit.
    card: a.card,
    buyer: a.buyer,
    credits: a.credits,
    start: now,
    anchor: { n: 1, at },
  };
  return {
    events: [
      ...begun(state, { ...a, credits: [] }, to, [], context, {
        n: 1,
        at,
        // What a stop had put off is asked for from its end: tries and days of grace count from there.
        ...(a.next.askFrom === undefined ? {} : { askFrom: a.next.askFrom }),
      }),
      mailOf(to, 'switched', keyOf('switched', to.id), { at }),
    ],
  };
}

/** A price that the owner of a subscription can switch to by themselves, and what that comes to. */
export interface SwitchChoice {
  offerId: OfferId;
  priceId: PriceId;
  title: string;
  terms: Terms;
  /** When it begins: at once, or at the end of what is paid, where it opens less. */
  at: Instant;
  down: boolean;
  /** What is taken from the card at once, and what unused days pay, in minor units. */
  today: number;
  credit: number;
  /** What each later payment takes with today's tax, and how much of it is for sending; null while that is not known. */
  later: { amount: number; sending: number } | null;
  /** What is missing before the price can be said: an address for what is sent by post, or one in a country it is sent to. */
  lacks: 'address' | 'address-in-reach' | null;
  /** Part of it is sent by post. */
  isSent: boolean;
}

/**
 * Prices to switch to: other subscriptions to the same, the levels above, and the levels below. Only what a path shows
 * to everybody, and what is sold now; each is worked out by the decision that would carry it out.
 * @param sendTo where parcels go, as the member has said since; left out for where those before it went
 */
export function switchChoices(
  state: ShopState,
  a: Agreement,
  context: Pick<DecideContext, 'now' | 'release'>,
  sendTo?: LineChoice['sendTo'],
): SwitchChoice[] {
  const { now, release } = context;
  if (!release || whyNotAct(a, 'switch', now) !== null) return [];
  const { products, offers } = release.content;
  const dry: DecideContext = { ...context, ids: { next: (prefix) => `${prefix}-looked-at` } } as DecideContext;
  const shown = shownToAll(release, now);
  const choices = offers.flatMap((offer) => {
    const up =
      offer.id !== a.offerId && offer.upgrades !== false && opensAtLeast(products, offer.productIds, a.productIds);
    const down = offer.id !== a.offerId && !up && opensAtLeast(products, a.productIds, offer.productIds);
    if (offer.id !== a.offerId && !up && !down) return [];
    return offer.prices.flatMap((price): SwitchChoice[] => {
      if (price.terms.kind !== 'subscription' || price.id === a.priceId || !shown.has(price.id)) return [];
      const named = { offerId: offer.id, priceId: price.id };
      const asking = { ...named, ...(sendTo ? { sendTo } : {}) };
      const decided = down
        ? stepDown(state, { type: 'step-down', agreementId: a.id, to: asking }, dry)
        : switchTo(state, { type: 'switch', agreementId: a.id, ...asking }, dry);
      const lacks = 'refused' in decided ? (LACKS[decided.refused] ?? null) : null;
      if ('refused' in decided && lacks === null) return [];
      const events = 'refused' in decided ? [] : decided.events;
      const asked = events.find((e) => e.type === 'due.requested' || e.type === 'due.paid');
      const [today, credit] = asked ? [asked.data.amount, asked.data.credit] : [0, 0];
      const at = a.status === 'in-trial' ? (a.trialUntil ?? now) : down ? (a.next?.at ?? now) : now;
      const title = price.name === '' ? offer.title : `${offer.title}, ${price.name}`;
      const isSent = sentOf(release.content, openedBy(products, offer.productIds)).length > 0;
      const planned = plannedSwitch(state, a, asking, dry);
      const later = 'refused' in planned ? null : laterOf(planned.to, release, now);
      return [{ ...named, title, terms: price.terms, at, down, today, credit, later, lacks, isSent }];
    });
  });
  // Other prices of the same first, then the levels above, then those below.
  const rank = ({ offerId, down }: SwitchChoice): number => (offerId === a.offerId ? 0 : down ? 2 : 1);
  return choices.sort((x, y) => rank(x) - rank(y));
}

/** What a payment after the first takes, worked out as it will be charged. */
function laterOf(to: AgreementSeed, { content }: Release, now: Instant): NonNullable<SwitchChoice['later']> {
  const { sending: _, ...unsent } = to;
  const charged = (of: AgreementSeed): number => chargeFor(of, { n: 2, at: now }, content.shop.tax).amount;
  return { amount: charged(to), sending: charged(to) - charged(unsent) };
}

/** Refusals that a member can answer by writing where to. */
const LACKS: Partial<Record<RefusalCode, 'address' | 'address-in-reach'>> = {
  'address-needed': 'address',
  'not-sent-there': 'address-in-reach',
};

/** The prices that some path shows to everybody who comes to it now. */
const shownToAll = ({ content }: Release, now: Instant): Set<PriceId> =>
  new Set(
    content.paths.flatMap((path) => {
      const { shows, closedTo } = plainSight(path, now, content);
      const sold = closedTo === null ? mainOffers(path) : [];
      return content.offers
        .filter(({ id }) => sold.includes(id))
        .flatMap(({ prices }) => prices.map(({ id }) => id).filter(shows));
    }),
  );
