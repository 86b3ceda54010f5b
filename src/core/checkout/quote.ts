import * as z from 'zod';
import { SeatBought } from '#core/booking';
import { CountryCode } from '#core/catalogue';
import { idFor, type AgreementId, type LineId, type OfferId, type PriceId, type ProductId } from '#core/ids';
import { Terms } from '#core/terms';
import { QuoteBuyer } from './buyer';
import { LineCoupon } from './coupon';
import { OwnedParts } from './takenOff';

const minor = z.int().min(0);

const QuoteLine = z.object({
  lineId: idFor<LineId>(),
  offerId: idFor<OfferId>(),
  priceId: idFor<PriceId>(),
  title: z.string(),
  priceName: z.string(),
  productIds: z.array(idFor<ProductId>()),
  terms: Terms,
  /** How many of it; one where nothing is said. Only what is paid once can be had more often. */
  quantity: z.int().min(2).optional(),
  /** The seller's own number for it. */
  article: z.string().optional(),
  /** After coupon, with tax and with what sending costs; before any credit. */
  dueToday: minor,
  /** Part of `dueToday`. */
  tax: minor,
  /** Of `dueToday`, what pays for the first period: without set-up and trial fee. */
  forPeriod: minor.optional(),
  /** Parts of it that the buyer had, and what is off for them. */
  owned: OwnedParts.optional(),
  /** What a coupon takes off this line's payments. */
  coupon: LineCoupon.optional(),
  /** Seats it takes, as many at each as there are of it; left out where it takes none. */
  seats: z.array(SeatBought).min(1).optional(),
  /** Sent by post: what that costs of `dueToday`, and under what the person's record keeps the address. */
  sending: z
    .object({
      country: CountryCode,
      fee: minor,
      addressKey: z.string(),
      /** With each full payment: what its parcels cost before tax, and how many they are. */
      each: z.object({ fee: minor, parcels: z.int().min(1) }).optional(),
    })
    .optional(),
  /** What the buyer's right to withdraw goes by; left out in quotes from before it was noted. */
  withdrawal: z
    .array(z.enum(['digital', 'services', 'goods', 'dated']))
    .min(1)
    .optional(),
  /** For so many dates after its first money the seller gives it back; left out where there is no guarantee. */
  guaranteeDays: z.int().min(1).optional(),
  /** An agreement that ends when this is paid: what its unused days are worth, and how much of this line they pay. */
  replaces: z.object({ agreementId: idFor<AgreementId>(), credit: minor, used: minor }).optional(),
});
export type QuoteLine = z.infer<typeof QuoteLine>;

/** What is due today and later, per line and in all. Frozen into the charge that is asked for. */
export const Quote = z.object({
  release: z.int().min(1),
  currency: z.string().length(3),
  zone: z.string(),
  /** What was chosen first, then extras in their order; of an offer after payment, that alone. */
  lines: z.array(QuoteLine).min(1),
  /** What the card is charged: the sum of the lines less what unused days pay of them. */
  dueToday: minor,
  /** In order of time; dues of several lines on one day stand one by one, as they will be charged. */
  dueLater: z.array(z.object({ lineId: idFor<LineId>(), at: z.string(), amount: minor })),
  /** What the card statement reads. */
  statement: z.string().optional(),
  buyer: QuoteBuyer.optional(),
});
export type Quote = z.infer<typeof Quote>;

/** What a line is called wherever it is listed: "3 × Field pack, for a class". */
export function lineName(line: Pick<QuoteLine, 'title' | 'priceName' | 'quantity'>): string {
  const name = line.priceName === '' ? line.title : `${line.title}, ${line.priceName}`;
  return line.quantity === undefined ? name : `${line.quantity} × ${name}`;
}
