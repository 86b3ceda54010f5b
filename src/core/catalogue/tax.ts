import * as z from 'zod';

export const CountryCode = z.string().regex(/^[A-Z]{2}$/);

/** How a shop charges tax, and its table of rates. */
export const ShopTax = z.object({
  // Releases published before this spelling had "on top".
  how: z.preprocess((how) => (how === 'on top' ? 'on-top' : how), z.enum(['none', 'included', 'on-top'])),
  /** The shop's own country, by ISO 3166. */
  home: CountryCode,
  /** Rates in hundredths of a percent; of several rows for a country the latest that has begun counts. */
  rates: z
    .array(z.object({ country: CountryCode, rate: z.int().min(0).max(10_000), from: z.iso.date().nullable() }))
    .max(600),
});
export type ShopTax = z.infer<typeof ShopTax>;
export type TaxRate = ShopTax['rates'][number];

/**
 * Standard rates of the European Union's members, in hundredths of a percent: those of the open
 * `sales-tax` table, which tests/outside compares them with. The seller can change them.
 */
export const EU_RATES: Readonly<Record<string, number>> = {
  AT: 2000,
  BE: 2100,
  BG: 2000,
  CY: 1900,
  CZ: 2100,
  DE: 1900,
  DK: 2500,
  EE: 2400,
  ES: 2100,
  FI: 2550,
  FR: 2000,
  GR: 2400,
  HR: 2500,
  HU: 2700,
  IE: 2300,
  IT: 2200,
  LT: 2100,
  LU: 1700,
  LV: 2100,
  MT: 1800,
  NL: 2100,
  PL: 2300,
  PT: 2300,
  RO: 2100,
  SE: 2500,
  SI: 2200,
  SK: 2300,
};
/** The day the shipped rates were last compared with that table. */
export const EU_RATES_OF = '2026-11-23';

export const isEu = (country: string): boolean => Object.hasOwn(EU_RATES, country);

/** The shipped table as rows that a seller can change. */
export const euRates = (): TaxRate[] =>
  Object.entries(EU_RATES).map(([country, rate]) => ({ country, rate, from: null }));

/** The rate for a country on a day in the shop's zone, in hundredths of a percent; no row means no tax there. */
export function rateOn(rates: readonly TaxRate[], country: string, day: string): number {
  let best: TaxRate | undefined;
  for (const row of rates)
    if (
      row.country === country &&
      (row.from === null || row.from <= day) &&
      (!best || (best.from ?? '') <= (row.from ?? ''))
    )
      best = row;
  return best?.rate ?? 0;
}

/** A tax as some earlier version kept it in a draft. */
export const respelledTax = (tax: ShopTax | null): ShopTax | null =>
  tax && { ...tax, how: (tax.how as string) === 'on top' ? 'on-top' : tax.how };
