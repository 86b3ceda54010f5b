import type { Instant } from '#core/calendar';
import type { KeptCard } from '#core/agreements';
import { type CameFrom, fact, type ShopEvent } from '#core/journal';
import type { Release } from '#core/release';
import {
  agreementMoment,
  answerDue,
  cancel,
  changeCard,
  comeBack,
  confirmGap,
  keepOn,
  moveBuyer,
  moveDueDay,
  pause,
  payRest,
  refundAgreement,
  retryDue,
  stopPlan,
  switchTo,
} from './agreements';
import { answerCharge } from './commands/answerCharge';
import { closeDispute, openDispute } from './commands/dispute';
import { expireCharge, expirePass } from './commands/expire';
import { fetchFile } from './commands/fetchFile';
import { pay } from './commands/pay';
import { publish } from './commands/publish';
import { answerRefund, refund } from './commands/refund';
import type { IdsPort, ChargeAnswer, RefundAnswer } from './ports';
import type { AgreementMoment, ShopState } from './state';

/** Everything that can be asked of the shop. */
export type Command =
  | { type: 'publish'; release: Release; hasFile: (sha256: string) => boolean }
  | { type: 'change-person'; personId: string; rev: number }
  | {
      type: 'pay';
      checkoutId: string;
      personId: string;
      offerId: string;
      priceId: string;
      release: Release;
      startedAt: Instant;
      shown: string;
      fingerprint: (text: string) => string;
      card: KeptCard | null;
      coupon?: string | undefined;
      country?: string | undefined;
      vatNumber?: string | undefined;
      soldAtStart?: number;
      signedIn?: boolean;
      /** Where the visit came from; nowhere that is known by default. */
      came?: CameFrom;
      /** The language the buyer reads; null is the shop's own. */
      language?: string | null;
    }
  | { type: 'answer-charge'; key: string; answer: ChargeAnswer }
  | { type: 'expire-charge'; key: string; dueAt: Instant }
  | { type: 'expire-pass'; passId: string; dueAt: Instant }
  | { type: 'refund'; orderId: string; shares: readonly { lineId: string; amount: number }[]; reason: string }
  | { type: 'answer-refund'; refundId: string; answer: RefundAnswer }
  | { type: 'open-dispute'; disputeId: string; paymentId: string; amount: number; answerBy: Instant }
  | { type: 'close-dispute'; disputeId: string; won: boolean }
  | { type: 'fetch-file'; passId: string; fileId: string }
  | { type: 'agreement-moment'; moment: AgreementMoment; agreementId: string; dueAt: Instant }
  | { type: 'retry-due'; agreementId: string }
  | { type: 'change-card'; agreementId: string; card: KeptCard }
  | { type: 'pay-rest'; agreementId: string }
  | {
      type: 'move-buyer';
      agreementId: string;
      country: string;
      vatNumber: string;
      /** Under what the person's record keeps the number. */ numberKey: string;
    }
  | { type: 'pause'; agreementId: string; until: string | null; by: 'buyer' | 'seller' }
  | { type: 'return'; agreementId: string; on: string | null }
  | { type: 'move-due-day'; agreementId: string; day: { of: 'month' | 'week'; day: number } }
  | { type: 'cancel'; agreementId: string; when: 'end' | 'now'; giveBack: boolean; by: 'buyer' | 'seller' }
  | { type: 'keep'; agreementId: string }
  | { type: 'stop-plan'; agreementId: string; keepAccess: boolean }
  | { type: 'switch'; agreementId: string; offerId: string; priceId: string }
  | { type: 'refund-agreement'; agreementId: string; amount: number | null; ends: boolean; reason: string }
  | { type: 'confirm-gap'; from: Instant; to: Instant }
  | { type: 'mark-done'; key: string }
  | { type: 'move-clock'; to: Instant }
  | { type: 'resume'; why: string };

export interface DecideContext {
  now: Instant;
  /** The live release, for what a pass opens and what is on sale. */
  release: Release | undefined;
  ids: IdsPort;
}

export type RefusalCode =
  | 'coupon'
  | 'vat-number'
  | 'not-on-sale'
  | 'no-such-price'
  | 'sold-out'
  | 'buyer-limit'
  | 'quote-changed'
  | 'card-needed'
  | 'already-paid'
  | 'still-asking'
  | 'already-runs'
  | 'no-such-agreement'
  | 'not-now'
  | 'no-such-order'
  | 'no-such-pass'
  | 'pass-not-open'
  | 'no-such-file'
  | 'used-up'
  | 'too-much'
  | 'nothing-to-refund'
  | 'refund-running'
  | 'disputed'
  | 'no-such-payment'
  | 'another-live'
  | 'cannot-launch'
  | 'would-strand'
  | 'currency-locked'
  | 'storage'
  | 'nothing-to-do';
export interface Refusal {
  refused: RefusalCode;
  sentence: string;
}
export type Decision = { events: ShopEvent[] } | Refusal;

/**
 * What follows from a command, as facts, or why it is refused. It does all the computing and changes nothing;
 * what follows inside the shop is in the same list, so that it is recorded whole or not at all.
 */
export function decide(state: ShopState, command: Command, context: DecideContext): Decision {
  switch (command.type) {
    case 'publish':
      return publish(state, command, context);
    case 'change-person':
      return { events: [fact('person.changed', { personId: command.personId, rev: command.rev })] };
    case 'pay':
      return pay(state, command, context);
    case 'answer-charge':
      return state.dueCharges.has(command.key)
        ? answerDue(state, command, context)
        : answerCharge(state, command, context);
    case 'expire-charge':
      return expireCharge(state, command);
    case 'expire-pass':
      return expirePass(state, command);
    case 'refund':
      return refund(state, command, context);
    case 'answer-refund':
      return answerRefund(state, command, context);
    case 'open-dispute':
      return openDispute(state, command);
    case 'agreement-moment':
      return agreementMoment(state, command, context);
    case 'retry-due':
      return retryDue(state, command, context);
    case 'change-card':
      return changeCard(state, command, context);
    case 'move-buyer':
      return moveBuyer(state, command, context);
    case 'pay-rest':
      return payRest(state, command, context);
    case 'pause':
      return pause(state, command, context);
    case 'return':
      return comeBack(state, command, context);
    case 'move-due-day':
      return moveDueDay(state, command, context);
    case 'cancel':
      return cancel(state, command, context);
    case 'keep':
      return keepOn(state, command, context);
    case 'stop-plan':
      return stopPlan(state, command, context);
    case 'switch':
      return switchTo(state, command, context);
    case 'refund-agreement':
      return refundAgreement(state, command, context);
    case 'confirm-gap':
      return confirmGap(state, command, context);
    case 'close-dispute':
      return closeDispute(state, command, context);
    case 'fetch-file':
      return fetchFile(state, command, context);
    case 'mark-done':
      return state.todo.has(command.key) ? { events: [fact('done', { key: command.key })] } : nothing;
    case 'move-clock':
      return { events: [fact('clock.moved', { to: command.to })] };
    case 'resume':
      return { events: [fact('journal.resumed', { why: command.why })] };
  }
}

const nothing: Refusal = { refused: 'nothing-to-do', sentence: 'Nothing is left to do here.' };
