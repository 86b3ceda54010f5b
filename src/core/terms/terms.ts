import * as z from 'zod';
import { Access } from './accessKind';

/** The largest amount one payment can have, in minor units. */
const amount = z.int().min(0).max(9_999_999_999);
const paid = amount.min(1);

/** A payment comes again after so many units; the shortest wait is 7 days. */
export const Every = z
  .strictObject({ count: z.int().min(1).max(365), unit: z.enum(['day', 'week', 'month', 'year']) })
  .refine((every) => every.unit !== 'day' || every.count >= 7, 'The shortest interval is 7 days.');
export type Every = z.infer<typeof Every>;

/** Days before the first full payment; the fee is taken at the start, and zero is free. */
export const Trial = z.strictObject({ days: z.int().min(1).max(730), fee: amount });
export type Trial = z.infer<typeof Trial>;

/** Taken once beside the full payments, under a name of the seller's own. */
export const SetUp = z.strictObject({
  label: z.string().min(1).max(60),
  amount: paid,
  // Releases published before this spelling had "withFirstPayment".
  when: z.preprocess(
    (when) => (when === 'withFirstPayment' ? 'with-first-payment' : when),
    z.enum(['today', 'with-first-payment']),
  ),
});
export type SetUp = z.infer<typeof SetUp>;

/** Nothing is paid, ever. */
const Free = z.strictObject({ kind: z.literal('free'), access: Access.optional() });
/** One payment on the day of buying. A price of zero is written as `free`, so that it is never a slip. */
const Once = z.strictObject({ kind: z.literal('once'), amount: paid, access: Access.optional() });
/** Paid once, the amount named by the buyer: `named` in what was sold, else what is suggested counts. */
const Open = z
  .strictObject({
    kind: z.literal('open'),
    least: amount,
    suggested: amount,
    most: amount.optional(),
    named: amount.optional(),
    access: Access.optional(),
  })
  .refine(
    ({ least, suggested, most }) => least <= suggested && (most === undefined || suggested <= most),
    'What is suggested lies between the least and the most.',
  );
/**
 * A price owed in parts. `payments` counts every full payment, a `first` of its own included; of a total, `first`
 * is taken off and the rest divided over the others.
 */
const Plan = z
  .strictObject({
    kind: z.literal('plan'),
    payments: z.int().min(2).max(120),
    every: Every,
    owed: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('each'), amount: paid }),
      z.strictObject({ by: z.literal('total'), amount: paid }),
    ]),
    first: paid.optional(),
    trial: Trial.optional(),
    setUp: SetUp.optional(),
    access: Access.optional(),
  })
  .refine(
    (plan) =>
      plan.owed.by === 'each' ||
      plan.owed.amount - (plan.first ?? 0) >= plan.payments - (plan.first === undefined ? 0 : 1),
    'The whole is too small to be divided into so many payments.',
  );
/** Paid again and again, until cancelled or for a number of payments, introductory ones included. */
const Subscription = z
  .strictObject({
    kind: z.literal('subscription'),
    amount: paid,
    every: Every,
    payments: z.int().min(2).max(1_200).optional(),
    introductory: z.strictObject({ amount: paid, payments: z.int().min(1).max(120) }).optional(),
    trial: Trial.optional(),
    setUp: SetUp.optional(),
  })
  .refine(
    (s) => s.introductory === undefined || s.payments === undefined || s.introductory.payments < s.payments,
    'The cheaper payments must be fewer than all payments.',
  );

/** How a price is paid. Frozen into the order when sold. */
export const Terms = z.discriminatedUnion('kind', [Free, Once, Open, Plan, Subscription]);
export type Terms = z.infer<typeof Terms>;
export type FreeTerms = z.infer<typeof Free>;
export type OnceTerms = z.infer<typeof Once>;
export type OpenTerms = z.infer<typeof Open>;
export type PlanTerms = z.infer<typeof Plan>;
export type SubscriptionTerms = z.infer<typeof Subscription>;

/** Terms that go on after the day of buying: an agreement comes of them. */
export const LastingTerms = z.discriminatedUnion('kind', [Plan, Subscription]);
export type LastingTerms = z.infer<typeof LastingTerms>;

export const isLasting = (terms: Terms): terms is LastingTerms =>
  terms.kind === 'plan' || terms.kind === 'subscription';
