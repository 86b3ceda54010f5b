import { calledBySeller } from '#core/people';
import type { Path } from '#core/paths';
import { wayOf } from './cameBy';
import { quantityOf } from '#core/checkout';
import type { OrderRow } from '#core/mirror';
import { formatPlain } from '#core/money';
import { boughtBy, lineBought } from '#core/payments';
import type { OrderQuery } from '../data/queries/orderQuery';
import { inWords } from '../statusWords';
import { saveCsv, toCsv } from '../frame/saveCsv';
import { findOrders, type OrderAndPerson } from '../data/queries/orders';
import { deliverWords } from '#say/deliver';
const say = deliverWords.exportOrders;

/** Orders as rows of a file, one for each line: amounts with a point and no grouping, moments in UTC. */
const rowsOf = (orders: readonly OrderAndPerson[], paths: readonly Path[]): Record<string, string | number>[] =>
  orders.flatMap(({ order, person }) => order.lines.map((line) => rowOf({ order, person }, line, paths)));

/** One line of an order: its number stands on each of them, and what was paid for the line alone. */
function rowOf(
  { order, person }: OrderAndPerson,
  line: OrderRow['lines'][number],
  paths: readonly Path[],
): Record<string, string | number> {
  const way = wayOf(order, line, paths);
  const payment = boughtBy(order, line.lineId);
  const { amount, givenBack, lost } = lineBought(order, line.lineId);
  return {
    order: order.number,
    at: order.at,
    name: calledBySeller(person),
    address: person?.address ?? '',
    bought: line.priceName === '' ? line.title : `${line.title}, ${line.priceName}`,
    article: line.article ?? '',
    as: way.as,
    path: way.path,
    step: way.step,
    entrance: way.entrance,
    label: way.label,
    quantity: quantityOf(line),
    paid: formatPlain(amount, order.currency),
    refunded: formatPlain(givenBack + lost, order.currency),
    currency: order.currency,
    status: inWords(order.status),
    receipt: payment?.receipt ?? '',
    card: payment?.last4 ?? '',
    'paid by': payment?.last4 == null ? '' : (payment.way ?? 'card'),
  };
}

export const ordersCsv = (orders: readonly OrderAndPerson[], paths: readonly Path[] = []): string =>
  toCsv(rowsOf(orders, paths));

/** Saves exactly what is listed, in its order, as a file. */
export async function exportOrders(query: OrderQuery, paths: readonly Path[]): Promise<void> {
  saveCsv(
    rowsOf((await findOrders(query, Infinity)).rows, paths),
    [say.orders, query.group, query.days].filter((part) => part !== '').join(' '),
  );
}
