import type { KeptCard } from '#core/agreements';
import type { WayToPay } from '#core/ways';
import type { Stretch } from '#core/booking';
import type { Instant } from '#core/calendar';
import type { LineChoice, QuoteChoice } from '#core/checkout';
import type { CameFrom, ShopEvent } from '#core/journal';
import type { Refusal } from '#core/refusal';
import type { Release } from '#core/release';
import type {
  AgreementId,
  ChargeKey,
  ClassDateId,
  CheckoutId,
  DisputeId,
  FileId,
  LessonId,
  LineId,
  OfferId,
  OrderId,
  PassId,
  PaymentId,
  PersonId,
  PriceId,
  ProductId,
  RefundId,
  SessionId,
  StepId,
} from '#core/ids';
import type { ServiceFee } from '#core/payments';
import type { ChargeAnswer, IdsPort, RefundAnswer } from './ports';
import type { AgreementMoment } from './dueIndex';
import type { History } from './history';
import type { Grounds } from '../features/access/rights';
import type { OfferAfterPayment } from './state';

/** What goes back of a line in minor units, and how many of several units that is. */
export interface RefundShare {
  lineId: LineId;
  amount: number;
  units?: number | undefined;
}

/** What whoever has a seat may choose once its date is moved or called off. */
export interface DateOffers {
  otherDate: boolean;
  money: boolean;
}

/** What is known of whoever answers an offer after payment. */
export interface AnswererSays {
  /** Whether the order's payer is signed in; the visit that paid proves no more than the address that was typed. */
  signedIn?: boolean | undefined;
  /** Where it is sent, where the order does not say. */
  sendTo?: LineChoice['sendTo'];
}

