import {
  type Agreement,
  type AgreementSeed,
  type DueMoment,
  begunAgreement,
  chargeFor,
  ruleFor,
  whyNotAct,
} from '#core/agreements';
import type { Instant } from '#core/calendar';
import { type Offer, openedBy, type Price, type Product, saleState } from '#core/catalogue';
import { sendingOf, sentOf, termsNow, withTax } from '#core/checkout';
import type { DisputeId, PaymentId, ProductId } from '#core/ids';
import { disputeHold } from '#core/passes';
import { fact, type ShopEvent } from '#core/journal';
import { paymentAt } from '#core/terms';
import { refuse, type Refusal } from '#core/refusal';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { type Paid, paidEvents } from './charge';
import { endEvents } from './closings';
import { isSubscribed, twiceEvents } from './subscribed';
import { isTaken } from '../orders/fold/taken';
import { mailOf, nextDue, noSuch, shopOf, stillAsking, toCome, toldAtStart, trialNotice } from './common';
import { creditGiven, creditGone, paidWith, unusedNow, unusedParts } from './credit';
import { leftOf, creditOf } from '#core/payments';
import { keyOf, pairOf } from '../../engine/ids';
import { sessionsOf } from '../booking/promised';
import { waitsOf } from '../fulfilment/tasks';

/**
 * From one subscription to another: the old one ends, the new one starts now and now is its anchor, without trial,
 * introductory price, coupon or set-up; unused days pay first. In a trial nothing is due today and the new terms
 * begin at the trial's end.
 */
export function switchTo(
  state: ShopState,
  command: Extract<Command, { type: 'switch' }>,
  context: DecideContext,
): Decision {
  const { agreementId } = command;
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const planned = plannedSwitch(state, a, command, context);
  if ('refused' in planned) return planned;
  const { to, once } = planned;
  const { now } = context;
  const { trialUntil } = to;
  if (trialUntil !== null)
    return {
      events: [
        ...begun(state, a, to, [], context),
        mailOf(to, 'switched', keyOf('switched', to.id), { at: trialUntil }),
      ],
    };
  const goods = chargeFor(to, { n: 1, at: now }, shopOf(context).tax);
  const due = { ...goods, amount: goods.amount + once.amount, tax: goods.tax + once.tax };
  const unused = unusedNow(state, a, now) + creditOf(a.credits);
  const credit = Math.min(unused, due.amount);
  const key = keyOf(a.id, 's', a.asked + 1);
  if (credit === due.amount)
    return {
      events: switchedEvents(
        state,
        a,
        to,
        { key, kind: 'switch', dues: [due], amount: 0, tax: due.tax, credit, paymentId: null, last4: null, next: null },
        context,
      ),
    };
  return {
    events: [
      fact('due.requested', {
        key,
        agreementId,
        why: 'switch',
        planned: now,
        dues: [due],
        amount: due.amount - credit,
        tax: due.tax,
        credit,
        currency: a.currency,
        card: a.card ?? { token: 'none', last4: '0000' },
        title: to.title,
        statement: to.statement,
        next: a.next,
        to,
        came: a.came,
      }),
    ],
  };
}

/**
 * What a switch would begin, before it is decided when: the new subscription without trial, introductory price, coupon or
 * set-up, and what sending costs once beside its first payment, with tax.
 */
