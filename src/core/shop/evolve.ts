import type { Instant } from '#core/calendar';
import type { Batch, EventOf, EventType, ShopEvent } from '#core/journal';
import { type Hold, type HoldReason, opened } from '#core/passes';
import { agreementAppliers } from './evolveAgreements';
import { addStop, agreementsRefunded, dropStop } from './evolveStops';
import { refundStop } from '#core/agreements';
import type { Charge, OfferMet, Order, ShopState } from './state';
import type { Quote } from '#core/checkout';
import type { StepId } from '#core/ids';
import { pairOf } from './ids';
import { take, takeOnce } from './taken';
import { paymentBought } from './bought';
import { addPayment, disputeClosed, disputeOpened, moneyBack, reserve } from './evolvePayments';

/**
 * Applies one event. It only copies and counts what the event carries and computes nothing, so that history
 * reads the same whatever later versions compute. The state given is changed in place.
 */
export function evolve(state: ShopState, event: ShopEvent, at: Instant): void {
  const apply = appliers[event.type] as (state: ShopState, data: ShopEvent['data'], at: Instant) => void;
  apply(state, event.data, at);
}

/** Applies a whole batch and its envelope. */
export function evolveBatch(state: ShopState, batch: Pick<Batch, 'seq' | 'at' | 'events'>): void {
  for (const event of batch.events) evolve(state, event, batch.at);
  state.seq = batch.seq;
  state.at = batch.at;
}

type Appliers = { [T in EventType]: (state: ShopState, data: EventOf<T>['data'], at: Instant) => void };

