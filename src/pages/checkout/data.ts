import type { KeelLayout } from '#core/drawing';

/** One price with the quote the shop made for it: the page shows these words and carries the hash back, never an amount. */
export interface CheckoutPrice {
  id: string;
  name: string;
  usual: string | null;
  dueToday: string;
  /** Whether anything is due today. */
  today: boolean;
  free: boolean;
  statement: string;
  /** How long it stays open. */
  access: string;
  /** Whether access ends by itself, so that it must be said where the buyer decides. */
  ends: boolean;
  statementText: string;
  /** Goes on after today, so that a card is needed even when nothing is due today. */
  lasting: boolean;
  later: string;
  /** The days and amounts of what is due later. */
  laterWords: string;
  coupon: string | null;
  tax: string | null;
  credit: string | null;
  /** Until when a price that rises is kept for this checkout. */
  kept: string | null;
  /** The small drawing, laid out by the shop. */
  layout: KeelLayout | null;
  /** Hash of what is shown here. */
  shown: string;
}

export type CheckoutState =
  | { status: 'open' }
  | { status: 'asking' }
  | { status: 'bank'; confirmAt: string }
  | { status: 'refused'; sentence: string }
  | { status: 'fell-away'; sentence: string }
  | { status: 'paid'; next: string };

export interface CheckoutData {
  /** The price that a page's button has chosen already; empty for the first. */
  chosen: string;
  /** The whole page with its headline, or only the form where a page carries it. */
  whole: boolean;
  pathId: string;
  title: string;
  heading: string;
  under: string;
  prices: CheckoutPrice[];
  /** Whether a coupon can be typed here. */
  coupons: boolean;
  /** Countries to choose from where tax depends on them; else none. */
  countries: { code: string; name: string }[];
  country: string;
  things: { title: string; files: string }[];
  state: CheckoutState;
  /** Where cards go: the payment service's own face, never ours. */
  cardService: string;
  sampleCards: boolean;
  shopName: string;
  button: string;
  note: string;
  /** Why nothing can be bought here, when there is no price to choose. */
  closed: string;
}
