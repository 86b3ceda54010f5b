import type { KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { Quote, QuoteLine } from '#core/checkout';
import type {
  AgreementId,
  ChargeKey,
  CheckoutId,
  CreditId,
  DisputeId,
  LineId,
  OfferId,
  OrderId,
  PassId,
  PaymentId,
  PersonId,
  PriceId,
  RefundId,
  StepId,
} from '#core/ids';
import type { CameFrom } from '#core/journal';
import type { PassSeed } from '#core/passes';
import type { Payment } from '#core/payments';
import type { ShopState } from '../../../engine/state';

export type ChargeStatus = 'asked' | 'waits-for-bank' | 'paid' | 'refused' | 'fell-away';

/** One try to take money, from the moment it is written down until it is answered. */
export interface Charge {
  key: string;
  orderId: OrderId;
  checkoutId: CheckoutId;
  attempt: number;
  personId: PersonId;
  /** What was asked for, in minor units of `currency`. */
  amount: number;
  currency: string;
  /** Until it is answered; afterwards the order holds what was bought. */
  quote: Quote | null;
  card: KeptCard;
  opens: readonly PassSeed[];
  came: CameFrom;
  language: string | null;
  askedAt: Instant;
  status: ChargeStatus;
  reason: string | null;
  confirmAt: string | null;
  confirmUntil: Instant | null;
  paymentId: PaymentId | null;
  /** The offer after payment that it is for; null for the checkout itself. */
  step: StepId | null;
  recipientId: PersonId | null;
  signedIn: boolean;
}

/** An offer after payment as a path makes it: one price, at one step. */
export interface OfferAfterPayment {
  step: StepId;
  offerId: OfferId;
  priceId: PriceId;
}

/** An offer after payment as this order met it. */
export interface OfferMet {
  attempts: number;
  /** The charge last asked for; null where nothing had to be asked. */
  lastKey: ChargeKey | null;
  /** Null while it is open, or waits for the bank. */
  answer: 'yes' | 'no' | null;
  /** The lines that it added. */
  lineIds: readonly LineId[];
}

/** What an answer added. */
export type AnsweredOffer = Pick<OfferMet, 'answer' | 'lineIds'>;

export interface Order {
  id: OrderId;
  number: number;
  checkoutId: CheckoutId;
  personId: PersonId;
  at: Instant;
  release: number;
  currency: string;
  zone: string;
  came: CameFrom;
  /** The language the buyer read; null is the shop's own. */
  language: string | null;
  /** Where the buyer said they are, for the tax. */
  buyer?: { country: string; reverse: boolean } | undefined;
  lines: QuoteLine[];
  /** Every payment of it, in order: what was bought, and what its agreements paid later. */
  payments: Payment[];
  /** The card of its checkout, for what is offered after it; null where none was needed. */
  card: KeptCard | null;
  /** Who gets what was bought, where that is not the payer. */
  recipientId: PersonId | null;
  /** Offers after payment that were met, by step. */
  offers: Record<StepId, OfferMet>;
  /** What the card statement reads; older orders took the shop's. */
  statement: string | undefined;
  passIds: PassId[];
  refundIds: RefundId[];
}

export interface Refund {
  id: RefundId;
  orderId: OrderId;
  paymentId: PaymentId;
  amount: number;
  currency: string;
  shares: readonly { lineId: LineId; amount: number; tax: number; units?: number | undefined }[];
  closes: readonly string[];
  reason: string;
  at: Instant;
  /** The agreement whose payment goes back, and whether it ends then. */
  agreementId?: AgreementId | undefined;
  ends?: boolean | undefined;
  /** Money of a credit that was left over: its credit note was given already. */
  ofCredit?: CreditId | undefined;
  status: 'asked' | 'paid' | 'refused';
  creditNote: string | null;
  refusal: string | null;
}

export interface Dispute {
  id: DisputeId;
  orderId: OrderId;
  amount: number;
  at: Instant;
  answerBy: Instant;
  status: 'open' | 'won' | 'lost';
  agreementId?: AgreementId | undefined;
  paymentId: PaymentId;
}

/** One checkout of one visit: at most one order comes of it. */
export interface CheckoutRecord {
  orderId: OrderId;
  attempts: number;
  /** The charge last asked for; null for an order with nothing to pay. */
  lastKey: string | null;
  paid: boolean;
}

declare module '../../../engine/state' {
  interface ShopState {
    checkouts: Map<CheckoutId, CheckoutRecord>;
    charges: Map<ChargeKey, Charge>;
    orders: Map<OrderId, Order>;
    ordersOfPerson: Map<PersonId, OrderId[]>;
    /** Every payment that a card made, by the payment service's name for it. */
    payments: Map<PaymentId, Payment>;
    /** How many of a price are sold or being paid for, by price id and by person and price (`pairOf`). Refunds give nothing back. */
    taken: Map<string, number>;
    /** The currency an offer was first sold in; it stays. */
    soldIn: Map<OfferId, string>;
    refunds: Map<RefundId, Refund>;
    disputes: Map<DisputeId, Dispute>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<
  ShopState,
  'checkouts' | 'charges' | 'orders' | 'ordersOfPerson' | 'payments' | 'taken' | 'soldIn' | 'refunds' | 'disputes'
> => ({
  checkouts: new Map(),
  charges: new Map(),
  orders: new Map(),
  ordersOfPerson: new Map(),
  payments: new Map(),
  taken: new Map(),
  soldIn: new Map(),
  refunds: new Map(),
  disputes: new Map(),
});
