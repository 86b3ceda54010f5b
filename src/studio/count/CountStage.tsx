import { useLiveQuery } from 'dexie-react-hooks';
import { Bar } from 'react-chartjs-2';
import { Link } from 'react-router';
import { withQuietDays } from '#core/mirror';
import { dateIn, formatDay, startOfDate } from '#core/calendar';
import { formatAmount, formatPlain } from '#core/money';
import { laterLink } from '../deliver/links';
import { ordersLink } from '../data/queries/orderQuery';
import type { Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { allMoney } from '../data/queries/money';
import { onceAllIsHere } from '../data/queries/newest';
import { Panes } from '../frame/Panes';
import { useAppSelector } from '../store';
import { colour } from './chart';
import { countWords } from '#say/count';
const say = countWords.countStage;

const DAYS_SHOWN = 60;

/** Count: money in by day and by offer, counted from the orders themselves. */
export default function CountStage({ draft }: { draft: Draft }) {
  const { zone, locale, currency } = draft.content.shop;
  const now = useNow();
  const theme = useAppSelector((state) => state.frame.theme);
  const data = useLiveQuery(() => onceAllIsHere(() => allMoney(currency)), [currency]);
  if (!data) return <Panes draft={draft} sheet={null} outcome={null} />;
  const money = (amount: number): string => formatAmount(amount, currency, locale);
  const { paid, back } = data;
  const shown = withQuietDays(data.days, dateIn(now, zone)).slice(-DAYS_SHOWN);
  return (
    <Panes
      draft={draft}
      sheet={
        <>
          <h1>{say.revenue}</h1>
          {data.count === 0 ? (
            <p className="lead mt-3">
              {say.revenueAppearsHereDay}{' '}
              <Link className="plain-link" to="/sell">
                {say.seeWhatSale}
              </Link>
            </p>
          ) : (
            <>
              <p className="lead mt-2 text-ink-2">
                <b className="font-semibold text-money">{money(paid)}</b> {say.from}{' '}
                <Link className="underline" to={ordersLink({})}>
                  {say.orders(data.count.toLocaleString('en'))}
                </Link>
                {data.laterCount > 0 && (
                  <>
                    {' '}
                    {say.and} <b className="font-semibold text-money">{money(data.laterPaid)}</b> {say.from}{' '}
                    <Link className="underline" to={laterLink()}>
                      {say.laterPayments(data.laterCount.toLocaleString('en'))}
                    </Link>
                  </>
                )}
                {back > 0 && (
                  <>
                    ,{' '}
                    <Link className="underline" to={ordersLink({ group: 'back' })}>
                      {say.ordersRefundedLostDisputes(money(back))}
                    </Link>
                  </>
                )}
                {data.laterBack > 0 && (
                  <>
                    ,{' '}
                    <Link className="underline" to={laterLink({ back: true })}>
                      {say.laterPayments2(money(data.laterBack))}
                    </Link>
                  </>
                )}
                .
              </p>
              <section className="sec mt-4">
                <h3 className="mb-2">{say.revenueDay}</h3>
                {data.laterCount > 0 && (
                  <p className="cap mb-1">
                    <span className="text-money">■</span> {say.orders2} <span className="ml-3 text-access">■</span>{' '}
                    {say.laterPayments3}
                  </p>
                )}
                <div style={{ height: 220 }} role="img" aria-label={say.revenueDayDaysTable(shown.length)}>
                  <Bar
                    key={theme}
                    role="presentation"
                    aria-hidden="true"
                    data={{
                      labels: shown.map((d) => formatDay(startOfDate(d.date, zone), zone, locale, { short: true })),
                      datasets: [
                        {
                          label: say.laterPayments4,
                          data: shown.map((d) => Number(formatPlain(data.laterOn.get(d.date) ?? 0, currency))),
                          backgroundColor: colour('--access-fill'),
                          borderColor: colour('--access'),
                          borderWidth: 1,
                        },
                        {
                          label: say.orders3,
                          data: shown.map((d) => Number(formatPlain(d.paid, currency))),
                          backgroundColor: colour('--money-fill'),
                          borderColor: colour('--money'),
                          borderWidth: 1,
                        },
                      ],
                    }}
                    options={{
                      animation: false,
                      maintainAspectRatio: false,
                      scales: {
                        x: {
                          stacked: true,
                          grid: { display: false },
                          ticks: { color: colour('--ink-2'), maxTicksLimit: 10, maxRotation: 0 },
                        },
                        y: {
                          stacked: true,
                          beginAtZero: true,
                          grid: { color: colour('--line') },
                          ticks: { color: colour('--ink-2'), maxTicksLimit: 5 },
                        },
                      },
                    }}
                  />
                </div>
                <details className="mt-2">
                  <summary className="cap cursor-pointer">{say.showAsList}</summary>
                  <table className="rows mt-1">
                    <tbody>
                      {[...data.days].reverse().map((d) => (
                        <tr key={d.date}>
                          <td>{formatDay(startOfDate(d.date, zone), zone, locale)}</td>
                          <td>
                            <Link className="plain-link" to={ordersLink({ days: d.date })}>
                              {d.orders === 1 ? say.order : say.orders4(d.orders)}
                            </Link>
                          </td>
                          <td className="num text-money">{money(d.paid)}</td>
                          <td className="num text-access">
                            {(data.laterOn.get(d.date) ?? 0) > 0 && (
                              <Link className="plain-link" to={laterLink({ days: d.date })}>
                                {say.later(money(data.laterOn.get(d.date) ?? 0))}
                              </Link>
                            )}
                          </td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                </details>
              </section>
              <section className="sec">
                <h3>{say.byOffer}</h3>
                <table className="rows">
                  <thead>
                    <tr>
                      <th>{say.offer}</th>
                      <th className="num">{say.orders3}</th>
                      <th className="num">{say.paidDayPurchase}</th>
                      <th className="num">{say.laterPayments4}</th>
                      <th className="num !pr-0">{say.refundedLost}</th>
                    </tr>
                  </thead>
                  <tbody>
                    {data.offers.map((o, i) => (
                      <tr key={i}>
                        <td dir="auto">{o.title}</td>
                        <td className="num">
                          <Link className="plain-link" to={ordersLink({ offerId: o.offerId })}>
                            {o.count.toLocaleString('en')}
                          </Link>
                        </td>
                        <td className="num text-money">{money(o.paid)}</td>
                        <td className="num text-access">
                          {o.later && (
                            <Link className="plain-link" to={laterLink({ offerId: o.offerId })}>
                              {money(o.later.paid)}
                            </Link>
                          )}
                        </td>
                        <td className="num !pr-0 text-ink-2">
                          {o.back + (o.later?.back ?? 0) === 0 ? '' : money(o.back + (o.later?.back ?? 0))}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </section>
            </>
          )}
        </>
      }
      outcome={
        <>
          <h2>{say.whatCounted}</h2>
          <p className="mt-2 text-ink-2">{say.allPaidOrdersLater(currency, zone)}</p>
        </>
      }
    />
  );
}
