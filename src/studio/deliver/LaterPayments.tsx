import { useLiveQuery } from 'dexie-react-hooks';
import { Link, useSearchParams } from 'react-router';
import { dayBounds } from '#core/books';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { db } from '../data/db';
import type { Draft } from '../data/draft';
import { agreementsLink } from './AgreementsSheet';

const MOST = 200;

export const laterLink = (days = ''): string => `/deliver/payments${days === '' ? '' : `?days=${days}`}`;

/** Payments that came after the day of buying, by day, with the total they add up to. */
export function LaterPayments({ draft }: { draft: Draft }) {
  const [params] = useSearchParams();
  const days = params.get('days') ?? '';
  const [from, to] = dayBounds(days);
  const { locale } = draft.content.shop;
  const found = useLiveQuery(async () => {
    const totals = (await db.totals.where('key').startsWith('later|').toArray()).map((t) => ({ ...t, currency: t.key.split('|')[1] ?? '', day: t.key.split('|')[2] ?? '' })).filter((t) => days === '' || (t.day >= from && t.day <= `${to}\uffff`));
    const rows = await db.laterPayments.where('day').between(from, `${to}\uffff`).reverse().limit(MOST).toArray();
    const people = await db.people.bulkGet(rows.map((r) => r.personId));
    const sums = new Map<string, number>();
    for (const t of totals) sums.set(t.currency, (sums.get(t.currency) ?? 0) + t.paid);
    return { count: totals.reduce((all, t) => all + t.count, 0), sums, rows: rows.map((row, i) => ({ row, who: people[i]?.name || people[i]?.address || 'Somebody erased' })) };
  }, [days]);
  if (!found) return null;
  return (
    <>
      <h1>Later payments</h1>
      {found.count === 0 ? <p className="lead mt-3">Here stands every payment that comes after the day of buying. {days === '' ? 'None came yet.' : <>None in these days. <Link className="plain-link" to={laterLink()}>All days</Link></>}</p> : (
        <>
          <p className="lead mt-1 text-ink-2">{found.count === 1 ? '1 payment' : `${found.count.toLocaleString('en')} payments`}, <b className="font-semibold text-money">{[...found.sums].map(([currency, amount]) => formatAmount(amount, currency, locale)).join(' and ')}</b>{days === '' ? '' : <>, {days.replace('..', ' to ')}. <Link className="plain-link" to={laterLink()}>All days</Link></>}</p>
          <table className="rows mt-3">
            <thead><tr><th>Who</th><th>When</th><th>What</th><th>Receipt</th><th className="num !pr-0">Paid</th></tr></thead>
            <tbody>{found.rows.map(({ row, who }) => <tr key={row.id} data-row><td dir="auto"><Link className="plain-link" to={agreementsLink('', row.agreementId)}>{who}</Link></td><td className="whitespace-nowrap text-ink-2">{formatDay(row.at, draft.content.shop.zone, locale, { short: true, year: true })}</td><td dir="auto">{row.title}</td><td className="text-ink-2">{row.receipt}</td><td className="num !pr-0 text-money">{formatAmount(row.amount, row.currency, locale)}</td></tr>)}</tbody>
          </table>
          {found.count > found.rows.length && <p className="cap mt-2">The latest {found.rows.length} of {found.count.toLocaleString('en')}.</p>}
        </>
      )}
    </>
  );
}
