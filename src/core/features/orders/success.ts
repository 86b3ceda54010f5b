import { type KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { backUntil, type Quote, replacedIn } from '#core/checkout';
import { type CameFrom, fact, type ShopEvent } from '#core/journal';
import type { PassSeed } from '#core/passes';
import { accessUntil } from '#core/terms';
import type { ChargeKey, CheckoutId, LineId, OrderId, PaymentId, PersonId } from '#core/ids';
import { startedByOrder } from '../agreements';
import { creditGiven, creditGone, paidWith, returnOfCredits, unusedParts } from '../agreements/credit';
import { type CreditPart, leftOf, creditOf, takeCredit } from '#core/payments';
import { endEvents } from '../agreements/closings';
import { leavingEvents } from '../agreements/leave';
import type { DecideContext } from '../../engine/command';
import { documentNumber } from './documentNumber';
import type { ShopState } from '../../engine/state';
import { keyOf } from '../../engine/ids';
import { twiceEvents } from '../agreements/subscribed';

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
  const replaced = replacedEvents(state, success, context);
  const { credits } = replaced;
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
    credits,
    backUntil: backUntil(success.quote, now),
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
    ...startedByOrder(success, credits, now, context),
    ...opened(success, now),
    ...replaced.events,
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
    new Set(replacedIn(quote).map(({ agreementId }) => agreementId)),
  );

/** Passes begin at the moment of success, which may come after the moment the card was asked. */
export const opened = ({ opens, quote }: Pick<Success, 'opens' | 'quote'>, now: Instant): ShopEvent[] =>
  opens.map((pass) => fact('pass.opened', { pass: { ...pass, from: now, until: untilOf(quote, pass, now) } }));

/** A number for its paper where money or credit moves; none for what comes to nothing. */
export const receiptFor = (state: ShopState, { lines }: Pick<Quote, 'lines'>): string | null =>
  lines.some((line) => line.dueToday > 0) ? documentNumber('R', state.counts.receipts) : null;

/** What unused days paid of each line, by the payments their money came from. */
export type CreditsUsed = { lineId: LineId; parts: CreditPart[] }[];

/**
 * The subscriptions that lines of an order replace end in the same batch. Their unused days pay for the line, and what is
 * left of them is refunded. Success is never refused: where those days are gone meanwhile, the seller is asked.
 */
export function replacedEvents(
  state: ShopState,
  { orderId, quote }: Success,
  context: DecideContext,
): { events: ShopEvent[]; credits: CreditsUsed } {
  const { currency } = quote;
  const events: ShopEvent[] = [];
  const credits: CreditsUsed = [];
  let notes = 0;
  for (const { lineId, replaces } of quote.lines) {
    if (!replaces) continue;
    const { credit, used } = replaces;
    const gone = (missing: number): void =>
      void events.push(...creditGone(orderId, keyOf('credit', orderId, lineId), missing, currency));
    const a = state.agreements.get(replaces.agreementId);
    if (!a || a.status === 'ended') {
      gone(used);
      continue;
    }
    const unused = unusedParts(state, a, context.now);
    const paid = paidWith(state, a);
    // What was promised at asking is used, also when the days have changed meanwhile.
    const card = Math.min(Math.max(0, credit - creditOf(unused.credits)), paid ? leftOf(paid) : 0);
    const given = creditGiven(state, a, credit === 0 ? 0 : card, context.ids.next('cr'), notes);
    notes += given.events.length;
    const { used: parts, left } = takeCredit(credit === 0 ? [] : [...unused.credits, ...given.parts], used);
    if (parts.length > 0) credits.push({ lineId, parts });
    events.push(
      ...endEvents(state, a, 'replaced', 'replaced', null, context),
      ...given.events,
      ...returnOfCredits(left, a.currency, context),
    );
    gone(used - creditOf(parts));
  }
  return { events, credits };
}

function untilOf(quote: Quote, pass: PassSeed, now: Instant): Instant | null {
  const { cause } = pass;
  const line = cause.kind === 'paid' ? quote.lines.find((l) => l.lineId === cause.lineId) : undefined;
  return line ? accessUntil(line.terms, now, quote.zone) : pass.until;
}
