import type { KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { LineChoice, QuoteChoice } from '#core/checkout';
import type {
  ChargeKey,
  CheckoutId,
  DisputeId,
  LineId,
  OrderId,
  PaymentId,
  PersonId,
  PriceId,
  RefundId,
  StepId,
} from '#core/ids';
import type { CameFrom } from '#core/journal';
import type { ServiceFee } from '#core/payments';
import type { Release } from '#core/release';
import type { ChargeAnswer, RefundAnswer } from '../../engine/ports';
import type { OfferAfterPayment } from './fold/state';

/** What goes back of a line in minor units, and how many of several units that is. */
export interface RefundShare {
  lineId: LineId;
  amount: number;
  units?: number | undefined;
}

/** What is known of whoever answers an offer after payment. */
export interface AnswererSays {
  /** Whether the order's payer is signed in; the visit that paid proves no more than the address that was typed. */
  signedIn?: boolean | undefined;
  /** Where it is sent, where the order does not say. */
  sendTo?: LineChoice['sendTo'];
}

declare module '../../engine/command' {
  interface CommandsByType {
    pay: {
      checkoutId: CheckoutId;
      personId: PersonId;
      release: Release;
      startedAt: Instant;
      shown: string;
      fingerprint: (text: string) => string;
      card: KeptCard | null;
      soldAtStart?: Readonly<Record<PriceId, number>> | undefined;
      signedIn?: boolean;
      /** Who gets it, where that is not the payer. */
      recipientId?: PersonId;
      /** Where the visit came from; nowhere that is known by default. */
      came?: CameFrom;
      /** The language the buyer reads; null is the shop's own. */
      language?: string | null;
    } & QuoteChoice;
    'accept-offer': {
      orderId: OrderId;
      offer: OfferAfterPayment;
      /** The release of the order's checkout. */
      release: Release;
      shown: string;
      fingerprint: (text: string) => string;
      /** Another card than that of the checkout. */
      card: KeptCard | null;
      came?: CameFrom;
    } & AnswererSays;
    /** No to an offer after payment; a charge for it that waits for the bank is made impossible. */
    'decline-offer': { orderId: OrderId; step: StepId };
    /**
     * Somebody who is signed in asks for what they can have only once; what others claimed with their address and has not
     * paid for is made impossible.
     */
    'void-claims': { personId: PersonId; checkoutId: CheckoutId; lines: readonly LineChoice[] };
    /** The buyer would rather begin again than confirm with the bank. */
    'give-up-charge': { key: ChargeKey };
    'answer-charge': { key: string; answer: ChargeAnswer };
    'expire-charge': { key: string; dueAt: Instant };
    refund: { orderId: OrderId; shares: readonly RefundShare[]; reason: string };
    'answer-refund': { refundId: RefundId; answer: RefundAnswer };
    'open-dispute': {
      disputeId: DisputeId;
      paymentId: PaymentId;
      amount: number;
      answerBy: Instant;
      fee?: ServiceFee | undefined;
    };
    'close-dispute': { disputeId: DisputeId; won: boolean; fee?: ServiceFee | undefined };
  }
}
