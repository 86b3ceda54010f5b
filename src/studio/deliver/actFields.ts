import * as z from 'zod';
import { parseAmount } from '#core/money';
import { OwnerAct } from '../../wire/owner';

/** Everything that can be chosen in the sentence of an act, as it stands in the form. */
export const ActFields = z.object({
  /** A pause or a return with no day: until taken up again, or now. */
  open: z.boolean(),
  day: z.string(),
  stops: z.enum(['end', 'now', 'back']),
  keepAccess: z.boolean(),
  dueDay: z.string(),
  /** Offer and price, as `offer/price`, or `offer/price/off` where it is not on sale. */
  target: z.string(),
  /** Give back everything that was paid. */
  whole: z.boolean(),
  amount: z.string(),
  ends: z.boolean(),
  reason: z.string(),
  country: z.string(),
  vatNumber: z.string(),
});
export type ActFields = z.infer<typeof ActFields>;

type Kind = OwnerAct['act'];

function readAct(kind: Kind, f: ActFields, currency: string): unknown {
  switch (kind) {
    case 'pause':
      return { act: kind, until: f.open ? null : f.day };
    case 'return':
      return { act: kind, on: f.open ? null : f.day };
    case 'cancel':
      return { act: kind, when: f.stops === 'end' ? 'end' : 'now', giveBack: f.stops === 'back' };
    case 'switch': {
      const [offerId, priceId, off] = f.target.split('/');
      return { act: kind, offerId, priceId, offSale: off === 'off' };
    }
    case 'stop-plan':
      return { act: kind, keepAccess: f.keepAccess };
    case 'move-due-day':
      return { act: kind, of: 'month', day: /^\d+$/.test(f.dueDay.trim()) ? Number(f.dueDay) : NaN };
    case 'refund': {
      if (f.whole) return { act: kind, amount: null, ends: true, reason: f.reason };
      const amount = parseAmount(f.amount, currency);
      return { act: kind, amount: amount.ok ? amount.minor : NaN, ends: f.ends, reason: f.reason };
    }
    case 'move':
      return { act: kind, country: f.country, vatNumber: f.vatNumber };
    case 'keep':
    case 'retry':
      return { act: kind };
  }
}

/**
 * The form of one kind of act: from what stands in it to what the shop is asked for.
 * @param currency code of the agreement, for amounts as they are typed
 */
export const actForm = (kind: Kind, currency: string) =>
  ActFields.transform((fields) => readAct(kind, fields, currency)).pipe(OwnerAct);
