import type { Instant } from '#core/calendar';
import type { QuoteBuyer } from '#core/checkout';
import type { CreditPart } from './credits';
import type { LedToWay } from '#core/ways';
import type { AgreementId, ChargeKey, DisputeId, LineId, OrderId, PaymentId, StepId } from '#core/ids';

/** One due and its amount in minor units, after coupon and with tax. `forPeriod` leaves out set-up and sending. */
export interface OwedDue {
  n: number;
  at: Instant;
  amount: number;
  tax: number;
  forPeriod: number;
}

/** What one line has of a payment, and what became of that. Minor units. */
export interface PaymentLine {
  lineId: LineId;
  /** The numbered payments of an agreement that it pays; none on the day of buying. */
  dues: readonly OwedDue[];
  /** What the card paid. */
  amount: number;
  /** What unused days paid. */
  credit: number;
  /** The payments that `credit` came from; left out where there is none, or where an old history does not say. */
  credits?: readonly CreditPart[];
  tax: number;
  givenBack: number;
  taxBack: number;
  /** On its way back, and not yet answered. */
  reserved: number;
  taxReserved: number;
  lost: number;
  /** Tax in what was lost; left out where nothing was. */
  taxLost?: number;
}

/**
 * Money taken once: at a checkout, for an offer after it, for what an agreement owes, for the rest of a plan, for a
 * switch. Orders and agreements hold their payments and no sums of their own.
 */
export interface Payment {
  /** The payment service's own name for it; null where no card was asked: all was covered by credit, or nothing due. */
  id: PaymentId | null;
  /** The charge that brought it; null in histories from before orders named theirs. */
  key: ChargeKey | null;
  orderId: OrderId;
  kind: 'checkout' | 'offer' | 'due' | 'rest' | 'switch';
  /** The agreement that asked for it; null for what was bought. */
  agreementId: AgreementId | null;
  /** The offer after payment that was taken; null for the rest. */
  step: StepId | null;
  at: Instant;
  last4: string | null;
  /** What it was taken from; left out for a card. */
  way?: LedToWay | undefined;
  /** Where the buyer was then: its paper goes on saying so. */
  buyer: QuoteBuyer | null;
  /** The number of its paper; null where nothing moved. */
  receipt: string | null;
  lines: PaymentLine[];
  openDisputes: readonly DisputeId[];
  /** How the last dispute of it stands. */
  dispute: 'open' | 'won' | 'lost' | null;
}
