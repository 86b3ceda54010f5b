import type { Instant } from '#core/calendar';

/** A run of a statement: amounts are marked so that they can be set apart on screen. */
export interface StatementPart {
  kind: 'text' | 'money';
  text: string;
}
export type Statement = readonly StatementPart[];

/** The statement without marks. */
export const plainText = (statement: Statement): string => statement.map((part) => part.text).join('');

/** Text with amounts in it: `say`You pay ${money(1)}.`` */
export const say = (
  strings: TemplateStringsArray,
  ...values: readonly (StatementPart | string | number)[]
): StatementPart[] =>
  strings.flatMap((text, i) => {
    const value = values[i];
    return [
      ...(text === '' ? [] : [{ kind: 'text' as const, text }]),
      ...(value === undefined
        ? []
        : typeof value === 'object'
          ? [value]
          : [{ kind: 'text' as const, text: String(value) }]),
    ];
  });

/** Payments of the same amount that follow one another. */
export interface Run {
  amount: number;
  /** Null goes on until it is cancelled. */
  count: number | null;
  first: Instant;
  last: Instant;
}

/** What a statement says, found once for every language. All amounts are as charged: after coupon, with tax. */
export interface Facts {
  nothing: boolean;
  /** The one payment of a price paid once. */
  once: boolean;
  /** The bounds of an amount that its buyer has yet to name. */
  open: { least: number; most: number | null } | null;
  /** Taken on the day of buying; null where the statement is about what is still to come. */
  today: { amount: number; fee: number; setUp: number; sending: number } | null;
  trial: { days: number; until: Instant } | null;
  setUpLabel: string;
  /** The set-up fee within the first full payment, where that comes later. */
  setUpLater: number;
  /** Until when unused days of an earlier agreement pay all that falls due; null where they do not. */
  creditTo: Instant | null;
  runs: readonly Run[];
  every: { count: number; unit: 'day' | 'week' | 'month' | 'year' };
  /** Everything there is to pay; null where it goes on. */
  inAll: number | null;
  /** Parcels that come with each full payment, and what of it is for sending them; null where none do. */
  parcels: { count: number; sending: number } | null;
  /** A plan is owed in parts; a subscription can be stopped. */
  canStop: boolean;
  /** When a subscription of a fixed number of payments ends. */
  endsOn: Instant | null;
}

/** How facts become sentences in one language. */
export interface Voice {
  money: (amount: number) => StatementPart;
  day: (at: Instant) => string;
  today: boolean;
}
