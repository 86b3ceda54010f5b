import * as z from 'zod';
import { CountryCode, type ShopTax } from '#core/catalogue';
import { canReverse } from './tax';
import { readVatNumber } from './vatNumber';

/** Where the buyer says they are, for the tax; the VAT number itself is kept with the person. */
export const QuoteBuyer = z.object({
  country: CountryCode,
  reverse: z.boolean(),
  /** Under what the person's record keeps the number, where it is not that of the checkout. */
  numberKey: z.string().max(80).optional(),
});
export type QuoteBuyer = z.infer<typeof QuoteBuyer>;

/**
 * A country and a VAT number as somebody typed them. A number counts when its form and check digits fit and it is of
 * that country; whether it exists is not asked.
 * @returns where it cannot be right, why
 */
export function readBuyer(
  typed: { country: string; vatNumber?: string | undefined },
  tax: ShopTax | null,
): QuoteBuyer | { why: 'no-country' | 'form' | 'other-country' } {
  const { country, vatNumber = '' } = typed;
  if (!CountryCode.safeParse(country).success) return { why: 'no-country' };
  if (vatNumber.trim() === '') return { country, reverse: false };
  const read = readVatNumber(vatNumber);
  if (!read) return { why: 'form' };
  if (read.country !== country) return { why: 'other-country' };
  return { country, reverse: tax !== null && canReverse(tax, country) };
}
