import * as z from 'zod';
import { event } from './kind';
import { chargeKey1, checkoutId1, orderId1, personId1, stepId1 } from './parts/basics';
import { cameFrom1, language1, NOWHERE } from './parts/cameFrom';
import { quote1, quote2, quote3, quote4, quoteFrom1 } from './parts/quote';

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

/** An order that stands: its money has come, or none was due. */
export const orderEvents = {
  'order.paid': event(paid1)
    .next(paid2, (data) => ({ ...data, quote: quoteFrom1(data.quote), chargeKey: null, came: NOWHERE, language: null }))
    .next(paid3, (data) => ({ ...data, recipientId: null }))
    .next(paid3.extend({ quote: quote4.nullable() }), (data) => data),
  /** An offer after payment was taken: its lines are the order's. */
  'order.extended': event(extended1).next(extended1.extend({ quote: quote4.nullable() }), (data) => data),
  'offer.declined': event(z.strictObject({ orderId: orderId1, step: stepId1 })),
};
