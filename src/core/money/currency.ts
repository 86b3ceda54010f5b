/**
 * The number of decimals of a currency's minor unit, by ISO 4217 (JPY 0, EUR 2, KWD 3).
 * ECMA-402 takes these from ISO 4217, so no table of our own is kept.
 * @throws RangeError when `code` is not three letters.
 */
export function decimalsOf(code: string): number {
  const known = cache.get(code);
  if (known !== undefined) return known;
  const decimals = new Intl.NumberFormat('en', { style: 'currency', currency: code }).resolvedOptions().maximumFractionDigits ?? 2;
  cache.set(code, decimals);
  return decimals;
}
const cache = new Map<string, number>();

/** Whether `code` is a currency in use (three capital letters known to ISO 4217). */
export function isCurrency(code: string): boolean {
  return Intl.supportedValuesOf('currency').includes(code);
}
