import Papa from 'papaparse';
import { formatPlain } from '#core/money';
import { findOrders, type OrderList, type OrdersFound } from './useOrders';

/** Orders as RFC 4180 rows: amounts with a point and no grouping, moments in UTC. A cell that a spreadsheet would run is made harmless. */
export function ordersCsv(rows: OrdersFound['rows']): string {
  const table = rows.map(({ order, person }) => ({
    order: order.number, at: order.at, name: person?.name ?? '', address: person?.address ?? '', bought: order.title, paid: formatPlain(order.paid, order.currency), 'given back': formatPlain(order.back, order.currency),
    currency: order.currency, status: order.status, receipt: order.receipt, card: order.last4 ?? '',
  }));
  return Papa.unparse(table, { newline: '\r\n', escapeFormulae: true });
}

/** Saves exactly what is listed as a file. */
export async function exportOrders(list: OrderList, search: string, name: string): Promise<void> {
  const { rows } = await findOrders(list, search);
  // A mark at the start lets spreadsheets see that this is UTF-8.
  const url = URL.createObjectURL(new Blob(['\uFEFF', ordersCsv(rows)], { type: 'text/csv' }));
  const link = Object.assign(document.createElement('a'), { href: url, download: `${name}.csv` });
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
