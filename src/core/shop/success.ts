import { creditOf, type KeptCard, takeCredit } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { Quote } from '#core/checkout';
import { type CameFrom, fact, type ShopEvent } from '#core/journal';
import type { PassSeed } from '#core/passes';
import { accessUntil } from '#core/terms';
import type { ChargeKey, CheckoutId, OrderId, PaymentId, PersonId } from '#core/ids';
import { startedByOrder } from './agreements';
import { creditGiven, creditGone, paidWith, returnOfCredits, unusedParts } from './agreements/credit';
import { leftOf } from '#core/payments';
import { endEvents } from './agreements/closings';
import { leavingEvents } from './agreements/leave';
import type { DecideContext } from './command';
import { documentNumber } from './documentNumber';
import type { ShopState } from './state';
import { keyOf } from './ids';
import { twiceEvents } from './subscribed';

/** What came of a charge that was paid, or of what needed none. */
export interface Success {
  orderId: OrderId;
  checkoutId: CheckoutId;
  personId: PersonId;
  quote: Quote;
  opens: readonly PassSeed[];
  /** The charge that brought the money; null where none was due. */
  chargeKey: ChargeKey | null;
  paymentId: PaymentId | null;
  card: KeptCard | null;
  came: CameFrom;
  language: string | null;
  recipientId: PersonId | null;
}

/**
 * Everything that follows inside the shop when money has come (or none was due): order, document number,
 * passes, receipt. One batch, so that nothing is paid without its access. Passes begin at the moment of success.
 */
export function successEvents(state: ShopState, success: Success, context: DecideContext): ShopEvent[] {
  const { orderId, personId } = success;
  const { now } = context;
  const order: ShopEvent = fact('order.paid', {
    orderId,
    number: 1001 + state.counts.orders,
    checkoutId: success.checkoutId,
    personId,
    chargeKey: success.chargeKey,
    quote: success.chargeKey === null ? success.quote : null,
    paymentId: success.paymentId,
    last4: success.paymentId === null ? null : (success.card?.last4 ?? null),
    receipt: receiptFor(state, success.quote),
    recipientId: success.recipientId,
    came: success.came,
    language: success.language,
  });
  const mail: ShopEvent = fact('mail.due', {
    key: keyOf('receipt', orderId),
    mail: 'receipt',
    orderId,
    personId,
    refundId: null,
    step: null,
  });
  return [
    order,
    ...startedByOrder(success, now, context),
    ...opened(success, now),
    ...replacedEvents(state, success, context),
    ...startedTwice(state, success, keyOf(orderId)),
    ...leavingEvents(state, success, context),
    mail,
  ];
}

/** Lines that begin a subscription which runs already, but for what they replace. */
export const startedTwice = (state: ShopState, { orderId, personId, quote }: Success, id: string): ShopEvent[] =>
  twiceEvents(
    state,
    quote.lines.map((line) => ({ ...line, orderId, personId })),
    id,
    quote.replaces?.agreementId ?? null,
  );

/** Passes begin at the moment of success, which may come after the moment the card was asked. */
export const opened = ({ opens, quote }: Pick<Success, 'opens' | 'quote'>, now: Instant): ShopEvent[] =>
  opens.map((pass) => fact('pass.opened', { pass: { ...pass, from: now, until: untilOf(quote, pass, now) } }));

/** A number for its paper where money or credit moves; none for what comes to nothing. */
export const receiptFor = (state: ShopState, { lines }: Pick<Quote, 'lines'>): string | null =>
  lines.some((line) => line.dueToday > 0) ? documentNumber('R', state.counts.receipts) : null;

/**
 * The subscription that this order replaces ends in the same batch; what its unused days exceed today's amount by goes
 * back. Success is never refused: where those days are gone meanwhile, a person hears of both sides.
 */
function replacedEvents(state: ShopState, success: Success, context: DecideContext): ShopEvent[] {
  const { replaces, currency } = success.quote;
  if (!replaces) return [];
  const a = state.agreements.get(replaces.agreementId);
  const gone = (missing: number): ShopEvent[] =>
    creditGone(success.orderId, keyOf('credit', success.orderId), missing, currency);
  if (!a || a.status === 'ended') return gone(replaces.used);
  const unused = unusedParts(state, a, context.now);
  const paid = paidWith(state, a);
  // What was promised at asking is used, also when the days have changed meanwhile.
  const card = Math.min(Math.max(0, replaces.credit - creditOf(unused.credits)), paid ? leftOf(paid) : 0);
  const given = creditGiven(state, a, replaces.credit === 0 ? 0 : card, context.ids.next('cr'));
  const parts = replaces.credit === 0 ? [] : [...unused.credits, ...given.parts];
  return [
    ...endEvents(state, a, 'replaced', 'replaced', null, context),
    ...given.events,
    ...returnOfCredits(takeCredit(parts, replaces.used).left, a.currency, context),
    ...gone(replaces.used - creditOf(parts)),
  ];
}

function untilOf(quote: Quote, pass: PassSeed, now: Instant): Instant | null {
  const { cause } = pass;
  const line = cause.kind === 'paid' ? quote.lines.find((l) => l.lineId === cause.lineId) : undefined;
  return line ? accessUntil(line.terms, now, quote.zone) : pass.until;
}
