import Dexie from 'dexie';
import { useLiveQuery } from 'dexie-react-hooks';
import { Link, useSearchParams } from 'react-router';
import { dayBounds, type LaterPaymentRow, readLaterKey } from '#core/mirror';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { db } from '../data/db';
import type { Draft } from '../data/draft';
import { agreementsLink } from './AgreementsSheet';

const MOST = 200;

interface Choice {
  /** A day, a month, or two days "2026-06-14..2026-06-15"; empty for all. */
  days?: string;
  offerId?: string;
  /** Only those of which something went back. */
  back?: boolean;
}

export function laterLink({ days = '', offerId = '', back = false }: Choice = {}): string {
  const query = new URLSearchParams({
    ...(days === '' ? {} : { days }),
    ...(offerId === '' ? {} : { offer: offerId }),
    ...(back ? { back: '1' } : {}),
  }).toString();
  return `/deliver/payments${query === '' ? '' : `?${query}`}`;
}

/** Payments that came after the day of buying, with the total they add up to. */
export function LaterPayments({ draft }: { draft: Draft }) {
  const [params] = useSearchParams();
  const choice = { days: params.get('days') ?? '', offerId: params.get('offer') ?? '', back: params.has('back') };
  const { locale, zone } = draft.content.shop;
  const found = useLiveQuery(() => find(choice), [choice.days, choice.offerId, choice.back]);
  if (!found) return null;
  const chosen = choice.days !== '' || choice.offerId !== '' || choice.back;
  const title =
    choice.offerId === ''
      ? ''
      : ((draft.live ?? draft).content.offers.find((o) => o.id === choice.offerId)?.title ?? '');
  const sums = (of: Map<string, number>): string =>
    [...of].map(([currency, amount]) => formatAmount(amount, currency, locale)).join(' and ');
  const anyBack = [...found.back.values()].some((amount) => amount > 0);
  return (
    <>
      <h1>Later payments</h1>
      {found.count === 0 ? (
        <p className="lead mt-3">
          Here stands every payment that comes after the day of buying.{' '}
          {chosen ? (
            <>
              None like this.{' '}
              <Link className="plain-link" to={laterLink()}>
                All of them
              </Link>
            </>
          ) : (
            'None came yet.'
          )}
        </p>
      ) : (
        <>
          <p className="lead mt-1 text-ink-2">
            {found.count === 1 ? '1 payment' : `${found.count.toLocaleString('en')} payments`}
            {title !== '' && (
              <>
                {' '}
                for <span dir="auto">{title}</span>
              </>
            )}
            {choice.back && ' of which something went back'},{' '}
            <b className="font-semibold text-money">{sums(found.paid)}</b>
            {anyBack && <>, {sums(found.back)} of it given back or lost</>}
            {choice.days !== '' && <>, {choice.days.replace('..', ' to ')}</>}.
            {chosen && (
              <>
                {' '}
                <Link className="plain-link" to={laterLink()}>
                  All of them
                </Link>
              </>
            )}
          </p>
          <table className="rows mt-3">
            <thead>
              <tr>
                <th>Who</th>
                <th>When</th>
                <th>What</th>
                <th>Paper</th>
                {anyBack && <th className="num">Back</th>}
                <th className="num !pr-0">Paid</th>
              </tr>
            </thead>
            <tbody>
              {found.rows.map(({ row, who }) => (
                <tr key={row.id} data-row>
                  <td dir="auto">
                    <Link className="plain-link" to={agreementsLink('', row.agreementId)}>
                      {who}
                    </Link>
                  </td>
                  <td className="whitespace-nowrap text-ink-2">
                    {formatDay(row.at, zone, locale, { short: true, year: true })}
                  </td>
                  <td dir="auto">{row.title}</td>
                  <td className="text-ink-2">{row.receipt}</td>
                  {anyBack && (
                    <td className="num text-ink-2">{row.back > 0 && formatAmount(row.back, row.currency, locale)}</td>
                  )}
                  <td className="num !pr-0 text-money">{formatAmount(row.amount, row.currency, locale)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {found.count > found.rows.length && (
            <p className="cap mt-2">
              The latest {found.rows.length} of {found.count.toLocaleString('en')}.
            </p>
          )}
        </>
      )}
    </>
  );
}

interface Found {
  count: number;
  paid: Map<string, number>;
  back: Map<string, number>;
  rows: { row: LaterPaymentRow; who: string }[];
}

/** The latest rows of a choice, and totals over all of it: from total rows, or counted where only those that went back are asked for. */
async function find({ days, offerId, back }: Required<Choice>): Promise<Found> {
  const [from, until] = dayBounds(days);
  const to = `${until}\uffff`;
  const found: Found = { count: 0, paid: new Map(), back: new Map(), rows: [] };
  const count = (currency: string, of: { count: number; paid: number; back: number }): void => {
    found.count += of.count;
    found.paid.set(currency, (found.paid.get(currency) ?? 0) + of.paid);
    found.back.set(currency, (found.back.get(currency) ?? 0) + of.back);
  };
  const fits = (row: { day: string; offerId: string }): boolean =>
    row.day >= from && row.day <= to && (offerId === '' || row.offerId === offerId);
  let rows: LaterPaymentRow[];
  if (back) {
    rows = (await db.laterPayments.where('[went+day]').between([1, from], [1, to]).reverse().toArray()).filter(fits);
    for (const row of rows) count(row.currency, { count: 1, paid: row.amount, back: row.back });
  } else {
    for (const total of await db.totals.where('key').startsWith('later|').toArray()) {
      const of = readLaterKey(total.key);
      if (fits(of)) count(of.currency, total);
    }
    rows = await (
      offerId === ''
        ? db.laterPayments.where('day').between(from, to)
        : db.laterPayments.where('[offerId+day]').between([offerId, from || Dexie.minKey], [offerId, to])
    )
      .reverse()
      .limit(MOST)
      .toArray();
  }
  const shown = rows.slice(0, MOST);
  const people = await db.people.bulkGet(shown.map((r) => r.personId));
  found.rows = shown.map((row, i) => ({ row, who: people[i]?.name || people[i]?.address || 'Somebody erased' }));
  return found;
}
