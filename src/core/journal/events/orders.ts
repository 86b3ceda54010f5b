import * as z from 'zod';
import { event } from './kind';
import { creditPart1 } from './parts/agreement';
import { chargeKey1, checkoutId1, date1, lineId1, orderId1, personId1, stepId1 } from './parts/basics';
import { cameFrom1, cameFrom2, language1, NOWHERE1, withEmail } from './parts/cameFrom';
import { quote1, quote2, quote3, quote4, quote5, quote6, quoteFrom1, quoteFrom4 } from './parts/quote';

const paid1 = z.strictObject({
  orderId: orderId1,
  number: z.int().min(1),
  checkoutId: checkoutId1,
  personId: personId1,
  quote: quote1,
  paymentId: z.string().max(80).nullable(),
  last4: z.string().nullable(),
  receipt: z.string().max(40),
});

const paid2 = paid1.extend({
  /** The charge that paid, which holds the quote; null where none was needed. */
  chargeKey: chargeKey1.nullable(),
  /** Only where there was no charge: what was asked for is not written twice. */
  quote: quote2.nullable(),
  came: cameFrom1,
  language: language1,
});

const paid3 = paid2.extend({
  quote: quote3.nullable(),
  /** Null where nothing moved: a confirmation has no number. */
  receipt: z.string().max(40).nullable(),
  recipientId: personId1.nullable(),
});

const extended1 = z.strictObject({
  orderId: orderId1,
  step: stepId1,
  chargeKey: chargeKey1.nullable(),
  quote: quote3.nullable(),
  paymentId: z.string().max(80).nullable(),
  last4: z.string().nullable(),
  receipt: z.string().max(40).nullable(),
});

const paid4 = paid3.extend({ quote: quote4.nullable() });
const extended2 = extended1.extend({ quote: quote4.nullable() });

/** What unused days paid of a line, by the payments that their money came from. Not noted before. */
const creditsUsed1 = z.array(z.strictObject({ lineId: lineId1, parts: z.array(creditPart1).min(1) }));
const withCredits = <T extends { quote: z.infer<typeof quote4> | null }>({ quote, ...data }: T) => ({
  ...data,
  quote: quote && quoteFrom4(quote),
  credits: [],
});

const paid5 = paid4.extend({ quote: quote5.nullable(), credits: creditsUsed1 });
const extended3 = extended2.extend({ quote: quote5.nullable(), credits: creditsUsed1 });

/**
 * Until which date, the whole of it, a line can be given back: by law, null where that runs from a delivery; and by the
 * seller's guarantee, null where there is none or no money has come yet. Not noted before.
 */
const backUntil1 = z.array(
  z.strictObject({ lineId: lineId1, withdrawal: date1.nullable(), guarantee: date1.nullable() }),
);
const notNoted = <T extends object>(data: T) => ({ ...data, backUntil: [] });

/** An order that stands: its money has come, or none was due. */
export const orderEvents = {
  'order.paid': event(paid1)
    .next(paid2, (data) => ({
      ...data,
      quote: quoteFrom1(data.quote),
      chargeKey: null,
      came: NOWHERE1,
      language: null,
    }))
    .next(paid3, (data) => ({ ...data, recipientId: null }))
    .next(paid4, (data) => data)
    .next(paid5, withCredits)
    .next(paid5.extend({ quote: quote6.nullable(), came: cameFrom2, backUntil: backUntil1 }), (data) =>
      notNoted(withEmail(data)),
    ),
  /** An offer after payment was taken: its lines are the order's. */
  'order.extended': event(extended1)
    .next(extended2, (data) => data)
    .next(extended3, withCredits)
    .next(extended3.extend({ quote: quote6.nullable(), backUntil: backUntil1 }), notNoted),
  'offer.declined': event(z.strictObject({ orderId: orderId1, step: stepId1 })),
};
