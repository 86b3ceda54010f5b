import { useLiveQuery } from 'dexie-react-hooks';
import { addMs, DAY, dateIn, formatDay, type Instant, startOfDate } from '#core/calendar';
import { formatAmount } from '#core/money';
import { Link } from 'react-router';
import { laterLink } from '../deliver/links';
import { ordersLink } from '../data/queries/orderQuery';
import type { Draft } from '../data/draft';
import { monthMoney } from '../data/queries/money';
import { onceAllIsHere } from '../data/queries/newest';
import { Fetched } from '../frame/Fetched';
import { part } from '../frame/parts';
import { todayWords } from '#say/today';
const say = todayWords.monthSoFar;

const lineChart = part(() => import('../count/LineChart'));
const CHART_HEIGHT = 130;

/** What this month has brought so far, beside the one before on the same day. */
export function MonthSoFar({ draft, now }: { draft: Draft; now: Instant }) {
  const { zone, locale, currency } = draft.content.shop;
  const today = dateIn(now, zone);
  const month = today.slice(0, 7);
  const before = dateIn(addMs(startOfDate(`${month}-01`, zone), -DAY), zone).slice(0, 7);
  const days = useLiveQuery(() => onceAllIsHere(() => monthMoney(currency, before, month)), [before, month, currency]);
  if (!days) return null;
  const cumulated = (name: string, until: string): number[] => {
    let sum = 0;
    return Array.from({ length: 31 }, (_, i) => `${name}-${String(i + 1).padStart(2, '0')}`)
      .filter((date) => date <= until)
      .map((date) => (sum += days.byDay.find((d) => d.date === date)?.paid ?? 0));
  };
  const now31 = cumulated(month, today);
  const last31 = cumulated(before, `${before}-31`);
  const sum = now31[now31.length - 1] ?? 0;
  const then = last31[now31.length - 1] ?? 0;
  const nameOf = (name: string): string =>
    formatDay(startOfDate(`${name}-01`, zone), zone, locale, {}).replace(/^1 /, '');
  const difference = sum - then;
  const orders = days.byDay.filter((d) => d.date.startsWith(month)).reduce((all, d) => all + d.orders, 0);
  return (
    <>
      <h2>{say.monthSoFar}</h2>
      <p className="mt-3 font-head text-[34px] leading-none font-semibold text-money">
        {formatAmount(sum, currency, locale)}
      </p>
      <p className="mt-1 text-ink-2">
        <Link className="plain-link" to={ordersLink({ days: month })}>
          {say.orders(orders)}
        </Link>
        {then > 0 && say.thanSameDay(formatAmount(Math.abs(difference), currency, locale), difference, nameOf(before))}.
      </p>
      {days.later.count > 0 && (
        <p className="mt-1 text-ink-2">
          {say.and} <b className="font-semibold text-money">{formatAmount(days.later.paid, currency, locale)}</b>{' '}
          {say.from}{' '}
          <Link className="plain-link" to={laterLink({ days: month })}>
            {days.later.count === 1 ? say.laterPayment : say.laterPayments(days.later.count)}
          </Link>{' '}
          {say.fromPlansSubscriptions}
        </p>
      )}
      {sum + then > 0 && (
        <div className="mt-3" style={{ minHeight: CHART_HEIGHT }}>
          <Fetched
            fetch={lineChart}
            what={say.chartMonth}
            props={{
              height: CHART_HEIGHT,
              labels: Array.from({ length: 31 }, (_, i) => String(i + 1)),
              now: { name: nameOf(month), values: now31 },
              before: { name: nameOf(before), values: last31 },
              currency,
              locale,
            }}
          />
        </div>
      )}
    </>
  );
}
