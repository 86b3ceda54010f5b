import { addMs, type Instant, MINUTE } from '#core/calendar';
import { type Quote, quoteFor, type QuoteRefusal, type Standing } from '#core/checkout';
import type { LineId, StepId } from '#core/ids';
import { sum } from '#core/money';
import { boughtWith, leftOf, type Payment, sumsOf } from '#core/payments';
import type { Release } from '#core/release';
import type { AnswererSays } from './commands';
import type { DecideContext } from '../../engine/command';
import { standingOf } from './standing';
import type { AnsweredOffer, OfferAfterPayment, Order } from './fold/state';
import type { ShopState } from '../../engine/state';
import { isSubscribed } from '../agreements/subscribed';

/** How an offer after payment stands for one order. */
export type OfferStanding =
  | { at: 'open'; quote: Quote }
  /** A charge for it is not answered. */
  | { at: 'asking' | 'bank'; key: string }
  /** Answered, or passed over unseen: what is owned already by yes, what cannot be had any more by no. */
  | { at: 'over'; answer: 'yes' | 'no' };

/** Charges of an order's offers after payment that are not answered: one at a time. */
export const askedAfterPayment = (state: ShopState, order: Order): { step: StepId; key: string; bank: boolean }[] =>
  Object.entries(order.offers).flatMap(([step, { lastKey }]) => {
    const status = lastKey === null ? undefined : state.charges.get(lastKey)?.status;
    return lastKey !== null && (status === 'asked' || status === 'waits-for-bank')
      ? [{ step, key: lastKey, bank: status === 'waits-for-bank' }]
      : [];
  });

/**
 * How an offer after payment stands. It is read from the release of its order's checkout, for so many minutes after
 * that was paid, whatever charges follow.
 * @param release that of the checkout
 */
export function offerStanding(
  state: ShopState,
  order: Order,
  offer: OfferAfterPayment & AnswererSays,
  release: Release,
  context: Pick<DecideContext, 'now' | 'release'>,
): OfferStanding {
  const answer = order.offers[offer.step]?.answer ?? null;
  if (answer !== null) return { at: 'over', answer };
  const asked = askedAfterPayment(state, order).find(({ step }) => step === offer.step);
  if (asked) return { at: asked.bank ? 'bank' : 'asking', key: asked.key };
  if (order.lines.some((line) => line.offerId === offer.offerId)) return { at: 'over', answer: 'yes' };
  const quote = offerQuote(state, order, offer, release, context);
  if (isOver(order, context) || 'refused' in quote) return { at: 'over', answer: 'no' };
  return { at: 'open', quote };
}

/** Too late for an offer, or nothing that one would still buy beside: the bank disputes it, or all of it went back. */
export function isOver(order: Order, { now, release }: Pick<DecideContext, 'now' | 'release'>): boolean {
  const minutes = release?.content.shop.billing.offerMinutes ?? 60;
  const bought = boughtWith(order);
  // What is on its way back counts as gone, until the answer says otherwise.
  const left = sum(bought.flatMap((payment) => payment.lines.map(leftOf)));
  return (
    now >= addMs(order.at, minutes * MINUTE) ||
    order.payments.some((p) => p.openDisputes.length > 0) ||
    (sumsOf(bought).paid > 0 && left === 0)
  );
}

/** What saying yes would charge now and later: never with a coupon, taxed where the order's buyer is. */
export function offerQuote(
  state: ShopState,
  order: Order,
  { offerId, priceId, signedIn = false, sendTo: asked }: OfferAfterPayment & AnswererSays,
  release: Release,
  context: Pick<DecideContext, 'now' | 'release'>,
): Quote | QuoteRefusal {
  const standing: Standing = {
    ...standingOf(
      state,
      { offerId, priceId, personId: order.personId, startedAt: order.at, signedIn, recipientId: order.recipientId },
      context,
    ),
    firstLine: order.lines.length + 1,
    ...(order.buyer ? { buyer: order.buyer } : {}),
  };
  // It goes where the rest of the order goes; where that is not known, its page asks.
  const sent = order.lines.find(({ sending }) => sending)?.sending;
  const sendTo = sent ? { country: sent.country, addressKey: sent.addressKey } : asked;
  const quote = quoteFor(release, { offerId, priceId, sendTo }, context.now, standing);
  // One path, one currency.
  return 'refused' in quote || quote.currency === order.currency ? quote : { refused: 'no-such-price', facts: {} };
}

/** Whether a subscription to it runs already: taking it again would be refused. */
export const runsAlready = (
  state: ShopState,
  order: Order,
  { offerId, priceId }: OfferAfterPayment,
  release: Release,
): boolean =>
  release.content.offers.find((o) => o.id === offerId)?.prices.find((p) => p.id === priceId)?.terms.kind ===
    'subscription' && isSubscribed(state, order.personId, offerId);

/** What one charge of an order bought: its checkout, or one offer after it. */
export function boughtAt(
  order: Pick<Order, 'lines' | 'payments'> & { offers: Record<StepId, AnsweredOffer> },
  step: StepId | null,
): { lines: Order['lines']; payment: Payment | null; at: Instant | null } {
  const later = new Set<LineId>(Object.values(order.offers).flatMap(({ lineIds }) => lineIds));
  const own = new Set<LineId>(step === null ? [] : (order.offers[step]?.lineIds ?? []));
  const payment = boughtWith(order).find((p) => p.step === step) ?? null;
  return {
    lines: order.lines.filter(({ lineId }) => (step === null ? !later.has(lineId) : own.has(lineId))),
    payment,
    at: payment?.at ?? null,
  };
}
