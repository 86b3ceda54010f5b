import * as z from 'zod';
import { AgreementSeed, DueMoment, END_REASONS, KeptCard, OwedDue, PaidPeriod } from '#core/agreements';
import { Id } from '#core/catalogue';

const minor = z.int().min(0);
const moment = z.string();
const agreementId = Id;
const key = Id;

export const MAIL_KINDS = [
  'trial-ends',
  'payment',
  'refused',
  'on-hold',
  'paused',
  'back',
  'cancelled',
  'kept',
  'paid-off',
  'finished',
  'ended-unpaid',
  'switched',
  'stopped',
  'card-changed',
  'amount-changes',
  'due-day',
] as const;

/** Facts of payment plans and subscriptions. They carry results: every next moment and amount is computed when they are decided. */
export const agreementEventSchemas = {
  'agreement.started': z.object({
    agreement: AgreementSeed,
    status: z.enum(['in trial', 'active']),
    next: DueMoment.nullable(),
    period: PaidPeriod.nullable(),
    noticeAt: moment.nullable(),
    endsAt: moment.nullable(),
    beganCheaper: z.boolean(),
  }),
  /** Written down before the payment service is asked. */
  'due.requested': z.object({
    key,
    agreementId,
    why: z.enum(['due', 'again', 'asked', 'rest', 'switch']),
    /** The moment this was planned for; of an extra try, the moment it was asked. */
    planned: moment,
    dues: z.array(OwedDue).min(1),
    amount: minor,
    tax: minor,
    credit: minor,
    currency: z.string().length(3),
    card: KeptCard,
    title: z.string(),
    statement: z.string(),
    next: DueMoment.nullable(),
    /** For a switch: what begins when this is paid. */
    to: AgreementSeed.optional(),
  }),
  'due.paid': z.object({
    key,
    agreementId,
    paymentId: z.string().max(80).nullable(),
    receipt: z.string().max(40).nullable(),
    dues: z.array(OwedDue).min(1),
    amount: minor,
    tax: minor,
    credit: minor,
    last4: z.string().nullable(),
    period: PaidPeriod,
    next: DueMoment.nullable(),
    status: z.enum(['active', 'ending', 'paid off']),
    endsAt: moment.nullable(),
  }),
  'due.refused': z.object({
    key,
    agreementId,
    reason: z.string().max(80),
    /** Null where a refusal changes nothing: paying the rest, a switch. */
    pastDue: z
      .object({ since: moment, tryAt: moment.nullable(), graceUntil: moment, endAt: moment.nullable() })
      .nullable(),
    owed: z.array(OwedDue),
  }),
  'agreement.held': z.object({ agreementId, dueAt: moment }),
  'agreement.paused': z.object({
    agreementId,
    until: moment.nullable(),
    leftDays: z.int().min(0),
    by: z.enum(['buyer', 'seller']),
  }),
  'agreement.returned': z.object({
    agreementId,
    why: z.enum(['pause', 'dispute', 'gap']),
    anchor: DueMoment,
    next: DueMoment,
    status: z.enum(['in trial', 'active']),
    trialUntil: moment.nullable(),
    noticeAt: moment.nullable(),
    period: PaidPeriod.nullable(),
  }),
  'agreement.dueDayMoved': z.object({ agreementId, anchor: DueMoment, next: DueMoment, period: PaidPeriod.nullable() }),
  'agreement.cancelled': z.object({ agreementId, endsAt: moment, by: z.enum(['buyer', 'seller']) }),
  'agreement.kept': z.object({ agreementId, status: z.enum(['in trial', 'active']), next: DueMoment }),
  'agreement.ended': z.object({ agreementId, why: z.enum(END_REASONS), dueAt: moment.nullable() }),
  'agreement.cardChanged': z.object({ agreementId, card: KeptCard }),
  'agreement.suspended': z.object({ agreementId, disputeId: Id }),
  /** The dispute is decided for the shop, and nothing is due any more that could have been missed. */
  'agreement.cleared': z.object({ agreementId }),
  'agreement.moved': z.object({ agreementId, buyer: AgreementSeed.shape.buyer }),
  /** A credit note on an old payment whose unused days pay for something else. */
  'credit.given': z.object({
    creditId: Id,
    orderId: Id,
    lineId: Id,
    agreementId,
    paymentId: z.string(),
    amount: minor,
    tax: minor,
    currency: z.string().length(3),
    creditNote: z.string().max(40),
  }),
  'agreement.mailDue': z.object({
    key,
    mail: z.enum(MAIL_KINDS),
    agreementId,
    personId: Id,
    amount: minor.nullable(),
    at: moment.nullable(),
    receipt: z.string().nullable(),
    reason: z.string().nullable(),
  }),
  /** The shop was away; the owner has said that it may go on. */
  'gap.confirmed': z.object({ from: moment, to: moment }),
} as const;
