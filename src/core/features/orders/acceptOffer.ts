import { isSent, quoteFingerprint } from '#core/checkout';
import { fact, NOWHERE, type ShopEvent } from '#core/journal';
import { refuse } from '#core/refusal';
import { canBeKept, wayOf } from '#core/ways';
import { isLasting } from '#core/terms';
import { askedAfterPayment, isOver, offerQuote, runsAlready } from './afterPayment';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { extendedEvents } from './extended';
import { keyOf } from '../../engine/ids';
import { passesToOpen } from '../access/passesToOpen';
import type { ShopState } from '../../engine/state';
import { reservedBy } from './fold/taken';

/**
 * Yes to an offer after payment: one more charge of the order, under a key of its own, on the card of its checkout. A
 * step that is answered stays so, and one is asked at a time, so that sent twice is taken once.
 */
export function acceptOffer(
  state: ShopState,
  {
    orderId,
    offer,
    release,
    shown,
    fingerprint,
    card: other,
    came,
    signedIn = false,
    sendTo,
  }: Extract<Command, { type: 'accept-offer' }>,
  context: DecideContext,
): Decision {
  const order = state.orders.get(orderId);
  if (!order) return refuse('no-such-order');
  const met = order.offers[offer.step];
  if (met?.answer || order.lines.some((line) => line.offerId === offer.offerId))
    return refuse('nothing-to-do', { why: 'answered' });
  if (askedAfterPayment(state, order).length > 0) return refuse('still-asking', { at: 'checkout' });
  if (isOver(order, context)) return refuse('not-on-sale', { why: 'over' });
  if (runsAlready(state, order, offer, release)) return refuse('already-runs');
  const quote = offerQuote(state, order, { ...offer, signedIn, sendTo }, release, context);
  if ('refused' in quote) return quote;
  if (quote.lines.some((line) => !line.sending && isSent(release, line.productIds))) return refuse('address-needed');
  if (fingerprint(quoteFingerprint(quote)) !== shown) return refuse('quote-changed');

  const { personId, checkoutId, language, recipientId } = order;
  const opens = passesToOpen(
    quote,
    release.content.products,
    { personId: recipientId ?? personId, orderId, now: context.now },
    context.ids.next,
  );
  const success = { orderId, checkoutId, personId, quote, opens, language, recipientId, came: came ?? NOWHERE };
  const lasting = quote.lines.some((line) => isLasting(line.terms));
  const card = other ?? order.card;
  // Nothing due today, and a card that later dues can take: nothing has to be asked.
  if (quote.dueToday === 0 && (!lasting || card))
    return {
      events: extendedEvents(state, offer.step, { ...success, chargeKey: null, paymentId: null, card }, context),
    };
  if (!card) return refuse('card-needed', { later: lasting && quote.dueToday === 0 });
  if (lasting && !canBeKept(wayOf(card))) return refuse('way-not-kept');
  const attempt = (met?.attempts ?? 0) + 1;
  const key = keyOf(orderId, offer.step, attempt);
  return {
    events: [
      fact('charge.requested', {
        ...success,
        key,
        attempt,
        card,
        step: offer.step,
        signedIn,
      }),
      ...reservedBy(quote, key),
    ],
  };
}

/** No to an offer after payment. What still waits for an answer is made impossible; were it paid after all, it stands. */
export function declineOffer(
  state: ShopState,
  { orderId, step }: Extract<Command, { type: 'decline-offer' }>,
): Decision {
  const order = state.orders.get(orderId);
  if (!order) return refuse('no-such-order');
  if (order.offers[step]?.answer) return refuse('nothing-to-do', { why: 'answered' });
  const waiting = askedAfterPayment(state, order).filter((asked) => asked.step === step);
  return {
    events: [fact('offer.declined', { orderId, step }), ...waiting.flatMap(({ key }) => voided(state, key))],
  };
}

/** The service is told to take nothing under this key; its answer decides. Once is enough. */
export const voided = (state: ShopState, key: string): ShopEvent[] =>
  state.pending.has(keyOf('void', key)) ? [] : [fact('void.due', { key: keyOf('void', key), chargeKey: key })];