const appliers: Appliers = {
  ...agreementAppliers,
  'release.published': (state, { release }) => {
    state.release = release;
  },
  'clock.moved': () => undefined,
  'journal.resumed': () => undefined,
  'person.changed': (state, { personId, rev }) => {
    state.people.set(personId, rev);
  },

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
    state.todo.set(data.key, { kind: 'charge', key: data.key });
    take(state, data.quote, data.personId, 1);
    takeOnce(state, data.quote, data.personId, 1);
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
    state.todo.delete(key);
    fallBack(state, charge);
  },
  'charge.fellAway': (state, { key }) => {
    const charge = need(state.charges, key);
    charge.status = 'fell-away';
    state.todo.delete(key);
    fallBack(state, charge);
  },
  'charge.paid': (state, { key, paymentId }) => {
    const charge = need(state.charges, key);
    charge.status = 'paid';
    charge.paymentId = paymentId;
    state.todo.delete(key);
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
      card: data.paymentId === null ? null : (asked?.card ?? null),
      recipientId: data.recipientId,
      offers: {},
      statement: quote.statement,
      passIds: [],
      refundIds: [],
    };
    state.orders.set(data.orderId, order);
    addPayment(
      state,
      order,
      paymentBought(quote, {
        id: data.paymentId,
        key: data.chargeKey,
        orderId: data.orderId,
        step: null,
        at,
        last4: data.last4,
        receipt: data.receipt,
      }),
    );
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
    if (asked?.quote) takeOnce(state, asked.quote, data.personId, -1);
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
    addPayment(
      state,
      order,
      paymentBought(quote, {
        id: data.paymentId,
        key: data.chargeKey,
        orderId: data.orderId,
        step: data.step,
        at,
        last4: data.last4,
        receipt: data.receipt,
      }),
    );
    // A card given for an offer is the one that is asked next.
    if (charge) order.card = charge.card;
    else take(state, quote, order.personId, 1);
    Object.assign(meet(order, data.step), { answer: 'yes', lineIds: quote.lines.map((line) => line.lineId) });
    sold(state, quote);
    if (charge?.quote) takeOnce(state, charge.quote, order.personId, -1);
    settle(charge);
  },
  'offer.declined': (state, { orderId, step }) => {
    meet(need(state.orders, orderId), step).answer = 'no';
  },
  'pass.opened': (state, { pass }) => {
    state.passes.set(pass.id, opened(pass));
    push(state.passesOfPerson, pass.personId, pass.id);
    if (pass.cause.kind === 'paid') {
      state.orders.get(pass.cause.orderId)?.passIds.push(pass.id);
      if (pass.cause.agreementId !== undefined) state.agreements.get(pass.cause.agreementId)?.passIds.push(pass.id);
    }
    if (pass.until !== null) state.due.set({ at: pass.until, what: { kind: 'pass-expires', passId: pass.id } });
  },
  'pass.held': (state, { passId, why }, at) => {
    const { holds } = need(state.passes, passId);
    if (!holds.some((hold) => hold.why === why)) holds.push({ why: why as HoldReason, since: at });
  },
  'pass.released': (state, { passId, why }) => {
    const pass = need(state.passes, passId);
    pass.holds = pass.holds.filter((hold) => !isReleased(hold, why));
  },
  'pass.untilMoved': (state, { passId, until }) => {
    const pass = need(state.passes, passId);
    pass.waited = until === null ? pass.until : null;
    pass.until = until;
    if (until !== null) state.due.set({ at: until, what: { kind: 'pass-expires', passId } });
  },
  'pass.closed': (state, { passId, why }, at) => {
    need(state.passes, passId).closed = { why, at };
  },

  'mail.due': (state, data, at) => {
    state.todo.set(data.key, {
      kind: 'mail',
      key: data.key,
      mail: data.mail,
      orderId: data.orderId,
      personId: data.personId,
      refundId: data.refundId,
      step: data.step,
      at,
    });
  },
  'void.due': (state, { key, chargeKey }) => {
    state.todo.set(key, { kind: 'void', key, chargeKey });
  },
  done: (state, { key }) => {
    state.todo.delete(key);
  },

  'refund.requested': (state, data, at) => {
    state.refunds.set(data.refundId, {
      ...data,
      id: data.refundId,
      at,
      status: 'asked',
      creditNote: null,
      refusal: null,
    });
    need(state.orders, data.orderId).refundIds.push(data.refundId);
    // Money of a credit that was left over decides nothing.
    if (data.ofCredit === undefined) reserve(state, data, 1);
    if (data.ofCredit === undefined)
      for (const a of agreementsRefunded(state, data)) addStop(state, a, refundStop(data.refundId), at);
    state.todo.set(data.refundId, { kind: 'refund', key: data.refundId, refundId: data.refundId });
  },
  'refund.paid': (state, { refundId, creditNote }) => {
    const refund = need(state.refunds, refundId);
    refund.status = 'paid';
    refund.creditNote = creditNote;
    if (refund.ofCredit === undefined) {
      reserve(state, refund, -1);
      moneyBack(state, refund.paymentId, refund.shares, 'givenBack');
      state.counts.creditNotes += 1;
    }
    state.todo.delete(refundId);
    for (const a of agreementsRefunded(state, refund)) dropStop(state, a, refundStop(refundId));
  },
  'refund.refused': (state, { refundId, reason }) => {
    const refund = need(state.refunds, refundId);
    for (const a of agreementsRefunded(state, refund)) dropStop(state, a, refundStop(refundId));
    if (refund.ofCredit === undefined) reserve(state, refund, -1);
    refund.status = 'refused';
    refund.refusal = reason;
    state.todo.delete(refundId);
  },

  'dispute.opened': (state, data, at) => {
    const paymentId = data.paymentId ?? need(state.orders, data.orderId).payments[0]?.id ?? '';
    state.disputes.set(data.disputeId, {
      id: data.disputeId,
      orderId: data.orderId,
      amount: data.amount,
      at,
      answerBy: data.answerBy,
      status: 'open',
      agreementId: data.agreementId,
      paymentId,
    });
    const payment = state.payments.get(paymentId);
    if (payment) disputeOpened(payment, data.disputeId);
  },
  'dispute.closed': (state, { disputeId, won, lost }) => {
    const dispute = need(state.disputes, disputeId);
    dispute.status = won ? 'won' : 'lost';
    const payment = state.payments.get(dispute.paymentId);
    if (payment) disputeClosed(payment, disputeId, won);
    moneyBack(state, dispute.paymentId, lost, 'lost');
  },

  'file.fetched': (state, { passId, fileId, count }, at) => {
    state.fileUses.set(pairOf(passId, fileId), { count, windowStart: at });
  },
  'attention.raised': (state, { id, orderId, text }, at) => {
    state.attention.push({ id, orderId, text, at });
  },
};

/** Histories from before reasons were told apart release all at once, and hold by any dispute. */
const isReleased = (hold: Hold, why: string | null): boolean =>
  why === null || hold.why === why || (why.startsWith('dispute') && hold.why === ('dispute' as string));

function need<T>(map: Map<string, T>, key: string): T {
  const value = map.get(key);
  if (value === undefined) throw new Error(`The history names something it never introduced: ${key}`);
  return value;
}

/** An unanswered charge held places, coupon uses and price steps; without success it gives them back. */
function fallBack(state: ShopState, charge: Charge): void {
  if (charge.quote) {
    take(state, charge.quote, charge.personId, -1);
    takeOnce(state, charge.quote, charge.personId, -1);
  }
  settle(charge);
}

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

function push(map: Map<string, string[]>, key: string, value: string): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
