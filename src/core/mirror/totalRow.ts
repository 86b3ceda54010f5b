import type { PersonId } from '#core/ids';
/** How many orders, and how much, under one heading; amounts in minor units of the heading's currency. */
export interface TotalRow {
  key: string;
  count: number;
  paid: number;
  back: number;
}

/** What one buyer has bought so far. */
export interface BuyerRow {
  personId: PersonId;
  count: number;
  /** The moment of the latest order. */
  last: string;
  /** Paid less given back, by currency. */
  net: Record<string, number>;
}
