import { useLiveQuery } from 'dexie-react-hooks';
import { Link, useSearchParams } from 'react-router';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { findLater, type LaterFound } from '../data/queries/agreements';
import type { Draft } from '../data/draft';
import { type Column, Rows } from '../frame/Rows';
import { agreementsLink, laterLink } from './links';

/** Payments that came after the day of buying, with the total they add up to. */
export function LaterPayments({ draft }: { draft: Draft }) {
  const [params] = useSearchParams();
  const choice = { days: params.get('days') ?? '', offerId: params.get('offer') ?? '', back: params.has('back') };
  const { locale, zone } = draft.content.shop;
  const found = useLiveQuery(() => findLater(choice), [choice.days, choice.offerId, choice.back]);
  const anyBack = [...(found?.back.values() ?? [])].some((amount) => amount > 0);
  const columns: Column<LaterFound['rows'][number]>[] = [
    {
      id: 'who',
      head: 'Who',
      theirs: true,
      cell: ({ row, who }) => (
        <Link className="plain-link" to={agreementsLink('', row.agreementId)}>
          {who}
        </Link>
      ),
    },
    {
      id: 'when',
      head: 'When',
      look: 'whitespace-nowrap text-ink-2',
      cell: ({ row }) => formatDay(row.at, zone, locale, { short: true, year: true }),
    },
    { id: 'what', head: 'What', theirs: true, cell: ({ row }) => row.title },
    { id: 'paper', head: 'Paper', look: 'text-ink-2', cell: ({ row }) => row.receipt },
    ...(anyBack
      ? [
          {
            id: 'back',
            head: 'Back',
            set: 'num',
            look: 'text-ink-2',
            cell: ({ row }: LaterFound['rows'][number]) => row.back > 0 && formatAmount(row.back, row.currency, locale),
          },
        ]
      : []),
    {
      id: 'paid',
      head: 'Paid',
      set: 'num !pr-0',
      look: 'text-money',
      cell: ({ row }) => formatAmount(row.amount, row.currency, locale),
    },
  ];
  if (!found) return null;
  const chosen = choice.days !== '' || choice.offerId !== '' || choice.back;
  const title =
    choice.offerId === ''
      ? ''
      : ((draft.live ?? draft).content.offers.find((o) => o.id === choice.offerId)?.title ?? '');
  const sums = (of: Map<string, number>): string =>
    [...of].map(([currency, amount]) => formatAmount(amount, currency, locale)).join(' and ');
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
          <Rows columns={columns} rows={found.rows} keyOf={({ row }) => row.id} />
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
