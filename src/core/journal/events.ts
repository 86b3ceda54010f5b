import * as z from 'zod';
import { Id } from '#core/catalogue';
import { Quote } from '#core/checkout';
import { CloseReason, HoldReason, Pass } from '#core/passes';
import { agreementEventSchemas } from './agreementEvents';

const minor = z.int().min(0);
const moment = z.string();
const share = z.object({ lineId: Id, amount: minor, tax: minor });

/**
 * Every kind of fact the journal holds, by type. Names are in the past tense; data carries results, never
 * instructions to compute them again. Once landed a schema is never changed: a new shape gets a new `v`.
 */
export const eventSchemas = {
  'release.published': z.object({ release: z.int().min(1), basedOn: z.int().min(1).nullable() }),
  'clock.moved': z.object({ to: moment }),
  'journal.resumed': z.object({ why: z.string() }),
  'person.changed': z.object({ personId: Id, rev: z.int().min(1) }),

  'charge.requested': z.object({
    key: Id,
    orderId: Id,
    checkoutId: Id,
    attempt: z.int().min(1),
    personId: Id,
    quote: Quote,
    card: z.object({
      token: z.string().max(200),
      last4: z.string().regex(/^\d{4}$/),
      expires: z.string().optional(),
      country: z.string().optional(),
    }),
    /** Everything that success opens. */
    opens: z.array(Pass),
  }),
  'charge.waitsForBank': z.object({ key: Id, confirmAt: z.string().max(500), until: moment }),
  'charge.refused': z.object({ key: Id, reason: z.string().max(80) }),
  'charge.fellAway': z.object({ key: Id, why: z.enum(['never-reached', 'not-confirmed']), dueAt: moment.nullable() }),
  'charge.paid': z.object({ key: Id, paymentId: z.string().max(80) }),

  'order.paid': z.object({
    orderId: Id,
    number: z.int().min(1),
    checkoutId: Id,
    personId: Id,
    quote: Quote,
    paymentId: z.string().max(80).nullable(),
    last4: z.string().nullable(),
    receipt: z.string().max(40),
  }),
  'pass.opened': z.object({ pass: Pass }),
  'pass.held': z.object({ passId: Id, why: HoldReason }),
  'pass.released': z.object({ passId: Id }),
  'pass.closed': z.object({ passId: Id, why: CloseReason, dueAt: moment.nullable() }),

  'mail.due': z.object({
    key: Id,
    mail: z.enum(['receipt', 'refund']),
    orderId: Id,
    personId: Id,
    refundId: Id.nullable(),
  }),
  'void.due': z.object({ key: Id, chargeKey: Id }),
  done: z.object({ key: Id }),

  'refund.requested': z.object({
    refundId: Id,
    orderId: Id,
    paymentId: z.string(),
    amount: minor,
    currency: z.string().length(3),
    shares: z.array(share),
    closes: z.array(Id),
    reason: z.string().max(500),
    agreementId: Id.optional(),
    ends: z.boolean().optional(),
    ofCredit: Id.optional(),
  }),
  'refund.paid': z.object({ refundId: Id, creditNote: z.string().max(40) }),
  'refund.refused': z.object({ refundId: Id, reason: z.string().max(200) }),

  'dispute.opened': z.object({
    disputeId: Id,
    orderId: Id,
    amount: minor,
    answerBy: moment,
    agreementId: Id.optional(),
    paymentId: z.string().optional(),
  }),
  'dispute.closed': z.object({
    disputeId: Id,
    orderId: Id,
    won: z.boolean(),
    lost: z.array(share),
    agreementId: Id.optional(),
    paymentId: z.string().optional(),
  }),

  'file.fetched': z.object({ passId: Id, personId: Id, productId: Id, fileId: Id, count: z.int().min(1) }),
  ...agreementEventSchemas,
  'attention.raised': z.object({ id: Id, what: z.enum(['late-answer']), orderId: Id, text: z.string().max(500) }),
} as const;

export type EventType = keyof typeof eventSchemas;
export type EventOf<T extends EventType> = { type: T; v: 1; data: z.infer<(typeof eventSchemas)[T]> };
export type ShopEvent = { [T in EventType]: EventOf<T> }[EventType];

/** Checks an event's shape on writing and on import. @throws ZodError */
export const ShopEvent = {
  parse(event: { type: string; v: number; data: unknown }): ShopEvent {
    const schema = eventSchemas[event.type as EventType] as z.ZodType | undefined;
    if (!schema || event.v !== 1) throw new Error(`Unknown event ${event.type} v${event.v}`);
    return { type: event.type, v: 1, data: schema.parse(event.data) } as ShopEvent;
  },
};
