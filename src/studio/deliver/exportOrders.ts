import { formatPlain } from '#core/money';
import type { OrderQuery } from '../data/queries/orderQuery';
import { inWords } from '../statusWords';
import { saveCsv, toCsv } from './saveCsv';
import { findOrders, type OrderAndPerson } from '../data/queries/orders';

/** Orders as rows of a file: amounts with a point and no grouping, moments in UTC. */
const rowsOf = (orders: readonly OrderAndPerson[]): Record<string, string | number>[] =>
  orders.map(({ order, person }) => ({
    order: order.number,
    at: order.at,
    name: person?.name ?? '',
    address: person?.address ?? '',
    bought: order.title,
    paid: formatPlain(order.paid, order.currency),
    'given back': formatPlain(order.back, order.currency),
    currency: order.currency,
    status: inWords(order.status),
    receipt: order.receipt,
    card: order.last4 ?? '',
  }));

export const ordersCsv = (orders: readonly OrderAndPerson[]): string => toCsv(rowsOf(orders));

/** Saves exactly what is listed, in its order, as a file. */
export async function exportOrders(query: OrderQuery): Promise<void> {
  saveCsv(
    rowsOf((await findOrders(query, Infinity)).rows),
    ['Orders', query.group, query.days].filter((part) => part !== '').join(' '),
  );
}