/** Everything that can be asked of the shop. */
export type Command =
  | { type: 'publish'; release: Release; hasFile: (sha256: string) => boolean; ready?: readonly WayToPay[] }
  | { type: 'change-person'; personId: PersonId; rev: number }
  /** Two records of one human being: everything of the first is the second's from then on. */
  | { type: 'join-people'; personId: PersonId; intoId: PersonId }
  | ({
      type: 'pay';
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
    } & QuoteChoice)
  | ({
      type: 'accept-offer';
      orderId: OrderId;
      offer: OfferAfterPayment;
      /** The release of the order's checkout. */
      release: Release;
      shown: string;
      fingerprint: (text: string) => string;
      /** Another card than that of the checkout. */
      card: KeptCard | null;
      came?: CameFrom;
    } & AnswererSays)
  /** No to an offer after payment; a charge for it that waits for the bank is made impossible. */
  | { type: 'decline-offer'; orderId: OrderId; step: StepId }
  /**
   * Somebody who is signed in asks for what they can have only once; what others claimed with their address and has not
   * paid for is made impossible.
   */
  | { type: 'void-claims'; personId: PersonId; checkoutId: CheckoutId; lines: readonly LineChoice[] }
  /** The buyer would rather begin again than confirm with the bank. */
  | { type: 'give-up-charge'; key: ChargeKey }
  | { type: 'answer-charge'; key: string; answer: ChargeAnswer }
  | { type: 'expire-charge'; key: string; dueAt: Instant }
  | { type: 'expire-pass'; passId: PassId; dueAt: Instant }
  | { type: 'refund'; orderId: OrderId; shares: readonly RefundShare[]; reason: string }
  | { type: 'answer-refund'; refundId: RefundId; answer: RefundAnswer }
  | {
      type: 'open-dispute';
      disputeId: DisputeId;
      paymentId: PaymentId;
      amount: number;
      answerBy: Instant;
      fee?: ServiceFee | undefined;
    }
  | { type: 'close-dispute'; disputeId: DisputeId; won: boolean; fee?: ServiceFee | undefined }
  /** By hand: all of them, or none. */
  | {
      type: 'give-passes';
      gifts: readonly { personId: PersonId; productId: ProductId; until: Instant | null }[];
      reason: string;
      /** Whether each of them is told by a letter that lets them in. */
      mail?: boolean;
    }
  | { type: 'move-pass'; passId: PassId; until: Instant }
  | { type: 'withdraw-pass'; passId: PassId }
  | { type: 'mark-lesson'; personId: PersonId; productId: ProductId; lessonId: LessonId }
  | {
      type: 'pass-quiz';
      personId: PersonId;
      productId: ProductId;
      lessonId: LessonId;
      right: number;
      of: number;
    }
  | {
      type: 'book-session';
      personId: PersonId;
      productId: ProductId;
      at: Instant;
      /** When the seller has something else to do. */
      busy: readonly Stretch[];
      by: 'member' | 'seller';
      /** The member's, as their browser says it; null where the seller acts. */
      zone: string | null;
    }
  | {
      type: 'move-session';
      sessionId: SessionId;
      /** Whose it must be; null where the seller acts. */
      personId: PersonId | null;
      at: Instant;
      busy: readonly Stretch[];
      by: 'member' | 'seller';
      /** The member's, as their browser says it; null where the seller acts. */
      zone: string | null;
    }
  | {
      type: 'call-off-session';
      sessionId: SessionId;
      personId: PersonId | null;
      by: 'member' | 'seller';
      /** Whether it takes one of those given, where the seller says so. */
      counts: boolean;
      /** The member was told that it is too late to have it back. */
      seenLate: boolean;
    }
  | { type: 'mark-session'; sessionId: SessionId; as: 'held' | 'missed'; counts: boolean }
  | { type: 'give-sessions'; passId: PassId; count: number; reason: string }
  | { type: 'remind-session'; sessionId: SessionId; dueAt: Instant }
  | { type: 'take-seat'; personId: PersonId; productId: ProductId; dateId: ClassDateId; zone: string | null }
  | { type: 'change-seat'; sessionId: SessionId; personId: PersonId; dateId: ClassDateId; zone: string | null }
  /** What was offered when a date was moved or called off. */
  | { type: 'take-money-back'; sessionId: SessionId; personId: PersonId; reason: string }
  | { type: 'move-date'; productId: ProductId; dateId: ClassDateId; from: Instant; offers: DateOffers }
  | { type: 'call-off-date'; productId: ProductId; dateId: ClassDateId; offers: DateOffers }
  | { type: 'finish-task'; passId: PassId; carrier: string; number: string; note: string }
  | { type: 'reopen-task'; passId: PassId }
  | { type: 'fetch-file'; passId: PassId; fileId: FileId }
  | { type: 'agreement-moment'; moment: AgreementMoment; agreementId: AgreementId; dueAt: Instant }
  | { type: 'retry-due'; agreementId: AgreementId }
  | { type: 'change-card'; agreementId: AgreementId; card: KeptCard }
  | { type: 'pay-rest'; agreementId: AgreementId }
  | {
      type: 'move-buyer';
      agreementId: AgreementId;
      country: string;
      vatNumber: string;
      /** Under what the person's record keeps the number. */ numberKey: string;
    }
  | { type: 'pause'; agreementId: AgreementId; until: string | null; by: 'buyer' | 'seller' }
  | { type: 'return'; agreementId: AgreementId; on: string | null }
  | { type: 'move-due-day'; agreementId: AgreementId; day: { of: 'month' | 'week'; day: number } }
  | { type: 'cancel'; agreementId: AgreementId; when: 'end' | 'now'; giveBack: boolean; by: 'buyer' | 'seller' }
  | { type: 'keep'; agreementId: AgreementId }
  | { type: 'confirm-leaving'; agreementId: AgreementId }
  | { type: 'stop-plan'; agreementId: AgreementId; keepAccess: boolean }
  | {
      type: 'switch';
      agreementId: AgreementId;
      offerId: OfferId;
      priceId: PriceId;
      /** The seller has seen that it is not on sale. */
      offSale?: boolean;
      /** Where what it sends by post goes, where that is not known yet. */
      sendTo?: LineChoice['sendTo'];
    }
  /** Down a level at the end of what is paid; null takes it back. */
  | { type: 'step-down'; agreementId: AgreementId; to: { offerId: OfferId; priceId: PriceId } | null }
  | { type: 'refund-agreement'; agreementId: AgreementId; amount: number | null; ends: boolean; reason: string }
  | { type: 'confirm-gap'; from: Instant; to: Instant }
  | { type: 'mark-done'; key: string }
  | { type: 'move-clock'; to: Instant }
  | { type: 'resume'; why: string };

/** What came of a command: what was recorded and when, or why it was refused. */
export type Executed = { events: readonly ShopEvent[]; at: Instant } | Refusal;

export interface DecideContext {
  now: Instant;
  /** The live release, for what a pass opens and what is on sale. */
  release: Release | undefined;
  ids: IdsPort;
  /** How a product came to be what it is today. */
  history: (productId: ProductId) => History;
}

export type Decision = { events: ShopEvent[] } | Refusal;

/** What a decision about who may open what looks at; nothing where no release is live. */
export const groundsOf = ({ now, release, history }: DecideContext): Grounds => ({
  now,
  zone: release?.content.shop.zone ?? 'UTC',
  products: release?.content.products ?? [],
  history,
});
