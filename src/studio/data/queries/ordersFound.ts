import type { StoredOrder } from '#core/mirror';
import type { PersonRecord } from '#core/people';

export interface OrderAndPerson {
  order: StoredOrder;
  person: PersonRecord | undefined;
}
export interface OrderTotals {
  count: number;
  paid: Map<string, number>;
  back: Map<string, number>;
}
export interface OrdersFound extends OrderTotals {
  rows: OrderAndPerson[];
  /** Only the newest orders are here so far. */
  copying?: true;
}