export function plannedSwitch(
  state: ShopState,
  a: Agreement,
  {
    offerId,
    priceId,
    offSale = false,
    sendTo: asked,
  }: Omit<Extract<Command, { type: 'switch' }>, 'type' | 'agreementId'>,
  context: DecideContext,
): { to: AgreementSeed; once: { amount: number; tax: number } } | Refusal {
  const no = whyNotAct(a, 'switch', context.now);
  if (no) return no;
  if (isTaken(state, 'replaces', a.id)) return stillAsking;
  const notNow = (why: 'switch-to-nothing' | 'switch-currency' | 'switch-off-sale' | 'switch-runs-already'): Refusal =>
    refuse('not-now', { why, currency: a.currency, status: a.status });
  const offer = context.release?.content.offers.find((o) => o.id === offerId);
  const price = offer?.prices.find((p) => p.id === priceId);
  if (!offer || !price || price.terms.kind !== 'subscription') return notNow('switch-to-nothing');
  if (offer.currency !== a.currency) return notNow('switch-currency');
  if (priceId === a.priceId) return refuse('nothing-to-do', { why: 'this-price-already' });
  const { now, ids } = context;
  const sold = state.taken.get(priceId) ?? 0;
  const soldToBuyer = state.taken.get(pairOf(a.personId, priceId)) ?? 0;
  if (!offSale && !isOnSale(offer, price, { now, zone: shopOf(context).zone, sold, soldToBuyer }))
    return notNow('switch-off-sale');
  if (isSubscribed(state, a.personId, offerId, new Set([a.id]))) return notNow('switch-runs-already');
  const risen = termsNow(price, { startedAt: now, sold }, shopOf(context).zone);
  if (risen.kind !== 'subscription') return notNow('switch-to-nothing');
  // At its present amount, without what a new buyer would begin with.
  const { kind, amount, every, payments } = risen;
  const terms = { kind, amount, every, ...(payments === undefined ? {} : { payments }) };
  const trialUntil = a.status === 'in-trial' ? a.trialUntil : null;
  const productIds = openedBy(context.release?.content.products ?? [], offer.productIds);
  const sent = context.release ? sentOf(context.release.content, productIds) : [];
  // What the subscription before it sent already is not sent again, unless each payment brings a parcel.
  const sendTo = asked ?? sendToOf(state, a);
  const sending = context.release ? sendingOf({ price, terms, sendTo, productIds: sent }, context.release) : null;
  if (sending && 'refused' in sending) return sending;
  if (!sending && sent.length > 0) return refuse('address-needed');
  const to: AgreementSeed = {
    id: ids.next('a'),
    orderId: a.orderId,
    lineId: a.lineId,
    personId: a.personId,
    offerId,
    priceId,
    title: offer.title,
    priceName: price.name,
    productIds,
    currency: a.currency,
    zone: a.zone,
    terms,
    start: now,
    anchor: { n: 1, at: trialUntil ?? now },
    trialUntil,
    coupon: null,
    ...(sending?.each
      ? { sending: { country: sending.country, addressKey: sending.addressKey, each: sending.each, productIds: sent } }
      : {}),
    buyer: a.buyer,
    card: a.card,
    statement: price.cardStatement ?? shopOf(context).cardStatement,
    from: a.id,
    credits: [],
    came: a.came,
    language: a.language,
  };
  const isNew = sent.some((id) => !a.productIds.includes(id));
  const once = withTax(sending && isNew ? sending.once : 0, ruleFor(to, shopOf(context).tax, now));
  return { to, once };
}

/** Whether a new buyer could have it now. */
export const isOnSale = (
  offer: Pick<Offer, 'onSale' | 'putAway'>,
  price: Price,
  { now, zone, sold, soldToBuyer = 0 }: { now: Instant; zone: string; sold: number; soldToBuyer?: number },
): boolean =>
  offer.onSale &&
  !offer.putAway &&
  // A price for few is sold where it is made for, and a switch is elsewhere.
  price.onlyAt === null &&
  saleState(price, now, zone).state === 'open' &&
  (price.limit.inAll === null || sold < price.limit.inAll) &&
  (price.limit.each === null || soldToBuyer < price.limit.each);

