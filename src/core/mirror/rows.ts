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
} from '#core/ids';
import type { Instant } from '#core/calendar';
import type { Quote } from '#core/checkout';
import type { Pass } from '#core/passes';
import type { OrderLine, OrderStatus } from '#core/shop';

/** One order as the studio lists it. Amounts in minor units of `currency`. */
export interface OrderRow {
  id: OrderId;
  number: number;
  at: Instant;
  personId: PersonId;
  title: string;
  currency: string;
  zone: string;
  lines: OrderLine[];
  paid: number;
  back: number;
  status: OrderStatus;
  dispute: 'open' | 'won' | 'lost' | null;
  openDisputes: DisputeId[];
  answerBy: Instant | null;
  paymentId: PaymentId | null;
  last4: string | null;
  receipt: string;
  passIds: PassId[];
  refundIds: RefundId[];
}
export interface PassRow extends Pass {
  /** How often each file was fetched, by file id. */
  fetched: Record<string, number>;
  /** When it was on hold before. */
  heldBefore: { from: Instant; until: Instant }[];
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
  /** What was asked for, until the order holds it. */
  quote: AskedQuote | null;
}
type AskedQuote = Pick<Quote, 'lines' | 'dueToday' | 'currency' | 'zone' | 'replaces'>;

export interface RefundRow {
  id: RefundId;
  orderId: OrderId;
  at: Instant;
  amount: number;
  currency: string;
  shares: readonly { lineId: LineId; amount: number; tax: number }[];
  reason: string;
  status: 'asked' | 'paid' | 'refused';
  creditNote: string | null;
  refusal: string | null;
  paymentId: PaymentId;
  agreementId: AgreementId | null;
  /** Rest of a credit: its credit note was given when the credit was. */
  ofCredit: string | null;
}
