import { useLiveQuery } from 'dexie-react-hooks';
import { Link, useSearchParams } from 'react-router';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { findLater, type LaterFound } from '../data/queries/agreements';
import type { Draft } from '../data/draft';
import { type Column, Rows } from '../frame/Rows';
import { agreementsLink, laterLink } from './links';
import { deliverWords } from '#say/deliver';
const say = deliverWords.laterPayments;

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
      head: say.customer,
      theirs: true,
      cell: ({ row, who }) => (
        <Link className="plain-link" to={agreementsLink('', row.agreementId)}>
          {who}
        </Link>
      ),
    },
    {
      id: 'when',
      head: say.date,
      look: 'whitespace-nowrap text-ink-2',
      cell: ({ row }) => formatDay(row.at, zone, locale, { short: true, year: true }),
    },
    { id: 'what', head: say.product, theirs: true, cell: ({ row }) => row.title },
    { id: 'paper', head: say.invoice, look: 'text-ink-2', cell: ({ row }) => row.receipt },
    ...(anyBack
      ? [
          {
            id: 'back',
            head: say.refunded,
            set: 'num',
            look: 'text-ink-2',
            cell: ({ row }: LaterFound['rows'][number]) => row.back > 0 && formatAmount(row.back, row.currency, locale),
          },
        ]
      : []),
    {
      id: 'paid',
      head: say.paid,
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
      <h1>{say.laterPayments}</h1>
      {found.count === 0 ? (
        <p className="lead mt-3">
          {say.everyPaymentAfterDay}{' '}
          {chosen ? (
            <>
              {say.noMatches}{' '}
              <Link className="plain-link" to={laterLink()}>
                {say.showAll}
              </Link>
            </>
          ) : (
            say.noLaterPaymentsYet
          )}
        </p>
      ) : (
        <>
          <p className="lead mt-1 text-ink-2">
            {found.count === 1 ? say.payment : say.payments(found.count.toLocaleString('en'))}
            {title !== '' && (
              <>
                {' '}
                {say.for} <span dir="auto">{title}</span>
              </>
            )}
            {choice.back && say.someRefunded}, <b className="font-semibold text-money">{sums(found.paid)}</b>
            {anyBack && <>{say.refundedLost(sums(found.back))}</>}
            {choice.days !== '' && <>, {choice.days.replace('..', ' to ')}</>}.
            {chosen && (
              <>
                {' '}
                <Link className="plain-link" to={laterLink()}>
                  {say.showAll}
                </Link>
              </>
            )}
          </p>
          <Rows columns={columns} rows={found.rows} keyOf={({ row }) => row.id} />
          {found.count > found.rows.length && (
            <p className="cap mt-2">{say.latestOf(found.rows.length, found.count.toLocaleString('en'))}</p>
          )}
        </>
      )}
    </>
  );
}
