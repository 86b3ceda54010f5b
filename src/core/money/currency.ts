/**
 * Minor units by ISO 4217 where they are not two. JavaScript's own `Intl` follows how people round at the till
 * (it gives the forint none), so it cannot be asked; the list is checked against the standard in tests/outside.
 */
const DECIMALS = new Map<string, number>([
  ...[
    'BIF',
    'CLP',
    'DJF',
    'GNF',
    'ISK',
    'JPY',
    'KMF',
    'KRW',
    'PYG',
    'RWF',
    'UGX',
    'UYI',
    'VND',
    'VUV',
    'XAF',
    'XOF',
    'XPF',
  ].map((code) => [code, 0] as const),
  ...['BHD', 'IQD', 'JOD', 'KWD', 'LYD', 'OMR', 'TND'].map((code) => [code, 3] as const),
  ...['CLF', 'UYW'].map((code) => [code, 4] as const),
]);

/** The number of decimals of a currency's minor unit, by ISO 4217 (JPY 0, EUR 2, KWD 3). */
export const decimalsOf = (code: string): number => DECIMALS.get(code) ?? 2;

// Units of account that nobody can pay in.
const NOT_MONEY = /^X(?!AF|OF|PF|CD|CG)/;
let known: ReadonlySet<string> | null = null;

/** Every currency that people pay in, by code. */
export function currencies(): ReadonlySet<string> {
  known ??= new Set(Intl.supportedValuesOf('currency').filter((code) => !NOT_MONEY.test(code)));
  return known;
}

/** Whether `code` is a currency that people pay in. */
export const isCurrency = (code: string): boolean => currencies().has(code);
