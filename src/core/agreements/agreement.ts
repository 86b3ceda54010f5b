import * as z from 'zod';
import type {
  AgreementId,
  ChargeKey,
  LineId,
  OfferId,
  OrderId,
  PassId,
  PaymentId,
  PersonId,
  PriceId,
  ProductId,
} from '#core/ids';
import type { Instant } from '#core/calendar';
import type { LineCoupon, OwnedParts, QuoteBuyer } from '#core/checkout';
import type { CameFrom } from '#core/journal';
import type { CreditPart, OwedDue, Payment } from '#core/payments';
import { LedToWay } from '#core/ways';
import type { Anchor, LastingTerms } from '#core/terms';
import type { Span, Stop } from './stops';

/**
 * What is charged, as the shop knows it. Of a card: a token of the payment service, its last digits, its last month
 * ("2029-11"), and the country of its bank, which is kept as evidence of where the buyer is. Of a wallet or an account:
 * the token alone, and which of them it is.
 */
export const KeptCard = z.object({
  token: z.string().max(200),
  last4: z.string().regex(/^(\d{4})?$/),
  way: LedToWay.optional(),
  expires: z
    .string()
    .regex(/^\d{4}-\d{2}$/)
    .optional(),
  country: z
    .string()
    .regex(/^[A-Z]{2}$/)
    .optional(),
});
export type KeptCard = z.infer<typeof KeptCard>;

/** The number of a full payment and the moment it falls on. */
export interface DueMoment {
  n: number;
  at: Instant;
  /** When it is looked whether a changed rate of tax changes the amount, so that the buyer hears of it in time. */
  tellAt?: Instant | undefined;
  /** From when it is asked for, where a stop ended later than it fell due: tries and grace count from then. */
  askFrom?: Instant | undefined;
}

/** When a due is asked for: when it falls due, or when what stopped its agreement ended. */
export const askedFrom = (due: DueMoment): Instant => due.askFrom ?? due.at;

/** The time that was paid for last, and what it cost in minor units: by the card, and by credit of which parts. */
export interface PaidPeriod {
  from: Instant;
  until: Instant;
  amount: number;
  paymentId: PaymentId | null;
  credits: CreditPart[];
}

/** Parcels that come with each full payment of a subscription. */
export interface AgreementSending {
  country: string;
  /** Under what the person's record keeps the address. */
  addressKey: string;
  /** What sending them costs together, in minor units before tax, and how many they are. */
  each: { fee: number; parcels: number };
  /** What is sent. */
  productIds: ProductId[];
}

/** What an agreement begins with: frozen, whatever is sold later. */
export interface AgreementSeed {
  id: AgreementId;
  orderId: OrderId;
  lineId: LineId;
  personId: PersonId;
  offerId: OfferId;
  priceId: PriceId;
  title: string;
  priceName: string;
  productIds: ProductId[];
  currency: string;
  zone: string;
  terms: LastingTerms;
  start: Instant;
  anchor: Anchor;
  trialUntil: Instant | null;
  coupon: LineCoupon | null;
  /** Parts that its buyer had, and what is off its first full payment for them. */
  owned?: OwnedParts | undefined;
  /** Parcels that each full payment brings: where they go, and what sending them costs before tax. */
  sending?: AgreementSending | undefined;
  buyer: QuoteBuyer | null;
  card: KeptCard | null;
  statement: string;
  /** The agreement it came from by a switch. */
  from: AgreementId | null;
  /** Unused days of that one: what pays dues before the card does. */
  credits: CreditPart[];
  /** Where the charge that began it came from; every later charge carries it on. */
  came: CameFrom;
  /** The language its buyer reads; null is the shop's own. */
  language: string | null;
}

export type AgreementStatus = 'in-trial' | 'active' | 'past-due' | 'paused' | 'ending' | 'ended' | 'paid-off';
export type EndReason =
  'cancelled' | 'unpaid' | 'finished' | 'switched' | 'replaced' | 'refunded' | 'dispute-lost' | 'let-go' | 'stopped';

/** The id of the agreement that a line of an order began, where it began one. It stands in the journal, so its form never changes. */
export const agreementIdOf = (orderId: OrderId, lineId: LineId): AgreementId => `${orderId}-${lineId}`;

/** A payment plan or subscription in force for one buyer, as folded from the journal. */
export interface Agreement extends AgreementSeed {
  status: AgreementStatus;
  /** The next due that was not yet asked for; null when there is none. */
  next: DueMoment | null;
  /** Dues that fell due and are not paid, the oldest first. */
  owed: OwedDue[];
  /** Since when a due is unpaid, and what happens then. */
  pastDue: {
    since: Instant;
    tryAt: Instant | null;
    graceUntil: Instant;
    endAt: Instant | null;
    held: boolean;
    reason: string;
  } | null;
  pause: { from: Instant; until: Instant | null } | null;
  /** Why nothing is asked for at present, the oldest first. */
  stops: Stop[];
  /** Since when it is stopped, and since when by something that moves its dates. */
  span: Span | null;
  endsAt: Instant | null;
  /** Ends by itself after its last payment, so that there is nothing to take back. */
  finishes: boolean;
  ended: { why: EndReason; at: Instant } | null;
  period: PaidPeriod | null;
  /** The key of a charge without an answer: all else waits for it. */
  unanswered: ChargeKey | null;
  /** Its later payments, each with one line; what was paid on the day of buying is the order's. */
  payments: Payment[];
  /** The number of the last full payment that was paid, or came to nothing; null before the first of its own. */
  lastDue: number | null;
  /** The rate on top that its buyer was last told a sum with, in hundredths of a percent; null where that is not known. */
  told: { rate: number } | null;
  /** How many charges were ever asked for: it makes every try's key its own. */
  asked: number;
  noticeAt: Instant | null;
  passIds: PassId[];
  /** The lower level that begins with the next payment, where its owner has chosen one. */
  stepsTo?: AgreementSeed | undefined;
  /**
   * Set when an order replaces this subscription and its buyer had only typed the address. It ends at the end of what is
   * paid, unless the owner keeps it.
   */
  leaving?: { orderId: OrderId; since: Instant; remindAt: Instant | null } | undefined;
}

/** An agreement as it is folded from its beginning: nothing has happened to it yet. */
export const begunAgreement = (
  seed: AgreementSeed,
  as: Pick<Agreement, 'status' | 'next' | 'period' | 'noticeAt' | 'endsAt' | 'told'>,
): Agreement => ({
  ...seed,
  ...as,
  owed: [],
  pastDue: null,
  pause: null,
  stops: [],
  span: null,
  finishes: as.endsAt !== null,
  ended: null,
  unanswered: null,
  payments: [],
  lastDue: null,
  asked: 0,
  passIds: [],
});

/** Whether payments still come of it, or may come again. */
export const isRunning = (a: Pick<Agreement, 'status'>): boolean => a.status !== 'ended' && a.status !== 'paid-off';

/** The number of the last full payment that was paid; 0 while a trial runs. */
export const lastPaid = (a: Pick<Agreement, 'lastDue' | 'terms' | 'from'>): number =>
  a.lastDue ?? (a.terms.trial || a.from !== null ? 0 : 1);
