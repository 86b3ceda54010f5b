import type {
  AgreementId,
  ChargeKey,
  ClassDateId,
  CheckoutId,
  CreditId,
  DisputeId,
  LessonId,
  LineId,
  OfferId,
  OrderId,
  PassId,
  PaymentId,
  PersonId,
  PriceId,
  RefundId,
  SessionId,
  StepId,
} from '#core/ids';
import type { Agreement, AgreementSeed, KeptCard } from '#core/agreements';
import type { OwedDue, Payment } from '#core/payments';
import type { LedgerEntry, Session } from '#core/booking';
import type { Instant } from '#core/calendar';
import type { Quote, QuoteLine } from '#core/checkout';
import { DueIndex } from './dueIndex';
import type { CameFrom } from '#core/journal';
import type { MovedDate } from '../features/classes/fold/movedDate';
import type { Task } from '../features/fulfilment/fold/task';
import { PendingEffects } from './pendingEffects';
import type { FileUse, Pass, PassSeed } from '#core/passes';

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

/** One try to take an agreement's dues, from the moment it is written down. */
export interface DueCharge {
  key: string;
  agreementId: AgreementId;
  why: 'due' | 'again' | 'asked' | 'rest' | 'switch';
  planned: Instant;
  dues: readonly OwedDue[];
  amount: number;
  tax: number;
  credit: number;
  currency: string;
  card: Pick<KeptCard, 'token' | 'last4' | 'way'>;
  title: string;
  statement: string;
  to?: AgreementSeed | undefined;
  status: 'asked';
}

/** What is kept of it once it is answered: so much that a late answer is known, and can be spoken of. */
export type AnsweredDue = Pick<DueCharge, 'key' | 'agreementId' | 'amount' | 'currency' | 'title'> & {
  /** The way it was asked by; left out for a card. */
  way?: KeptCard['way'];
  status: 'paid' | 'refused';
};

/** Unused days of one agreement that pay for something else. */
export interface Credit {
  id: CreditId;
  orderId: OrderId;
  lineId: LineId;
  agreementId: AgreementId;
  paymentId: PaymentId;
  amount: number;
  tax: number;
  currency: string;
  creditNote: string;
  at: Instant;
}

/** One checkout of one visit: at most one order comes of it. */
export interface CheckoutRecord {
  orderId: OrderId;
  attempts: number;
  /** The charge last asked for; null for an order with nothing to pay. */
  lastKey: string | null;
  paid: boolean;
}

/** How far somebody has come with one product. */
export interface Progress {
  /** Lessons done, and when. */
  done: Map<LessonId, Instant>;
  /** Quizzes passed, and with how many right. */
  passed: Map<LessonId, { at: Instant; right: number; of: number }>;
  /** Once all that counted was done: it stays, whatever is added later. */
  finished: { at: Instant; title: string; number: number } | null;
}

/** Everything the shop knows, folded from the journal. It is changed in place: folding a million events must not copy maps. */
export interface ShopState {
  seq: number;
  at: Instant;
  release: number | null;
  /** Every release that was or is live, in order. */
  releases: { number: number; since: Instant }[];
  people: Map<PersonId, number>;
  /** Whoever was made one with somebody else, and who that is by now. */
  joined: Map<PersonId, PersonId>;
  checkouts: Map<CheckoutId, CheckoutRecord>;
  charges: Map<ChargeKey, Charge>;
  orders: Map<OrderId, Order>;
  ordersOfPerson: Map<PersonId, OrderId[]>;
  /** Every payment that a card made, by the payment service's name for it. */
  payments: Map<PaymentId, Payment>;
  passes: Map<PassId, Pass>;
  passesOfPerson: Map<PersonId, PassId[]>;
  /** How many of a price are sold or being paid for, by price id and by person and price (`pairOf`). Refunds give nothing back. */
  taken: Map<string, number>;
  /** The currency an offer was first sold in; it stays. */
  soldIn: Map<OfferId, string>;
  /** By pass and file (`pairOf`). */
  fileUses: Map<string, FileUse>;
  /** By person and product (`pairOf`). */
  progress: Map<string, Progress>;
  sessions: Map<SessionId, Session>;
  sessionsOfPass: Map<PassId, SessionId[]>;
  /** Dates of classes that were moved or called off. */
  classDates: Map<ClassDateId, MovedDate>;
  /** Refunds by which the money of a seat was asked back. */
  moneyForSeats: Map<RefundId, SessionId>;
  /** How many seats at each date somebody has. */
  seatsTaken: Map<ClassDateId, number>;
  /** What passes wait for, done or not, in the order in which they were opened. */
  tasks: Map<PassId, Task>;
  /** What each pass was given, and what lapsed or went back. */
  sessionEntries: Map<PassId, LedgerEntry[]>;
  refunds: Map<RefundId, Refund>;
  disputes: Map<DisputeId, Dispute>;
  agreements: Map<AgreementId, Agreement>;
  agreementsOfPerson: Map<PersonId, AgreementId[]>;
  /** Charges of agreements by key: kept, so that a late answer is known. */
  dueCharges: Map<ChargeKey, DueCharge | AnsweredDue>;
  credits: Map<CreditId, Credit>;
  /** Who had a trial or a cheaper beginning of which offer, as `pairOf(personId, offerId)`. */
  begun: Set<string>;
  pending: PendingEffects;
  /** The next moment of each thing that time does something to. */
  due: DueIndex;
  counts: { orders: number; receipts: number; creditNotes: number; certificates: number };
  attention: { id: string; orderId: OrderId; text: string; at: Instant }[];
}

/** The state before anything happened. */
export function newShopState(): ShopState {
  return {
    seq: 0,
    at: '1970-01-01T00:00:00.000Z',
    release: null,
    releases: [],
    people: new Map(),
    joined: new Map(),
    checkouts: new Map(),
    charges: new Map(),
    orders: new Map(),
    ordersOfPerson: new Map(),
    payments: new Map(),
    passes: new Map(),
    passesOfPerson: new Map(),
    taken: new Map(),
    soldIn: new Map(),
    fileUses: new Map(),
    progress: new Map(),
    sessions: new Map(),
    sessionsOfPass: new Map(),
    tasks: new Map(),
    classDates: new Map(),
    seatsTaken: new Map(),
    moneyForSeats: new Map(),
    sessionEntries: new Map(),
    refunds: new Map(),
    disputes: new Map(),
    agreements: new Map(),
    agreementsOfPerson: new Map(),
    dueCharges: new Map(),
    credits: new Map(),
    begun: new Set(),
    pending: new PendingEffects(),
    due: new DueIndex(),
    counts: { orders: 0, receipts: 0, creditNotes: 0, certificates: 0 },
    attention: [],
  };
}
