import type {
  DisputeId,
  AgreementId,
  ChargeKey,
  LineId,
  OrderId,
  PassId,
  PaymentId,
  PersonId,
  RefundId,
  StepId,
} from '#core/ids';
import type { Instant } from '#core/calendar';
import type { Quote, QuoteLine } from '#core/checkout';
import type { CameFrom } from '#core/journal';
import type { Pass } from '#core/passes';
import type { Payment } from '#core/payments';
import type { LedToWay } from '#core/ways';
import type { AnsweredOffer, OrderStatus } from '#core/shop';

/** One order as the studio lists it. Amounts in minor units of `currency`. */
export interface OrderRow {
  id: OrderId;
  number: number;
  at: Instant;
  personId: PersonId;
  /** The path it was bought on, the step of its checkout, and the entrance it came through. */
  came: Pick<CameFrom, 'path' | 'step' | 'entrance'>;
  title: string;
  currency: string;
  zone: string;
  lines: QuoteLine[];
  /** What was bought, folded by the shop's own code: at the checkout, and by offers after it. */
  payments: Payment[];
  /** How offers after payment were answered, by step; what was tried and not answered is no matter of a list. */
  offers: Record<StepId, AnsweredOffer & { at?: Instant }>;
  /** What the card statement reads. */
  statement: string | undefined;
  /** Over what was bought, in minor units. */
  paid: number;
  back: number;
  /** What its agreements paid later, what went back of that, and who disputes it. */
  later: { paid: number; back: number; openDisputes: DisputeId[] };
  /** Over all its payments. */
  status: OrderStatus;
  /** Until when the bank waits for an answer to the oldest open dispute of what was bought. */
  answerBy: Instant | null;
  passIds: PassId[];
  refundIds: RefundId[];
}
export interface PassRow extends Pass {
  /** How often each file was fetched, by file id. */
  fetched: Record<string, number>;
}
export interface ChargeRow {
  id: ChargeKey;
  at: Instant;
  personId: PersonId;
  title: string;
  amount: number;
  currency: string;
  status: 'asked' | 'waits-for-bank' | 'paid' | 'refused' | 'fell-away';
  reason: string | null;
  /** Left out for a card. */
  way?: LedToWay | undefined;
  /** What was asked for, until the order holds it. */
  quote: AskedQuote | null;
}
export type AskedQuote = Pick<Quote, 'lines' | 'dueToday' | 'currency' | 'zone' | 'buyer' | 'statement'>;

export interface RefundRow {
  id: RefundId;
  orderId: OrderId;
  at: Instant;
  amount: number;
  currency: string;
  shares: readonly { lineId: LineId; amount: number; tax: number; units?: number | undefined }[];
  reason: string;
  status: 'asked' | 'paid' | 'refused';
  creditNote: string | null;
  refusal: string | null;
  paymentId: PaymentId;
  agreementId: AgreementId | null;
  /** Who of the studio gave it back; null where nobody said, absent in rows copied before that was noted. */
  by?: string | null;
  /** Rest of a credit: its credit note was given when the credit was. */
  ofCredit: string | null;
}

/** Whether a bank disputes what was bought; what its agreements paid later stands with them. */
export const isBoughtDisputed = ({ payments }: Pick<OrderRow, 'payments'>): boolean =>
  payments.some((payment) => payment.openDisputes.length > 0);

/** The numbers of its receipts; none where nothing was paid. */
export const papersOf = ({ payments }: Pick<OrderRow, 'payments'>): string[] =>
  payments.flatMap(({ receipt }) => receipt ?? []);
