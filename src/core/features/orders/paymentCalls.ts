import type { ChargeKey } from '#core/ids';
import { wayOf, type WayToPay } from '#core/ways';
import { type ChargeAnswer, NotAnswered, type Ports, type RefundAnswer } from '../../engine/ports';
import type { Refund } from './fold/state';
import type { ShopState } from '../../engine/state';
import { unansweredDue } from '../agreements/fold/unansweredDue';

/** What is asked of payment services, each by the way its charge went. Every call may throw `NotAnswered`. */
export interface PaymentCalls {
  charge(key: ChargeKey): Promise<ChargeAnswer>;
  due(key: ChargeKey): Promise<ChargeAnswer>;
  void(key: ChargeKey): Promise<ChargeAnswer>;
  refund(refund: Pick<Refund, 'id' | 'paymentId' | 'amount'>): Promise<RefundAnswer>;
}

/** What the runner knows of how far what was written down has come. */
export interface CallsStanding {
  state: () => ShopState;
  /** Whether the shop was away for long, and its owner has not said yet that it may go on. */
  isHeld: () => boolean;
  /** Keys that were written down in this run and not sent yet; what is sent is struck off. */
  notYetSent: Set<string>;
}

/**
 * What was written down a moment ago is sent; anything else may have reached its service before a stop, and is looked up
 * first.
 */
export function paymentCalls(
  { payments, releases }: Pick<Ports, 'payments' | 'releases'>,
  { state, isHeld, notYetSent }: CallsStanding,
): PaymentCalls {
  /** Until the owner has said that a shop that was away may go on, what is unanswered is looked up and not sent again. */
  function waitForOwner(): void {
    if (isHeld()) throw new NotAnswered('The shop was away, and waits for its owner');
  }

  /** The way a charge was asked for by: a checkout's, or that of an agreement, whatever pays for it by now. */
  function wayAsked(key: ChargeKey): WayToPay {
    const due = state().dueCharges.get(key);
    return wayOf(state().charges.get(key)?.card ?? (due && 'card' in due ? due.card : due) ?? {});
  }

  return {
    async charge(key) {
      const charge = state().charges.get(key);
      if (!charge) throw new Error(`No such charge: ${key}`);
      const way = wayOf(charge.card);
      if (notYetSent.delete(key)) {
        const { quote } = charge;
        if (!quote) throw new Error(`Answered already: ${key}`);
        const release = releases.get(quote.release);
        return payments.charge({
          key,
          way,
          amount: charge.amount,
          currency: charge.currency,
          token: charge.card.token,
          description: quote.lines.map((l) => l.title).join(', '),
          statement: quote.statement ?? release?.content.shop.cardStatement ?? '',
        });
      }
      const found = await payments.lookUp(key, way);
      if (found === 'unknown') waitForOwner();
      // Never reached the service, and the buyer may have gone: made impossible first, then it falls away.
      return found === 'unknown' ? payments.void(key, way) : found;
    },
    // Nobody waits before the screen for a due: when the service never saw it, it is sent again under the same key.
    async due(key) {
      const due = unansweredDue(state(), key);
      if (!due) throw new Error(`No such charge, or answered already: ${key}`);
      const way = wayOf(due.card);
      if (!notYetSent.delete(key)) {
        const found = await payments.lookUp(key, way);
        if (found !== 'unknown') return found;
        waitForOwner();
      }
      return payments.charge({
        key,
        way,
        amount: due.amount,
        currency: due.currency,
        token: due.card.token,
        description: due.title,
        statement: due.statement,
      });
    },
    // Of these a promise is made that fails, and nothing thrown at once.
    async void(key) {
      waitForOwner();
      return payments.void(key, wayAsked(key));
    },
    async refund({ id, paymentId, amount }) {
      if (!notYetSent.delete(id)) waitForOwner();
      const way = wayOf(state().payments.get(paymentId) ?? {});
      return payments.refund({ key: id, way, paymentId, amount });
    },
  };
}
