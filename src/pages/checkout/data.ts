/** One price with the quote the shop made for it: the page shows these words and carries the hash back, never an amount. */
export interface CheckoutPrice {
  id: string;
  name: string;
  usual: string | null;
  dueToday: string;
  free: boolean;
  statement: string;
  later: string;
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
  pathId: string;
  title: string;
  heading: string;
  under: string;
  prices: CheckoutPrice[];
  things: { title: string; files: string }[];
  state: CheckoutState;
  /** Where cards go: the payment service's own face, never ours. */
  cardService: string;
  sampleCards: boolean;
  shopName: string;
  button: string;
  note: string;
  statementText: string;
}
