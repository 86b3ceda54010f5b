import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { formatDay, formatTime } from '#core/calendar';
import { formatAmount } from '#core/money';
import type { Draft } from '../data/draft';
import { Panes } from '../frame/Panes';
import { OrderStory } from './OrderStory';
import { PeopleSheet } from './PeopleSheet';
import { PersonStory } from './PersonStory';
import { exportOrders } from './exportOrders';
import { type OrderList, useOrders } from './useOrders';

const LISTS: { id: OrderList; name: string }[] = [
  { id: 'orders', name: 'All orders' },
  { id: 'paid', name: 'Paid' },
  { id: 'refunded', name: 'Given back' },
  { id: 'disputed', name: 'Disputed by a bank' },
];

/** Deliver: orders and people as lists, and the story of the one in hand. */
export function DeliverStage({ draft }: { draft: Draft }) {
  const { list = 'orders', id } = useParams();
  const [search, setSearch] = useState('');
  const people = list === 'people';
  const found = useOrders(people ? 'orders' : (list as OrderList), people ? '' : search);
  const index = (
    <>
      <div className="group !pt-0">Orders</div>
      {LISTS.map((l) => (
        <Link key={l.id} className="row" to={`/deliver/${l.id}`} aria-current={list === l.id ? 'true' : undefined}><b className="flex justify-between"><span className="!text-[15px] !text-ink">{l.name}</span><span>{found?.counts[l.id].toLocaleString('en') ?? ''}</span></b></Link>
      ))}
      <div className="group">People</div>
      <Link className="row" to="/deliver/people" aria-current={people ? 'true' : undefined}><b>Everybody who bought</b></Link>
    </>
  );
  return (
    <Panes
      draft={draft}
      index={index}
      indexName="Lists"
      sheet={people ? <PeopleSheet draft={draft} selected={id ?? null} /> : <OrdersSheet draft={draft} list={list as OrderList} selected={id ?? null} search={search} onSearch={setSearch} />}
      outcome={id === undefined ? <p className="text-ink-2">Choose a row to see its story: what was paid, what is open, and why.</p> : people ? <PersonStory draft={draft} personId={id} /> : <OrderStory key={id} draft={draft} orderId={id} />}
    />
  );
}

function OrdersSheet({ draft, list, selected, search, onSearch }: { draft: Draft; list: OrderList; selected: string | null; search: string; onSearch: (text: string) => void }) {
  const found = useOrders(list, search);
  const navigate = useNavigate();
  const { zone, locale } = draft.content.shop;
  const name = LISTS.find((l) => l.id === list)?.name ?? 'Orders';
  const totals = (map: Map<string, number>): string => [...map].filter(([, amount]) => amount > 0).map(([currency, amount]) => formatAmount(amount, currency, locale)).join(' and ');
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-4">
        <h1>{name}</h1>
        <label className="cap">Only those with <input className="fill w-52" aria-label="Search these orders" placeholder="a name, address or number" value={search} onChange={(e) => onSearch(e.target.value)} /></label>
      </div>
      {found && found.count > 0 && <p className="lead mt-2 text-ink-2">{found.count.toLocaleString('en')} {found.count === 1 ? 'order' : 'orders'}, <b className="font-semibold text-money">{totals(found.paid) || 'nothing'}</b> paid{totals(found.back) !== '' && <>, {totals(found.back)} given back</>}. <button className="opt" onClick={() => void exportOrders(list, search, name)}>Export {found.count === 1 ? 'it' : `these ${found.count.toLocaleString('en')}`} as CSV</button></p>}
      {found?.count === 0 && (found.counts.orders === 0 ? <p className="lead mt-3">Here stands every order, the moment it is paid. Nothing was sold yet. <Link className="plain-link" to="/sell">Look at what is on sale</Link></p> : <p className="lead mt-3">No orders match. {found.counts.orders.toLocaleString('en')} without these choices. <button className="plain-link" onClick={() => { onSearch(''); void navigate('/deliver/orders'); }}>Clear them</button></p>)}
      {found && found.rows.length > 0 && (
        <table className="rows mt-3">
          <thead><tr><th>Order</th><th>When</th><th>Who</th><th>What</th><th className="num !pr-0">Paid</th></tr></thead>
          <tbody>
            {found.rows.map(({ order, person }) => (
              <tr key={order.id} aria-selected={order.id === selected} onClick={() => void navigate(`/deliver/${list}/${order.id}`)}>
                <td><Link className="plain-link" to={`/deliver/${list}/${order.id}`} onClick={(e) => e.stopPropagation()}>{order.number}</Link></td>
                <td className="whitespace-nowrap text-ink-2">{formatDay(order.at, zone, locale, { short: true })} {formatTime(order.at, zone, locale)}</td>
                <td dir="auto">{person?.name || person?.address || 'Somebody erased'}</td>
                <td dir="auto">{order.title}{order.status !== 'paid' && <span className={order.status === 'disputed' ? 'text-alarm' : 'text-ink-3'}> · {order.status}</span>}</td>
                <td className="num !pr-0 text-money">{order.paid === 0 ? 'free' : formatAmount(order.paid, order.currency, locale)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {found && found.count > found.rows.length && <p className="cap mt-2">The newest {found.rows.length} of {found.count.toLocaleString('en')}. Search to find others.</p>}
    </>
  );
}
