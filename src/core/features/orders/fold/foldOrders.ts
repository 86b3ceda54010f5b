import type { KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { Quote } from '#core/checkout';
import type { StepId } from '#core/ids';
import type { EventOf, EventType } from '#core/journal';
import { canBeKept, wayOf } from '#core/ways';
import { paymentBought } from './bought';
import { addPayment } from './foldPayments';
import { need, push } from '../../../engine/known';
import type { Charge, OfferMet, Order } from './state';
import type { ShopState } from '../../../engine/state';
import { take, takeWhileAsked } from './taken';

type Kinds = Extract<EventType, `charge.${string}` | `order.${string}` | `offer.${string}`>;
type Appliers = { [T in Kinds]: (state: ShopState, data: EventOf<T>['data'], at: Instant) => void };

/** How facts about checkouts, their charges and what was bought change the state: copied as they stand, nothing computed. */
export const orderAppliers: Appliers = {
  'charge.requested': (state, data, at) => {
    state.charges.set(data.key, {
      ...data,
      amount: data.quote.dueToday,
      currency: data.quote.currency,
      askedAt: at,
      status: 'asked',
      reason: null,
      confirmAt: null,
      confirmUntil: null,
      paymentId: null,
    });
    if (data.step === null)
      state.checkouts.set(data.checkoutId, {
        orderId: data.orderId,
        attempts: data.attempt,
        lastKey: data.key,
        paid: false,
      });
    else
      Object.assign(meet(need(state.orders, data.orderId), data.step), { attempts: data.attempt, lastKey: data.key });
    state.pending.set(data.key, { kind: 'charge', key: data.key });
    take(state, data.quote, data.personId, 1);
    takeWhileAsked(state, data.quote, data.personId, 1);
  },
  'charge.waitsForBank': (state, { key, confirmAt, until }) => {
    const charge = need(state.charges, key);
    charge.status = 'waits-for-bank';
    charge.confirmAt = confirmAt;
    charge.confirmUntil = until;
    state.due.set({ at: until, what: { kind: 'charge-not-confirmed', key } });
  },
  'charge.refused': (state, { key, reason }) => {
    const charge = need(state.charges, key);
    charge.status = 'refused';
    charge.reason = reason;
    state.pending.delete(key);
    fallBack(state, charge);
  },
  'charge.fellAway': (state, { key }) => {
    const charge = need(state.charges, key);
    charge.status = 'fell-away';
    state.pending.delete(key);
    fallBack(state, charge);
  },
  'charge.paid': (state, { key, paymentId }) => {
    const charge = need(state.charges, key);
    charge.status = 'paid';
    charge.paymentId = paymentId;
    state.pending.delete(key);
  },

  'order.paid': (state, data, at) => {
    const charge = data.chargeKey === null ? undefined : need(state.charges, data.chargeKey);
    const quote = charge?.quote ?? data.quote;
    if (!quote) throw new Error(`Order ${data.orderId} is paid, but nothing says for what`);
    const checkout = state.checkouts.get(data.checkoutId);
    // Histories from before charges were named here know it by the checkout.
    const asked = charge ?? (checkout?.lastKey ? state.charges.get(checkout.lastKey) : undefined);
    const order: Order = {
      id: data.orderId,
      number: data.number,
      checkoutId: data.checkoutId,
      personId: data.personId,
      at,
      release: quote.release,
      currency: quote.currency,
      zone: quote.zone,
      buyer: quote.buyer,
      came: data.came,
      language: data.language,
      lines: quote.lines,
      payments: [],
      card: data.paymentId === null ? null : keptOf(asked?.card),
      recipientId: data.recipientId,
      offers: {},
      statement: quote.statement,
      passIds: [],
      refundIds: [],
    };
    state.orders.set(data.orderId, order);
    addPayment(state, order, paymentBought(quote, { ...data, way: charge?.card.way }, null, at));
    push(state.ordersOfPerson, data.personId, data.orderId);
    state.checkouts.set(data.checkoutId, {
      orderId: data.orderId,
      attempts: checkout?.attempts ?? 0,
      lastKey: checkout?.lastKey ?? null,
      paid: true,
    });
    // A paid order took its place when the charge was asked for; a free one takes it here.
    if (data.paymentId === null) take(state, quote, data.personId, 1);
    sold(state, quote);
    // What only one charge may have at a time is had now: by the agreement that began, or by the one that ended.
    if (asked?.quote) takeWhileAsked(state, asked.quote, data.personId, -1);
    // What is answered is kept small.
    settle(asked);
    state.counts.orders += 1;
  },
  'order.extended': (state, data, at) => {
    const order = need(state.orders, data.orderId);
    const charge = data.chargeKey === null ? undefined : need(state.charges, data.chargeKey);
    const quote = charge?.quote ?? data.quote;
    if (!quote) throw new Error(`Order ${order.number} grew, but nothing says by what`);
    order.lines = [...order.lines, ...quote.lines];
    addPayment(state, order, paymentBought(quote, { ...data, way: charge?.card.way }, data.step, at));
    // A card given for an offer is the one that is asked next.
    if (charge) order.card = keptOf(charge.card);
    else take(state, quote, order.personId, 1);
    Object.assign(meet(order, data.step), { answer: 'yes', lineIds: quote.lines.map((line) => line.lineId) });
    sold(state, quote);
    if (charge?.quote) takeWhileAsked(state, charge.quote, order.personId, -1);
    settle(charge);
  },
  'offer.declined': (state, { orderId, step }) => {
    meet(need(state.orders, orderId), step).answer = 'no';
  },
};

/** An unanswered charge held places, coupon uses and price steps; without success it gives them back. */
function fallBack(state: ShopState, charge: Charge): void {
  if (charge.quote) {
    take(state, charge.quote, charge.personId, -1);
    takeWhileAsked(state, charge.quote, charge.personId, -1);
  }
  settle(charge);
}

/** What can be charged again; what is asked once is not kept for anything. */
const keptOf = (card: KeptCard | undefined): KeptCard | null => (card && canBeKept(wayOf(card)) ? card : null);

/** An offer after payment as this order met it, from the first time on. */
function meet(order: Order, step: StepId): OfferMet {
  return (order.offers[step] ??= { attempts: 0, lastKey: null, answer: null, lineIds: [] });
}

/** The currency an offer was first sold in stays. */
function sold(state: ShopState, { lines, currency }: Pick<Quote, 'lines' | 'currency'>): void {
  for (const { offerId } of lines) if (!state.soldIn.has(offerId)) state.soldIn.set(offerId, currency);
}

function settle(charge: Charge | undefined): void {
  if (!charge) return;
  charge.quote = null;
  charge.opens = [];
}
