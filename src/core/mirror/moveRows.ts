import type { Instant } from '#core/calendar';
import type { ShopTax } from '#core/catalogue';
import type { Batch, ShopEvent } from '#core/journal';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';
import { agreementTotalsMoved } from './agreementTotals';
import { MirrorRows } from './mirrorRows';
import type { ChargeRow, OrderRow, PassRow, RefundRow } from './rows';
import { addTotal, totalsMoved } from './totals';
import { idsTouched, moneyBackTo } from './touched';
import type { TotalRow } from './totalRow';

/** An order as it is kept: marked where a bank disputes it, so that an index of those few finds it. */
export interface StoredOrder extends OrderRow {
  disputed?: 1;
}

export const stored = (order: OrderRow): StoredOrder => {
  const { disputed: _, ...row } = order as StoredOrder;
  return row.status === 'disputed' ? { ...row, disputed: 1 } : row;
};

/** What the mirror keeps, by table. */
export interface MirrorTables {
  orders: StoredOrder;
  passes: PassRow;
  charges: ChargeRow;
  refunds: RefundRow;
  agreements: AgreementRow;
  laterPayments: LaterPaymentRow;
  totals: TotalRow;
}

/** Where rows are kept. What is read is the reader's own to change. */
export interface RowStore {
  get<K extends keyof MirrorTables>(table: K, keys: string[]): Promise<(MirrorTables[K] | undefined)[]>;
  put<K extends keyof MirrorTables>(table: K, rows: MirrorTables[K][]): Promise<unknown>;
  remove(table: 'totals' | 'charges', keys: string[]): Promise<unknown>;
}

/**
 * Moves kept rows and totals on by batches: only what they touch is read, moved on and written back. To be called
 * within one transaction of the store.
 * @param tax the shop's tax as it stands
 * @returns the orders that changed
 */
export async function moveRows(store: RowStore, batches: readonly Batch[], tax: ShopTax | null): Promise<string[]> {
  const touched = idsTouched(batches);
  const rows = new MirrorRows(tax);
  const read = async <K extends keyof MirrorTables>(table: K, ids: Iterable<string>): Promise<MirrorTables[K][]> =>
    (await store.get(table, [...ids])).filter((row) => row !== undefined);
  for (const refund of await read('refunds', touched.refunds)) {
    rows.refunds.set(refund.id, refund);
    touched.orders.add(refund.orderId);
    if (refund.agreementId !== null) touched.agreements.add(refund.agreementId);
    for (const { kind, id } of moneyBackTo(refund)) touched[kind].add(id);
  }
  const laterBefore = await read('laterPayments', touched.laterPayments);
  for (const later of laterBefore) {
    rows.laterPayments.set(later.id, later);
    touched.agreements.add(later.agreementId);
  }
  const agreementsBefore = await read('agreements', touched.agreements);
  for (const { id, agreement } of agreementsBefore) if (touched.paying.has(id)) touched.orders.add(agreement.orderId);
  const ordersBefore = await read('orders', touched.orders);
  // Rows are changed in place below; what they were is needed to take it off the totals.
  for (const order of ordersBefore) rows.orders.set(order.id, structuredClone(order));
  for (const pass of await read('passes', touched.passes)) rows.passes.set(pass.id, pass);
  for (const charge of await read('charges', touched.charges)) rows.charges.set(charge.id, charge);
  for (const row of agreementsBefore) rows.agreements.set(row.id, structuredClone(row));

  for (const batch of batches) rows.apply(batch);

  await store.put('orders', [...rows.orders.values()].map(stored));
  for (const table of ['passes', 'refunds', 'agreements', 'laterPayments'] as const)
    await store.put(table, [...rows[table].values()]);
  // What was paid stands in its order; only what did not become one is kept as a charge.
  const charges = [...rows.charges.values()];
  const becameOrders = (row: ChargeRow): boolean => row.status === 'paid' && row.quote === null;
  await store.put(
    'charges',
    charges.filter((row) => !becameOrders(row)),
  );
  await store.remove(
    'charges',
    charges.filter(becameOrders).map((row) => row.id),
  );
  await putTotals(
    store,
    agreementTotalsMoved(
      { before: agreementsBefore, after: rows.agreements.values() },
      { before: laterBefore, after: rows.laterPayments.values() },
    ),
  );
  await putTotals(store, totalsMoved(ordersBefore, rows.orders.values()));
  return [...touched.orders];
}

async function putTotals(store: RowStore, totals: Map<string, TotalRow>): Promise<void> {
  const known = await store.get('totals', [...totals.keys()]);
  const moved = [...totals.values()].map((row, i) => ({ key: row.key, row: addTotal(known[i], row) }));
  await store.put(
    'totals',
    moved.flatMap(({ row }) => (row ? [row] : [])),
  );
  await store.remove(
    'totals',
    moved.flatMap(({ key, row }) => (row ? [] : [key])),
  );
}

/** The rows of payment plans and subscriptions that a short history comes to, as a rehearsal plays one. */
export function agreementRowsOf(
  told: Iterable<{ at: Instant; event: ShopEvent }>,
  tax: ShopTax | null,
): Map<string, AgreementRow> {
  const rows = new MirrorRows(tax);
  for (const { at, event } of told) rows.apply({ at, events: [event] });
  return rows.agreements;
}
