import { decimalsOf } from './currency';

const formatters = new Map<string, Intl.NumberFormat>();

/**
 * An amount as people read it, always with its decimals: `formatAmount(6400, 'EUR', 'en')` is "€64.00".
 * @param minor whole minor units
 */
export function formatAmount(minor: number, currency: string, locale: string): string {
  const key = `${locale} ${currency}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.NumberFormat(locale, {
      style: 'currency',
      currency,
      currencyDisplay: 'narrowSymbol',
      minimumFractionDigits: decimalsOf(currency),
      maximumFractionDigits: decimalsOf(currency),
    });
    formatters.set(key, formatter);
  }
  // A decimal string, not a division: Intl then keeps every digit.
  return formatter.format(formatPlain(minor, currency) as unknown as number);
}

/** Digits with a point and no grouping, as files and machines read it: `formatPlain(6400, 'EUR')` is "64.00". */
export function formatPlain(minor: number, currency: string): string {
  const decimals = decimalsOf(currency);
  const digits = String(Math.abs(minor)).padStart(decimals + 1, '0');
  const sign = minor < 0 ? '-' : '';
  return decimals === 0 ? sign + digits : `${sign}${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`;
}
