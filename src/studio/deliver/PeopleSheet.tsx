import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { db } from '../data/db';
import type { Draft } from '../data/draft';

const MOST_ROWS = 200;

/** Everybody who bought, the last buyer first. */
export function PeopleSheet({ draft, selected }: { draft: Draft; selected: string | null }) {
  const [search, setSearch] = useState('');
  const navigate = useNavigate();
  const { zone, locale } = draft.content.shop;
  const found = useLiveQuery(async () => {
    const orders = await db.orders.orderBy('number').toArray();
    const sums = new Map<string, { count: number; last: string; net: Map<string, number> }>();
    for (const order of orders) {
      const sum = sums.get(order.personId) ?? { count: 0, last: '', net: new Map<string, number>() };
      sum.count += 1;
      sum.last = order.at;
      sum.net.set(order.currency, (sum.net.get(order.currency) ?? 0) + order.paid - order.back);
      sums.set(order.personId, sum);
    }
    const wanted = search.trim().toLowerCase();
    const people = (await db.people.toArray()).filter((p) => sums.has(p.id) && `${p.name} ${p.address}`.toLowerCase().includes(wanted)).map((person) => ({ person, sum: sums.get(person.id) }));
    people.sort((a, b) => ((a.sum?.last ?? '') < (b.sum?.last ?? '') ? 1 : -1));
    return { people, all: sums.size };
  }, [search]);
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-4">
        <h1>Everybody who bought</h1>
        <label className="cap">Only those with <input className="fill w-52" aria-label="Search people" placeholder="a name or an address" value={search} onChange={(e) => setSearch(e.target.value)} /></label>
      </div>
      {found && <p className="lead mt-2 text-ink-2">{found.people.length.toLocaleString('en')} {found.people.length === 1 ? 'person' : 'people'}.</p>}
      {found && found.people.length === 0 && <p className="lead mt-3">{found.all === 0 ? 'Here stands everybody who bought something, with what they can open.' : <>Nobody matches. {found.all} without this search. <button className="plain-link" onClick={() => setSearch('')}>Clear it</button></>}</p>}
      {found && found.people.length > 0 && (
        <table className="rows mt-3">
          <thead><tr><th>Who</th><th>E-mail</th><th>Last bought</th><th className="num !pr-0">Paid, less what was given back</th></tr></thead>
          <tbody>
            {found.people.slice(0, MOST_ROWS).map(({ person, sum }) => (
              <tr key={person.id} aria-selected={person.id === selected} onClick={() => void navigate(`/deliver/people/${person.id}`)}>
                <td dir="auto"><Link className="plain-link" to={`/deliver/people/${person.id}`} onClick={(e) => e.stopPropagation()}>{person.name || 'Without a name'}</Link></td>
                <td className="text-ink-2" dir="auto">{person.address}</td>
                <td className="whitespace-nowrap text-ink-2">{formatDay(sum?.last ?? '', zone, locale)}</td>
                <td className="num !pr-0 text-money">{[...(sum?.net ?? [])].map(([currency, amount]) => formatAmount(amount, currency, locale)).join(', ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {found && found.people.length > MOST_ROWS && <p className="cap mt-2">The newest {MOST_ROWS} of {found.people.length.toLocaleString('en')}. Search to find others.</p>}
    </>
  );
}
