import { fact, NOWHERE } from '#core/journal';
import { isSent, quoteFingerprint, quoteFor } from '#core/checkout';
import { canBeKept, wayOf } from '#core/ways';
import { isLasting } from '#core/terms';
import { refuse } from '#core/refusal';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { successEvents } from './success';
import type { ShopState } from '../../engine/state';
import { keyOf } from '../../engine/ids';
import { passesToOpen } from '../access/passesToOpen';
import { runningAlready, standingOf } from './standing';
import { reservedBy } from './fold/taken';

type Pay = Extract<Command, { type: 'pay' }>;

/**
 * A buyer presses the button. One checkout leads to one order at most: while a charge is unanswered another
 * press changes nothing, and after success it only says so. With nothing due, the order stands at once.
 */
export function pay(state: ShopState, command: Pay, context: DecideContext): Decision {
  const { now, ids } = context;
  const record = state.checkouts.get(command.checkoutId);
  if (record?.paid) return refuse('already-paid');
  const last = record?.lastKey ? state.charges.get(record.lastKey) : undefined;
  if (last && (last.status === 'asked' || last.status === 'waits-for-bank'))
    return refuse('still-asking', { at: 'checkout' });

  const runs = runningAlready(state, command.personId, command.release, [command, ...(command.extras ?? [])]);
  if (runs) return runs;
  const quote = quoteFor(command.release, command, now, standingOf(state, command, context));
  if ('refused' in quote) return quote;
  if (quote.lines.some((line) => !line.sending && isSent(command.release, line.productIds)))
    return refuse('address-needed');
  if (command.fingerprint(quoteFingerprint(quote)) !== command.shown) {
    return refuse('quote-changed');
  }
  // A gift is paid once: a subscription would go on charging one person for what another has.
  if (command.recipientId !== undefined && quote.lines.some((line) => isLasting(line.terms)))
    return refuse('gift-not-once');
  const orderId = record?.orderId ?? ids.next('o');
  const opens = passesToOpen(
    quote,
    command.release.content.products,
    { personId: command.recipientId ?? command.personId, orderId, now },
    ids.next,
  );
  // With nothing due today and something later the card is verified for nothing, and kept.
  const later = quote.lines.some((line) => isLasting(line.terms));
  if (quote.dueToday === 0 && !later) {
    return {
      events: successEvents(
        state,
        {
          orderId,
          checkoutId: command.checkoutId,
          personId: command.personId,
          quote,
          opens,
          chargeKey: null,
          paymentId: null,
          card: null,
          came: command.came ?? NOWHERE,
          language: command.language ?? null,
          recipientId: command.recipientId ?? null,
        },
        context,
      ),
    };
  }
  if (!command.card) return refuse('card-needed', { later: later && quote.dueToday === 0 });
  if (later && !canBeKept(wayOf(command.card))) return refuse('way-not-kept');
  const attempt = (record?.attempts ?? 0) + 1;
  const key = keyOf(orderId, attempt);
  return {
    events: [
      fact('charge.requested', {
        key,
        orderId,
        checkoutId: command.checkoutId,
        attempt,
        personId: command.personId,
        quote,
        card: command.card,
        opens,
        came: command.came ?? NOWHERE,
        language: command.language ?? null,
        step: null,
        recipientId: command.recipientId ?? null,
        signedIn: command.signedIn ?? false,
      }),
      ...reservedBy(quote, key),
    ],
  };
}
