import { calledBySeller } from '#core/people';
import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { inWords } from '../statusWords';
import { formatDay, formatTime } from '#core/calendar';
import { formatAmount } from '#core/money';
import { VisitStory } from '../deliver/VisitStory';
import { latelyOf } from '../data/queries/orders';
import type { Draft } from '../data/draft';
import { todayWords } from '#say/today';
const say = todayWords.lately;

const REASONS: Record<string, string> = {
  'not-enough-money': say.insufficientFunds,
  expired: say.cardExpired,
  'confirmation-declined': say.declinedAtBank,
};
const MOST_ORDERS = 7;
const MOST_REFUSED = 3;

/** The latest orders and refused cards. */
export function Lately({ draft }: { draft: Draft }) {
  const { zone, locale } = draft.content.shop;
  const lately = useLiveQuery(() => latelyOf(MOST_ORDERS, MOST_REFUSED), []);
  return (
    <>
      <h2 className="mt-8 mb-2">{say.recentOrders}</h2>
      {lately?.newest.length === 0 && <p className="border-y border-line py-3 text-ink-2">{say.noOrdersYetEach}</p>}
      <table className="rows !cursor-default">
        <tbody>
          {lately?.newest.map((o) => (
            <tr key={o.id}>
              <td className="whitespace-nowrap text-ink-2">
                {formatDay(o.at, zone, locale, { short: true })} {formatTime(o.at, zone, locale)}
              </td>
              <td dir="auto">
                <Link to={`/deliver/orders/${o.id}`} className="underline">
                  {calledBySeller(lately.people.get(o.personId)) || say.customer}
                </Link>
              </td>
              <td className="text-ink-2" dir="auto">
                {o.title}
                {o.status !== 'paid' && <span className="text-ink-3"> · {inWords(o.status)}</span>}
                <VisitStory draft={draft} order={o} short />
              </td>
              <td className="num !pr-0 text-money">
                {o.paid === 0 ? say.free : formatAmount(o.paid, o.currency, locale)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {lately && lately.refused.length > 0 && (
        <>
          <h3 className="mt-5 mb-1">{say.declinedCards}</h3>
          {lately.refused.map((c) => (
            <p key={c.id} className="py-0.5 text-ink-2">
              {formatDay(c.at, zone, locale, { short: true })} {formatTime(c.at, zone, locale)},{' '}
              <span dir="auto">{calledBySeller(lately.people.get(c.personId))}</span>
              {say.for(
                formatAmount(c.amount, c.currency, locale),
                c.title,
                REASONS[c.reason ?? ''] ?? say.noReasonGiven,
              )}
            </p>
          ))}
        </>
      )}
    </>
  );
}
