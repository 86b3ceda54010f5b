import { calledBySeller } from '#core/people';
import { inWords } from '../statusWords';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { formatDay, formatTime } from '#core/calendar';
import { formatAmount } from '#core/money';
import type { Draft } from '../data/draft';
import { type Column, Rows } from '../frame/Rows';
import { ShowMore } from '../frame/ShowMore';
import { ActOnMany } from './ActOnMany';
import { exportOrders } from './exportOrders';
import { isFiltered, type OrderQuery, ordersLink } from '../data/queries/orderQuery';
import { OrderSentence } from './OrderSentence';
import { type OrdersFound, useCounts, useOrders } from '../data/queries/orders';
import { deliverWords } from '#say/deliver';
const say = deliverWords.ordersSheet;

/** So many rows are shown at first: some screens of them. */
const FIRST = 50;

/** Orders as a sentence asks for them, with totals over all that match. */
export function OrdersSheet({ draft, query, selected }: { draft: Draft; query: OrderQuery; selected: string | null }) {
  const [most, setMost] = useState(FIRST);
  const found = useOrders(query, most);
  // Counted only where it is said.
  const anyAtAll = { ...query, group: '' as const, offerId: '', days: '', text: '', way: '' };
  const [all] = useCounts(found?.count === 0 ? [anyAtAll] : []) ?? [];
  const held = useHeldRows(found, query);
  const { locale } = draft.content.shop;
  const totals = (map: Map<string, number>): string =>
    [...map]
      .filter(([, amount]) => amount > 0)
      .map(([currency, amount]) => formatAmount(amount, currency, locale))
      .join(' and ');
  return (
    <>
      <OrderSentence draft={draft} query={query} />
      {found && found.count > 0 && (
        <p className="lead mt-1 text-ink-2">
          {say.orders(found.count)} <b className="font-semibold text-money">{totals(found.paid) || say.nothing}</b>{' '}
          {say.paid}
          {totals(found.back) !== '' && <>{say.refunded(totals(found.back))}</>}
          {found.copying ? (
            say.newestOrdersOnlyOlder
          ) : (
            <>
              .{' '}
              <button className="opt" onClick={() => void exportOrders(query, draft.content.paths)}>
                {say.exportThese(found.count, found.count.toLocaleString('en'))}
              </button>
            </>
          )}
        </p>
      )}
      {query.group === 'back' && found && found.count > 0 && <p className="cap">{say.totalsCoverWhatWas}</p>}
      {found && found.count > 0 && !found.copying && (
        <ActOnMany key={JSON.stringify(query)} draft={draft} query={query} count={found.count} />
      )}
      {found?.count === 0 &&
        all !== undefined &&
        (!isFiltered(query) && !found.copying ? (
          <p className="lead mt-3">
            {say.noOrdersYetEach}{' '}
            <Link className="plain-link" to="/sell">
              {say.seeWhatSale}
            </Link>
          </p>
        ) : (
          <p className="lead mt-3">
            {found.copying ? say.noneNewestOrdersMatch : say.noOrdersMatchWithout(all.toLocaleString('en'))}{' '}
            <Link className="plain-link" to="/deliver/orders">
              {say.clearFilters}
            </Link>
          </p>
        ))}
      {held.waiting > 0 && (
        <p className="mt-2" role="status">
          {held.waiting === 1 ? say.newOrder : say.newOrders(held.waiting)}.{' '}
          <button className="opt" onClick={held.show}>
            {say.show}
          </button>
        </p>
      )}
      {held.rows.length > 0 && <OrderRows draft={draft} rows={held.rows} query={query} selected={selected} />}
      {found && <ShowMore shown={found.rows.length} of={found.count} onMost={setMost} />}
    </>
  );
}

/** Rows that arrive do not move the list: they wait until they are asked for. */
function useHeldRows(
  found: OrdersFound | undefined,
  query: OrderQuery,
): { rows: OrdersFound['rows']; waiting: number; show: () => void } {
  const key = JSON.stringify(query);
  const [top, setTop] = useState<{ key: string; number: number } | null>(null);
  const newest = found?.rows.reduce((most, { order }) => Math.max(most, order.number), 0) ?? 0;
  useEffect(() => {
    if (found && top?.key !== key) setTop({ key, number: newest });
  }, [found, key, newest, top]);
  // An empty list has nothing to hold still.
  const limit = top?.key === key && top.number > 0 ? top.number : Infinity;
  const rows = found?.rows.filter(({ order }) => order.number <= limit || query.sort === 'oldest') ?? [];
  return { rows, waiting: (found?.rows.length ?? 0) - rows.length, show: () => setTop({ key, number: newest }) };
}

function OrderRows({
  draft,
  rows,
  query,
  selected,
}: {
  draft: Draft;
  rows: OrdersFound['rows'];
  query: OrderQuery;
  selected: string | null;
}) {
  const { zone, locale } = draft.content.shop;
  const columns: Column<OrdersFound['rows'][number]>[] = [
    {
      id: 'who',
      head: say.customer,
      theirs: true,
      cell: ({ order, person }) => (
        <Link className="plain-link" to={ordersLink(query, order.id)}>
          {calledBySeller(person) || person?.address || say.erasedCustomer}
        </Link>
      ),
    },
    {
      id: 'when',
      head: say.date,
      look: 'whitespace-nowrap text-ink-2',
      cell: ({ order }) =>
        `${formatDay(order.at, zone, locale, { short: true })} ${formatTime(order.at, zone, locale)}`,
    },
    {
      id: 'what',
      head: say.products,
      theirs: true,
      cell: ({ order }) => (
        <>
          {order.title}
          {order.status !== 'paid' && (
            <span className={order.status === 'disputed' ? 'text-alarm' : 'text-ink-3'}>
              {' '}
              · {inWords(order.status)}
            </span>
          )}
        </>
      ),
    },
    { id: 'order', head: say.order, look: 'text-ink-2', cell: ({ order }) => order.number },
    {
      id: 'paid',
      head: say.paid2,
      set: 'num !pr-0',
      look: 'text-money',
      cell: ({ order }) => (order.paid === 0 ? 'free' : formatAmount(order.paid, order.currency, locale)),
    },
  ];
  return (
    <Rows
      columns={columns}
      rows={rows}
      keyOf={({ order }) => order.id}
      selected={selected}
      to={({ order }) => ordersLink(query, order.id)}
    />
  );
}