/** The money for a switch has come (or none was due): old ends, new begins at this moment. */
export function switchedEvents(
  state: ShopState,
  a: Agreement,
  planned: AgreementSeed,
  paid: Paid,
  context: DecideContext,
): ShopEvent[] {
  const { now } = context;
  const unused = unusedParts(state, a, now);
  // What was promised at asking is used, also when the days have changed meanwhile.
  const short = Math.max(0, paid.credit - unused.total - creditOf(a.credits));
  const from = paidWith(state, a);
  const card = Math.min(unused.card + short, from ? leftOf(from) : 0);
  const given = creditGiven(state, a, card, context.ids.next('cr'));
  const credits = [...a.credits, ...unused.credits, ...given.parts];
  const to: AgreementSeed = { ...planned, start: now, anchor: { n: 1, at: now }, credits };
  const dues = paid.dues.map((d) => ({ ...d, at: now }));
  const asAgreement = begunAgreement(to, {
    status: 'active',
    next: null,
    period: null,
    noticeAt: null,
    endsAt: null,
    told: null,
  });
  return [
    ...begun(state, { ...a, credits: [] }, to, given.events, context),
    ...creditGone(a.orderId, keyOf('credit', to.id), paid.credit - creditOf(credits), a.currency),
    ...twiceEvents(state, [to], to.id, new Set([a.id])),
    ...paidEvents(state, asAgreement, { ...paid, dues, next: nextDue(to, 1, shopOf(context)) }, now),
    mailOf(to, 'switched', keyOf('switched', to.id), { at: paymentAt(to.terms, to.anchor, 2, to.zone) }),
  ];
}

/** The old subscription ends and the new one stands. @param first when its first payment is asked for, where that is not paid yet */
export function begun(
  state: ShopState,
  a: Agreement,
  to: AgreementSeed,
  credit: readonly ShopEvent[],
  context: DecideContext,
  first: DueMoment | null = null,
): ShopEvent[] {
  const { now, ids } = context;
  // Access stays with whoever had it: of a gift from before gifts were paid once alone, not with whoever pays.
  const personId = state.passes.get(a.passIds[0] ?? '')?.personId ?? to.personId;
  const products = context.release?.content.products ?? [];
  const passes = to.productIds.map((productId) => {
    const cause = { kind: 'paid' as const, orderId: to.orderId, lineId: to.lineId, agreementId: to.id };
    return fact('pass.opened', {
      pass: {
        id: ids.next('p'),
        personId,
        productId,
        cause,
        from: now,
        until: null,
        ...sessionsOf(products, productId),
        // What both open was done or sent for the first; parcels come with each payment.
        ...waitsAfter(a, to, products, productId, first === null && to.trialUntil === null),
      },
    });
  });
  return [
    ...endEvents(state, a, 'switched', 'switched', null, context),
    ...credit,
    fact('agreement.started', {
      agreement: to,
      status: to.trialUntil === null ? 'active' : 'in-trial',
      next: first ?? (to.trialUntil === null ? null : toCome(to.anchor, to.zone, shopOf(context))),
      period: null,
      noticeAt: trialNotice(to.trialUntil, now, shopOf(context), to.zone),
      endsAt: null,
      beganCheaper: false,
      told: toldAtStart(to, to.trialUntil ?? now, shopOf(context)),
    }),
    ...passes,
    ...disputesOf(a).flatMap(({ disputeId, paymentId }): ShopEvent[] => [
      fact('agreement.suspended', { agreementId: to.id, disputeId, paymentId }),
      ...passes.map(({ data }) => fact('pass.held', { passId: data.pass.id, why: disputeHold(disputeId) })),
    ]),
  ];
}

function waitsAfter(
  a: Agreement,
  to: AgreementSeed,
  products: readonly Product[],
  productId: ProductId,
  isPaid: boolean,
): ReturnType<typeof waitsOf> {
  if (to.sending?.productIds.includes(productId))
    return isPaid ? { waits: { for: 'sending', units: to.sending.each.parcels } } : undefined;
  return a.productIds.includes(productId) ? undefined : waitsOf(products, productId);
}

/** Where what an agreement sends goes, or whatever else its order sent. */
function sendToOf(state: ShopState, a: Agreement): { country: string; addressKey: string } | undefined {
  const from = a.sending ?? state.orders.get(a.orderId)?.lines.find(({ sending }) => sending)?.sending;
  return from && { country: from.country, addressKey: from.addressKey };
}

/** What a bank disputes goes on stopping what comes of it: opened, it may be, while the switch was being paid. */
const disputesOf = (a: Agreement): { disputeId: DisputeId; paymentId: PaymentId | null }[] =>
  a.stops.flatMap(({ why, paymentId = null }) =>
    why.startsWith('dispute:') ? [{ disputeId: why.slice('dispute:'.length), paymentId }] : [],
  );
