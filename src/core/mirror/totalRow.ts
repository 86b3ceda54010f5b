/** How many orders, and how much, under one heading; amounts in minor units of the heading's currency. */
export interface TotalRow {
  key: string;
  count: number;
  paid: number;
  back: number;
}
