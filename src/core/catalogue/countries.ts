import { sendingFee, type SendingPrice } from './sendingPrice';
import { EU_RATES, type ShopTax } from './tax';

/** Countries that buyers come from beside those of the EU and of the shop's own table. */
const ELSEWHERE =
  'AR AU BR CA CH CL CN CO GB HK ID IL IN IS JP KE KR LI MA MX MY NG NO NZ PE PH RS SG TH TR TW UA US UY VN ZA'.split(
    ' ',
  );

/** A country's name in a language; its code where it has none. */
export const countryName = (code: string, locale: string): string =>
  new Intl.DisplayNames([locale], { type: 'region' }).of(code) ?? code;

/** The countries that something is sent to at any of these prices, by their names. */
export function sentCountries(
  sendings: readonly (SendingPrice | null)[],
  tax: Pick<ShopTax, 'home' | 'rates'> | null,
  locale: string,
): { code: string; name: string }[] {
  const named = sendings.flatMap((sending) => Object.keys(sending?.byCountry ?? {}));
  return countriesByName(tax, locale, named).filter(({ code }) =>
    sendings.some((sending) => sendingFee(sending, code) !== null),
  );
}

/** The countries to choose from, by their names. @param more countries that are offered in any case */
export function countriesByName(
  tax: Pick<ShopTax, 'home' | 'rates'> | null,
  locale: string,
  more: readonly string[] = [],
): { code: string; name: string }[] {
  const codes = new Set([
    ...more,
    ...Object.keys(EU_RATES),
    ...ELSEWHERE,
    ...(tax ? [tax.home, ...tax.rates.map((r) => r.country)] : []),
  ]);
  return [...codes]
    .map((code) => ({ code, name: countryName(code, locale) }))
    .sort((a, b) => a.name.localeCompare(b.name, locale));
}
