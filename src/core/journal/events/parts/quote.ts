import * as z from 'zod';
import {
  agreementId1,
  classDateId1,
  couponId1,
  currency1,
  lineId1,
  minor1,
  moment1,
  offerId1,
  priceId1,
  productId1,
} from './basics';
import { terms1, terms2, terms3, termsFrom1 } from './terms';

export const lineCoupon1 = z.strictObject({
  couponId: couponId1,
  code: z.string(),
  rate: z.int().min(1).max(10_000).optional(),
  amount: minor1.optional(),
  payments: z.int().min(1).nullable(),
});
export const buyer1 = z.strictObject({ country: z.string(), reverse: z.boolean(), numberKey: z.string().optional() });

const quoteWith = <T extends z.ZodType>(terms: T) =>
  z.strictObject({
    release: z.int().min(1),
    currency: currency1,
    zone: z.string(),
    lines: z
      .array(
        z.strictObject({
          lineId: lineId1,
          offerId: offerId1,
          priceId: priceId1,
          title: z.string(),
          priceName: z.string(),
          productIds: z.array(productId1),
          terms,
          dueToday: minor1,
          tax: minor1,
          forPeriod: minor1.optional(),
          coupon: lineCoupon1.optional(),
        }),
      )
      .min(1),
    dueToday: minor1,
    dueLater: z.array(z.strictObject({ lineId: lineId1, at: moment1, amount: minor1 })),
    statement: z.string().optional(),
    buyer: buyer1.optional(),
    replaces: z.strictObject({ agreementId: agreementId1, credit: minor1, used: minor1 }).optional(),
  });

export const quote1 = quoteWith(terms1.any);
export const quote2 = quoteWith(terms2.any);

/** With quantities, articles of the seller's own, and what is sent by post: its address stands with the person. */
export const quote3 = quote2.extend({
  lines: z
    .array(
      quote2.shape.lines.element.extend({
        terms: terms3,
        quantity: z.int().min(2).optional(),
        article: z.string().max(60).optional(),
        sending: z
          .strictObject({ country: z.string().length(2), fee: minor1, addressKey: z.string().max(80) })
          .optional(),
      }),
    )
    .min(1),
});

/** What is off for parts that the buyer had. */
export const owned1 = z.strictObject({ productIds: z.array(productId1).min(1), amount: z.int().min(1) });
/** A seat, with the time at which it was bought. */
export const seat1 = z.strictObject({
  productId: productId1,
  dateId: classDateId1,
  from: moment1,
  until: moment1,
  zone: z.string().max(60),
});
export const quote4 = quote3.extend({
  lines: z
    .array(quote3.shape.lines.element.extend({ owned: owned1.optional(), seats: z.array(seat1).min(1).optional() }))
    .min(1),
});

/** Parcels that come with each full payment of a subscription, and what sending them costs before tax. */
export const parcels1 = z.strictObject({ fee: minor1, parcels: z.int().min(1) });
/** What is replaced stands with the line that replaces it; before, with the quote, and it was the first line's. */
export const quote5 = quote4.omit({ replaces: true }).extend({
  lines: z
    .array(
      quote4.shape.lines.element.extend({
        replaces: quote1.shape.replaces,
        sending: z
          .strictObject({
            country: z.string().length(2),
            fee: minor1,
            addressKey: z.string().max(80),
            each: parcels1.optional(),
          })
          .optional(),
      }),
    )
    .min(1),
});
/** Why its buyer may withdraw from it, and for how many dates the seller gives the money back. Not noted before. */
export const quote6 = quote5.extend({
  lines: z
    .array(
      quote5.shape.lines.element.extend({
        withdrawal: z
          .array(z.enum(['digital', 'services', 'goods', 'dated']))
          .min(1)
          .optional(),
        guaranteeDays: z.int().min(1).optional(),
      }),
    )
    .min(1),
});
export const quoteFrom4 = ({ replaces, lines, ...quote }: z.infer<typeof quote4>): z.infer<typeof quote5> => ({
  ...quote,
  lines: lines.map((line, i) => (i === 0 && replaces ? { ...line, replaces } : line)),
});

export const quoteFrom1 = (quote: z.infer<typeof quote1>): z.infer<typeof quote2> => ({
  ...quote,
  lines: quote.lines.map((line) => ({ ...line, terms: termsFrom1(line.terms) })),
});
