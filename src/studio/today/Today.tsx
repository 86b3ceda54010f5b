import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { addMs, DAY, formatDay, formatTime } from '#core/calendar';
import { formatAmount } from '#core/money';
import { db } from '../data/db';
import type { Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { useNow } from '../data/useNow';
import { Panes } from '../frame/Panes';
import { MonthSoFar } from './MonthSoFar';
import { useNeedsYou } from './useNeedsYou';

/** Today: what came in, and what needs a person. */
export function Today({ draft }: { draft: Draft }) {
  const now = useNow();
  const { data: about } = useAboutQuery();
  const needs = useNeedsYou(draft, about);
  const { zone, locale, currency } = draft.content.shop;
  const hour = now.slice(0, 13);
  const lately = useLiveQuery(async () => {
    const since = addMs(now, -2 * DAY);
    const orders = await db.orders.where('at').aboveOrEqual(since).toArray();
    const ids = new Set(orders.flatMap((o) => o.passIds));
    const newest = await db.orders.orderBy('at').reverse().limit(7).toArray();
    const refused = await db.charges.where('status').equals('refused').reverse().sortBy('at');
    const people = new Map((await db.people.bulkGet([...newest, ...refused.slice(0, 3)].map((r) => r.personId))).flatMap((p) => (p ? [[p.id, p] as const] : [])));
    return { orders, opened: ids.size, buyers: new Set(orders.map((o) => o.personId)).size, newest, refused: refused.slice(0, 3), people, any: newest.length > 0 };
  }, [hour]);
  const came = lately?.orders.filter((o) => o.currency === currency) ?? [];
  const sum = came.reduce((all, o) => all + o.paid, 0);
  const empty = draft.content.products.length === 0;

  return (
    <Panes
      draft={draft}
      sheet={
        <div className="max-w-3xl px-2">
          <h1>{formatDay(now, zone, locale, { weekday: true })}</h1>
          {lately?.any && <p className="lead mt-2 text-ink-2">In the last two days: <b className="font-semibold text-money">{formatAmount(sum, currency, locale)}</b> from {came.length === 1 ? '1 order' : `${came.length} orders`}, <b className="font-semibold text-access">{lately.opened}</b> {lately.opened === 1 ? 'thing' : 'things'} opened for {lately.buyers === 1 ? '1 person' : `${lately.buyers} people`}.</p>}
          {empty ? (
            <>
              <p className="lead mt-4">What will you sell first?</p>
              <Link className="btn btn-primary mt-3" to="/make/new">Files to download</Link>
              <ul className="mt-8 max-w-lg text-ink-2">
                {[['Make', 'what is delivered: upload the files.'], ['Price', 'what is paid, in one sentence.'], ['Sell', 'a page, a checkout and a thank-you page.'], ['Deliver', 'orders, people, and why somebody can or cannot open a thing.'], ['Follow up', 'the messages that go out by themselves.'], ['Count', 'what came in.']].map(([stage, text]) => <li key={stage} className="border-t border-line py-2"><b className="font-semibold text-ink">{stage}</b>: {text}</li>)}
              </ul>
            </>
          ) : (
            <>
              <h2 className="mt-6 mb-2">Needs you</h2>
              {needs.length === 0 && <p className="border-y border-line py-3 text-ink-2">Nothing needs you.</p>}
              <ul>
                {needs.map((need) => (
                  <li key={need.key} className="flex items-center justify-between gap-5 border-t border-line py-3 last:border-b">
                    <div><span className="text-alarm" aria-hidden="true">● </span><b className="font-semibold">{need.heading}</b><br /><span className="text-ink-2">{need.text}</span></div>
                    <Link className="btn btn-quiet shrink-0" to={need.to}>{need.action}</Link>
                  </li>
                ))}
              </ul>
              <h2 className="mt-8 mb-2">Lately</h2>
              {lately && !lately.any && <p className="border-y border-line py-3 text-ink-2">Nothing was sold yet. Every order stands here the moment it is paid.</p>}
              <table className="rows !cursor-default"><tbody>
                {lately?.newest.map((o) => (
                  <tr key={o.id}>
                    <td className="whitespace-nowrap text-ink-2">{formatDay(o.at, zone, locale, { short: true })} {formatTime(o.at, zone, locale)}</td>
                    <td dir="auto"><Link to={`/deliver/orders/${o.id}`} className="underline">{o.title}</Link>{o.status !== 'paid' && <span className="text-ink-3"> · {o.status}</span>}</td>
                    <td className="text-ink-2" dir="auto">{lately.people.get(o.personId)?.name ?? ''}</td>
                    <td className="num !pr-0 text-money">{o.paid === 0 ? 'free' : formatAmount(o.paid, o.currency, locale)}</td>
                  </tr>
                ))}
              </tbody></table>
              {lately && lately.refused.length > 0 && (
                <>
                  <h3 className="mt-5 mb-1">Cards refused</h3>
                  {lately.refused.map((c) => <p key={c.id} className="py-0.5 text-ink-2">{formatDay(c.at, zone, locale, { short: true })} {formatTime(c.at, zone, locale)}, <span dir="auto">{lately.people.get(c.personId)?.name ?? ''}</span>: {formatAmount(c.amount, c.currency, locale)} for {c.title}, {REASONS[c.reason ?? ''] ?? 'no reason given'}</p>)}
                </>
              )}
            </>
          )}
        </div>
      }
      outcome={<MonthSoFar draft={draft} now={now} />}
    />
  );
}

const REASONS: Record<string, string> = { 'not-enough-money': 'not enough money', expired: 'card expired', 'confirmation-declined': 'declined at the bank' };
