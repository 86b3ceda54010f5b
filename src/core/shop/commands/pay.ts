import type { Instant } from '#core/calendar';
import { type Quote, quoteFingerprint, quoteFor, type Standing } from '#core/checkout';
import type { Pass } from '#core/passes';
import { accessEnds, accessOf } from '#core/terms';
import type { Command, DecideContext, Decision } from '../decide';
import { successEvents } from '../success';
import type { ShopState } from '../state';

type Pay = Extract<Command, { type: 'pay' }>;

/**
 * A buyer presses the button. One checkout leads to one order at most: while a charge is unanswered another
 * press changes nothing, and after success it only says so. With nothing due, the order stands at once.
 */
export function pay(state: ShopState, command: Pay, { now, ids }: DecideContext): Decision {
  const record = state.checkouts.get(command.checkoutId);
  if (record?.paid) return { refused: 'already-paid', sentence: 'This order is already paid. You were not charged again.' };
  const last = record?.lastKey ? state.charges.get(record.lastKey) : undefined;
  if (last && (last.status === 'asked' || last.status === 'waitsForBank')) return { refused: 'still-asking', sentence: 'We are asking your bank. Do not pay again.' };

  const quote = quoteFor(command.release, command, now, standingOf(state, command));
  if ('refused' in quote) return quote;
  if (command.fingerprint(quoteFingerprint(quote)) !== command.shown) {
    return { refused: 'quote-changed', sentence: 'The price has changed since this page was opened. Nothing was charged. Look at the new price and decide again.' };
  }
  const orderId = record?.orderId ?? ids.next('o');
  const opens = passesToOpen(quote, { personId: command.personId, orderId, now }, ids.next);
  if (quote.dueToday === 0) {
    return { events: successEvents(state, { orderId, checkoutId: command.checkoutId, personId: command.personId, quote, opens, paymentId: null, last4: null }, now) };
  }
  if (!command.card) return { refused: 'card-needed', sentence: 'A card is needed to pay. Nothing was charged.' };
  const attempt = (record?.attempts ?? 0) + 1;
  return {
    events: [{ type: 'charge.requested', v: 1, data: { key: `${orderId}-${attempt}`, orderId, checkoutId: command.checkoutId, attempt, personId: command.personId, quote, card: command.card, opens } }],
  };
}

/** How many of a price are taken: sold, or being paid for at this moment. */
export const standingOf = (state: ShopState, of: { priceId: string; personId?: string; startedAt: Instant }): Standing => ({
  startedAt: of.startedAt,
  sold: state.taken.get(of.priceId) ?? 0,
  soldToBuyer: of.personId === undefined ? 0 : (state.taken.get(`${of.personId}/${of.priceId}`) ?? 0),
});

function passesToOpen(quote: Quote, who: { personId: string; orderId: string; now: Instant }, next: (prefix: string) => string): Pass[] {
  return quote.lines.flatMap((line) =>
    line.productIds.map((productId) => ({
      id: next('p'), personId: who.personId, productId, cause: { kind: 'paid' as const, orderId: who.orderId, lineId: line.lineId }, from: who.now, until: accessEnds(accessOf(line.terms), who.now, quote.zone), hold: null, closed: null,
    })),
  );
}
