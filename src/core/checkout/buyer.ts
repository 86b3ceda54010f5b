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
 * @returns a problem is a whole sentence
 */
export function readBuyer(
  typed: { country: string; vatNumber?: string | undefined },
  tax: ShopTax | null,
): QuoteBuyer | { problem: string } {
  const { country, vatNumber = '' } = typed;
  if (!CountryCode.safeParse(country).success) return { problem: 'Choose a country from the list.' };
  if (vatNumber.trim() === '') return { country, reverse: false };
  const read = readVatNumber(vatNumber);
  if (!read)
    return {
      problem:
        'That VAT number cannot be right: its form or its check digits do not fit. Write it with the two letters of its country, or leave it empty.',
    };
  if (read.country !== country) return { problem: 'That VAT number belongs to another country than the one chosen.' };
  return { country, reverse: tax !== null && canReverse(tax, country) };
}
