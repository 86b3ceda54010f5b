import * as z from 'zod';
import { event } from './kind';
import { checkoutId1, id1, moment1, orderId1, personId1, stepId1 } from './parts/basics';
import { cameFrom1, cameFrom2, language1, NOWHERE1, withEmail } from './parts/cameFrom';
import { pass1, pass2, pass3, passFrom1 } from './parts/pass';
import { quote1, quote2, quote3, quote4, quote5, quote6, quoteFrom1, quoteFrom4 } from './parts/quote';

const requested1 = z.strictObject({
  key: id1,
  orderId: orderId1,
  checkoutId: checkoutId1,
  attempt: z.int().min(1),
  personId: personId1,
  quote: quote1,
  card: z.strictObject({
    token: z.string().max(200),
    last4: z.string().regex(/^(\d{4})?$/),
    way: z.enum(['wallet', 'account']).optional(),
    expires: z.string().optional(),
    country: z.string().optional(),
  }),
  /** Everything that success opens. */
  opens: z.array(pass1),
});

const requested2 = requested1.extend({ quote: quote2, came: cameFrom1, language: language1 });

const requested3 = requested2.extend({ opens: z.array(pass2) });
const requested4 = requested3.extend({
  quote: quote3,
  /** The offer after payment that it is for; null for the checkout itself. */
  step: stepId1.nullable(),
  /** Who gets what is bought, where that is not the payer. */
  recipientId: personId1.nullable(),
  /** Whether its person was signed in; a typed address is a claim. The first histories of this version do not say. */
  signedIn: z.boolean().default(false),
});

const requested5 = requested4.extend({ quote: quote4 });
const requested6 = requested5.extend({ opens: z.array(pass3) });

/** The charge of a checkout: asked → paid | refused | needs the bank | fell away. */
export const chargeEvents = {
  'charge.requested': event(requested1)
    .next(requested2, (data) => ({ ...data, quote: quoteFrom1(data.quote), came: NOWHERE1, language: null }))
    .next(requested3, (data) => ({ ...data, opens: data.opens.map(passFrom1) }))
    .next(requested4, (data) => ({ ...data, step: null, recipientId: null, signedIn: false }))
    .next(requested5, (data) => data)
    .next(requested6, (data) => data)
    .next(requested6.extend({ quote: quote5 }), (data) => ({ ...data, quote: quoteFrom4(data.quote) }))
    .next(requested6.extend({ quote: quote6, came: cameFrom2 }), withEmail),
  'charge.waitsForBank': event(z.strictObject({ key: id1, confirmAt: z.string().max(500), until: moment1 })),
  'charge.refused': event(z.strictObject({ key: id1, reason: z.string().max(80) })),
  'charge.fellAway': event(
    z.strictObject({ key: id1, why: z.enum(['never-reached', 'not-confirmed']), dueAt: moment1.nullable() }),
  ),
  'charge.paid': event(z.strictObject({ key: id1, paymentId: z.string().max(80) })),
};
