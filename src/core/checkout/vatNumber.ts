import { checkVAT, countries } from 'jsvat';

/**
 * Whether a VAT number has the form and check digits of its country: "form checked", no more. Only the tax
 * office's register can say that it exists.
 * @returns the number without spaces and the EU country it names (Greece as GR), or null
 */
export function readVatNumber(typed: string): { number: string; country: string } | null {
  const found = checkVAT(typed.trim().toUpperCase(), countries);
  if (!found.isValid || !found.value || !found.country) return null;
  const country = found.country.isoCode.short;
  return { number: found.value, country: country === 'EL' ? 'GR' : country };
}
