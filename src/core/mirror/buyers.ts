import type { OrderRow } from './rows';
import type { PersonId } from '#core/ids';

/** What one buyer has bought so far. */
export interface Buyer {
  personId: PersonId;
  count: number;
  /** The moment of the latest order. */
  last: string;
  /** Paid less given back, by currency, in minor units: on the day of buying and later. */
  net: Record<string, number>;
}

type Bought = Pick<OrderRow, 'personId' | 'at' | 'currency' | 'paid' | 'back' | 'later'>;

/** Who bought some orders. @param orders all that each of them has bought */
export function buyersOf(orders: Iterable<Bought>): Map<PersonId, Buyer> {
  const buyers = new Map<PersonId, Buyer>();
  for (const { personId, at, currency, paid, back, later } of orders) {
    const buyer = buyers.get(personId) ?? { personId, count: 0, last: at, net: {} };
    buyer.count += 1;
    if (at > buyer.last) buyer.last = at;
    buyer.net[currency] = (buyer.net[currency] ?? 0) + paid - back + later.paid - later.back;
    buyers.set(personId, buyer);
  }
  return buyers;
}
