import * as z from 'zod';
import type { Instant } from '#core/calendar';
import { Id } from '#core/catalogue';
import { LineCoupon, QuoteBuyer } from '#core/checkout';
import { LastingTerms } from '#core/terms';

const minor = z.int().min(0);
const moment = z.string();

/**
 * A card as the shop knows it: a token of the payment service, its last digits, its last month ("2029-11"), and the
 * country of its bank, which is kept as evidence of where the buyer is.
 */
export const KeptCard = z.object({
  token: z.string().max(200),
  last4: z.string().regex(/^\d{4}$/),
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
export const DueMoment = z.object({
  n: z.int().min(0),
  at: moment,
  /** When it is looked whether a changed rate of tax changes the amount, so that the buyer hears of it in time. */
  tellAt: moment.optional(),
});
export type DueMoment = z.infer<typeof DueMoment>;

/** One due with the amount it comes to, after coupon and with tax; `forPeriod` is that without set-up. */
export const OwedDue = z.object({ n: z.int().min(0), at: moment, amount: minor, tax: minor, forPeriod: minor });
export type OwedDue = z.infer<typeof OwedDue>;

/** The time that was paid for last, and what it cost. */
export const PaidPeriod = z.object({ from: moment, until: moment, amount: minor, paymentId: z.string().nullable() });
export type PaidPeriod = z.infer<typeof PaidPeriod>;

/** What an agreement begins with: frozen, whatever is sold later. */
export const AgreementSeed = z.object({
  id: Id,
  orderId: Id,
  lineId: Id,
  personId: Id,
  offerId: Id,
  priceId: Id,
  title: z.string(),
  priceName: z.string(),
  productIds: z.array(Id),
  currency: z.string().length(3),
  zone: z.string(),
  terms: LastingTerms,
  start: moment,
  anchor: DueMoment,
  trialUntil: moment.nullable(),
  coupon: LineCoupon.nullable(),
  buyer: QuoteBuyer.nullable(),
  card: KeptCard.nullable(),
  statement: z.string(),
  /** The agreement it came from by a switch. */
  from: Id.nullable(),
  /** Credit from unused days of that one: what pays dues before the card does. */
  credit: z.object({ amount: minor, orderId: Id, lineId: Id, paymentId: z.string() }).nullable(),
});
export type AgreementSeed = z.infer<typeof AgreementSeed>;

export type AgreementStatus = 'in trial' | 'active' | 'past due' | 'paused' | 'ending' | 'ended' | 'paid off';
export const END_REASONS = [
  'cancelled',
  'unpaid',
  'finished',
  'switched',
  'replaced',
  'refunded',
  'dispute-lost',
  'let-go',
  'stopped',
] as const;
export type EndReason = (typeof END_REASONS)[number];

/** A later payment of an agreement; what was paid on the day of buying stands in the order. */
export interface AgreementPayment {
  /** Null where nothing had to be charged: all was covered by credit. */
  paymentId: string | null;
  receipt: string | null;
  at: Instant;
  dues: readonly OwedDue[];
  /** What the card paid. */
  amount: number;
  tax: number;
  credit: number;
  last4: string | null;
  /** Where the buyer was then: its paper goes on saying so. */
  buyer: QuoteBuyer | null;
  givenBack: number;
  taxBack: number;
  lost: number;
}

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
  pause: { from: Instant; until: Instant | null; leftDays: number } | null;
  endsAt: Instant | null;
  /** Ends by itself after its last payment, so that there is nothing to take back. */
  finishes: boolean;
  ended: { why: EndReason; at: Instant } | null;
  period: PaidPeriod | null;
  /** The key of a charge without an answer: all else waits for it. */
  unanswered: string | null;
  /** A bank disputes a payment: no dues, passes on hold. */
  dispute: string | null;
  payments: AgreementPayment[];
  /** How many charges were ever asked for: it makes every try's key its own. */
  asked: number;
  noticeAt: Instant | null;
  passIds: string[];
}

/** Whether payments still come of it, or may come again. */
export const isRunning = (a: Pick<Agreement, 'status'>): boolean => a.status !== 'ended' && a.status !== 'paid off';

/** The number of the last full payment that was paid; 0 while a trial runs. */
export const lastPaid = (a: Pick<Agreement, 'payments' | 'terms' | 'from'>): number =>
  a.payments.at(-1)?.dues.at(-1)?.n ?? (a.terms.trial || a.from !== null ? 0 : 1);
