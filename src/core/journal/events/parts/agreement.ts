import * as z from 'zod';
import {
  agreementId1,
  creditId1,
  currency1,
  lineId1,
  minor1,
  moment1,
  offerId1,
  orderId1,
  personId1,
  priceId1,
  productId1,
} from './basics';
import { cameFrom1, cameFrom2, language1, NOWHERE1 } from './cameFrom';
import { buyer1, lineCoupon1, owned1, parcels1 } from './quote';
import { terms1, terms2, termsFrom1 } from './terms';

export const keptCard1 = z.strictObject({
  token: z.string().max(200),
  last4: z.string().regex(/^(\d{4})?$/),
  /** A wallet, or an account; left out for a card. */
  way: z.enum(['wallet', 'account']).optional(),
  expires: z.string().optional(),
  country: z.string().optional(),
});
export const dueMoment1 = z.strictObject({ n: z.int().min(0), at: moment1, tellAt: moment1.optional() });
/** From version 2 on with the moment from which it is asked for, where that is later than it falls due. */
export const dueMoment2 = dueMoment1.extend({ askFrom: moment1.optional() });
export const owedDue1 = z.strictObject({
  n: z.int().min(0),
  at: moment1,
  amount: minor1,
  tax: minor1,
  forPeriod: minor1,
});
export const paidPeriod1 = z.strictObject({
  from: moment1,
  until: moment1,
  amount: minor1,
  paymentId: z.string().nullable(),
});

/** From version 2 on what the wall clock was to show there, where a missing hour bent it. */
export const anchor2 = z.strictObject({ n: z.int().min(0), at: moment1, wall: z.string().max(40).optional() });
export const creditPart1 = z.strictObject({
  creditId: creditId1.nullable(),
  orderId: orderId1,
  lineId: lineId1,
  paymentId: z.string().max(80),
  amount: minor1,
});
/** From version 2 on with the credit that paid for it. */
export const paidPeriod2 = paidPeriod1.extend({ credits: z.array(creditPart1) });
export const periodFrom1 = (period: z.infer<typeof paidPeriod1> | null): z.infer<typeof paidPeriod2> | null =>
  period && { ...period, credits: [] };

const seedWith = <T extends z.ZodType>(terms: T) =>
  z.strictObject({
    id: agreementId1,
    orderId: orderId1,
    lineId: lineId1,
    personId: personId1,
    offerId: offerId1,
    priceId: priceId1,
    title: z.string(),
    priceName: z.string(),
    productIds: z.array(productId1),
    currency: currency1,
    zone: z.string(),
    terms,
    start: moment1,
    anchor: dueMoment1,
    trialUntil: moment1.nullable(),
    coupon: lineCoupon1.nullable(),
    buyer: buyer1.nullable(),
    card: keptCard1.nullable(),
    statement: z.string(),
    from: agreementId1.nullable(),
    credit: z.strictObject({ amount: minor1, orderId: orderId1, lineId: lineId1, paymentId: z.string() }).nullable(),
  });

export const seed1 = seedWith(terms1.lasting);
export const seed2 = seedWith(terms2.lasting).extend({ came: cameFrom1, language: language1 });

/** The third version knows of which notes its credit is, and what its wall clock was to show. */
export const seed3 = seed2.omit({ credit: true }).extend({ anchor: anchor2, credits: z.array(creditPart1) });
/** The fourth what is off its first full payment for parts that its buyer had. */
export const seed4 = seed3.extend({ owned: owned1.optional() });
/** The fifth where its parcels go and what they cost. Of agreements from before one parcel went, with the first payment. */
export const seed5 = seed4.extend({
  sending: z
    .strictObject({
      country: z.string().length(2),
      addressKey: z.string().max(80),
      each: parcels1,
      productIds: z.array(productId1).min(1),
    })
    .optional(),
});
/** The sixth the email that led to it. */
export const seed6 = seed5.extend({ came: cameFrom2 });
export const seedFrom2 = ({ credit, anchor, ...seed }: z.infer<typeof seed2>): z.infer<typeof seed3> => ({
  ...seed,
  anchor: { n: anchor.n, at: anchor.at },
  credits: credit ? [{ ...credit, creditId: null }] : [],
});

export const seedFrom1 = (seed: z.infer<typeof seed1>): z.infer<typeof seed2> => ({
  ...seed,
  terms: termsFrom1(seed.terms),
  came: NOWHERE1,
  language: null,
});

export const endReason1 = z.enum([
  'cancelled',
  'unpaid',
  'finished',
  'switched',
  'replaced',
  'refunded',
  'dispute-lost',
  'let-go',
  'stopped',
]);

export const running1 = z.enum(['in trial', 'active']);
export const running2 = z.enum(['in-trial', 'active']);
export const runningFrom1 = (status: z.infer<typeof running1>): z.infer<typeof running2> =>
  status === 'in trial' ? 'in-trial' : status;
