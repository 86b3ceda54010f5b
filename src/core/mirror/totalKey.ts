/** What each kind of total is counted by, in the order it stands in the key: what is asked for in ranges comes last but for what is only read. */
const COUNTED_BY = {
  /** Orders of a month or a day, by list and offer (empty for the whole order). */
  months: ['days', 'group', 'offerId', 'currency'],
  days: ['days', 'group', 'offerId', 'currency'],
  /** Orders of a day, whatever became of them. */
  day: ['currency', 'day'],
  offer: ['offerId', 'currency'],
  price: ['priceId', 'currency'],
  coupon: ['couponId', 'currency'],
  /** Payment plans and subscriptions: paid so far, and left to pay. */
  agreements: ['status', 'currency'],
  /** Payments after the day of buying. */
  later: ['currency', 'day', 'offerId'],
} as const;

export type TotalKind = keyof typeof COUNTED_BY;
type Part<K extends TotalKind> = (typeof COUNTED_BY)[K][number];

const BETWEEN = '|';
/** Sorts after everything that can follow in a key. */
const LAST = '\uffff';

/** The key of one total, as `later|EUR|2026-06-15|off_1`. No part holds the bar: ids, dates and codes do not. */
export const totalKey = <K extends TotalKind>(kind: K, parts: Record<Part<K>, string>): string =>
  [kind, ...COUNTED_BY[kind].map((part) => parts[part as Part<K>])].join(BETWEEN);

/** What the key of a total says. */
export function readTotalKey<K extends TotalKind>(kind: K, key: string): Record<Part<K>, string> {
  const [, ...parts] = key.split(BETWEEN);
  return Object.fromEntries(COUNTED_BY[kind].map((part, i) => [part, parts[i] ?? ''])) as Record<Part<K>, string>;
}

/**
 * The keys of a kind whose first parts are given, from one last part to another, both included; all that follow where
 * no such bounds are given.
 */
export function totalKeys(kind: TotalKind, given: readonly string[] = [], from = '', to = ''): [string, string] {
  const start = [kind, ...given, ''].join(BETWEEN);
  return [`${start}${from}`, `${start}${to}${LAST}`];
}
