import { useLiveQuery } from 'dexie-react-hooks';
import { Link, useSearchParams } from 'react-router';
import type { AgreementRow } from '#core/mirror';
import { type Agreement, cardChargeOf } from '#core/agreements';
import { formatDay } from '#core/calendar';
import type { ShopTax } from '#core/catalogue';
import { paymentsMade } from '#core/messages';
import { formatAmount } from '#core/money';
import { shortTerms } from '#core/terms';
import { type AgreementFound, findAgreements, useAgreementTotals } from '../data/queries/agreements';
import type { Draft } from '../data/draft';
import { type Column, Rows } from '../frame/Rows';
import { inWords } from '../statusWords';
import { ChoiceFill } from '../price/Fill';
import { agreementsLink } from './links';
import { exportAgreements } from './exportAgreements';
import { deliverWords } from '#say/deliver';
const say = deliverWords.agreementsSheet;

const STEP = 100;

export const STATUSES: readonly (readonly [Agreement['status'], string])[] = [
  ['past-due', say.pastDue],
  ['in-trial', say.inTrial],
  ['active', say.active],
  ['paused', say.paused],
  ['ending', say.cancelledStillOpen],
  ['paid-off', say.paidOff],
  ['ended', say.ended],
];

/** Payment plans and subscriptions by status: when the next payment is due, what was paid so far, what is left. */
export function AgreementsSheet({ draft, selected }: { draft: Draft; selected: string | null }) {
  const [params, setParams] = useSearchParams();
  const status = params.get('status') ?? '';
  const kind = params.get('kind') ?? '';
  const { shop } = draft.content;
  const { tax } = (draft.live?.content ?? draft.content).shop;
  const totals = useAgreementTotals();
  const most = Number(params.get('most') ?? STEP);
  const found = useLiveQuery(() => findAgreements(status, kind, most), [status, kind, most]);
  const choose = (name: string, value: string): void =>
    setParams((now) => {
      if (value === '') now.delete(name);
      else now.set(name, value);
      return now;
    });
  const sums = (map: Map<string, number> | undefined): string =>
    [...(map ?? [])]
      .filter(([, amount]) => amount > 0)
      .map(([currency, amount]) => formatAmount(amount, currency, shop.locale))
      .join(' and ');
  const total = totals?.get(status);
  const { locale } = shop;
  const columns: Column<AgreementFound>[] = [
    {
      id: 'who',
      head: say.customer,
      theirs: true,
      cell: ({ row, who }) => (
        <Link className="plain-link" to={agreementsLink(status, row.id)}>
          {who}
        </Link>
      ),
    },
    {
      id: 'what',
      head: say.product,
      theirs: true,
      cell: ({ row: { agreement } }) => (
        <>
          {agreement.title}
          <br />
          <span className="cap">{shortTerms(agreement.terms, agreement.currency, locale)}</span>
        </>
      ),
    },
    {
      id: 'state',
      head: say.state,
      look: ({ row }) => (row.status === 'past-due' ? 'text-alarm' : ''),
      cell: ({ row }) => `${inWords(row.status)}${made(row)}`,
    },
    {
      id: 'next',
      head: say.nextPayment,
      look: 'whitespace-nowrap text-ink-2',
      cell: ({ row }) => nextOf(row, locale, tax),
    },
    {
      id: 'paid',
      head: say.paidSoFar,
      set: 'num',
      look: 'text-money',
      cell: ({ row }) => formatAmount(row.paid, row.agreement.currency, locale),
    },
    {
      id: 'left',
      head: say.remaining,
      set: 'num !pr-0',
      look: 'text-money',
      cell: ({ row }) =>
        row.left === null
          ? say.noEndDate
          : row.left === 0
            ? ''
            : formatAmount(row.left, row.agreement.currency, locale),
    },
  ];
  return (
    <>
      <h1 className="sentence !text-xl">
        <ChoiceFill
          label={say.whatShow}
          value={kind}
          choices={[
            ['', say.plansSubscriptions],
            ['plan', say.paymentPlans],
            ['subscription', say.subscriptions],
          ]}
          onChange={(k) => choose('kind', k)}
        />{' '}
        <ChoiceFill
          label={say.whichStatus}
          value={status}
          choices={[['', say.anyStatus], ...STATUSES.map(([id, name]) => [id, name.toLowerCase()] as const)]}
          onChange={(s) => choose('status', s)}
        />
      </h1>
      {total && total.count > 0 && kind === '' && (
        <p className="lead mt-1 text-ink-2">
          {say.inTotal(total.count.toLocaleString('en'))}{' '}
          <b className="font-semibold text-money">{sums(total.paid) || say.nothing}</b> {say.paidSoFar2}
          {sums(total.left) !== '' && (
            <>
              , <b className="font-semibold">{sums(total.left)}</b> {say.stillComePaymentPlans}
            </>
          )}
          .
        </p>
      )}
      {found && found.length > 0 && (
        <p className="mt-1">
          <button className="opt" onClick={() => void exportAgreements(status, kind)}>
            {say.exportTheseAsCsv}
          </button>
        </p>
      )}
      {found?.length === 0 &&
        (totals?.get('') === undefined ? (
          <p className="lead mt-3">
            {say.noPaymentPlansSubscriptions}{' '}
            <Link className="plain-link" to="/price">
              {say.addSuchPriceOffer}
            </Link>
          </p>
        ) : (
          <p className="lead mt-3">
            {say.noMatches} {totals.get('')?.count.toLocaleString('en')} {say.withoutTheseFilters}{' '}
            <Link className="plain-link" to="/deliver/agreements">
              {say.clearFilters}
            </Link>
          </p>
        ))}
      {found && found.length > 0 && (
        <Rows
          columns={columns}
          rows={found}
          keyOf={({ row }) => row.id}
          selected={selected}
          to={({ row }) => agreementsLink(status, row.id)}
        />
      )}
      {found && found.length === most && (
        <p className="cap mt-2">
          {say.showingFirst(most)}{' '}
          <button className="opt" onClick={() => choose('most', String(most + STEP))}>
            {say.showMore(STEP)}
          </button>
        </p>
      )}
    </>
  );
}

function made({ agreement: a }: AgreementRow): string {
  const { made: n, of } = paymentsMade(a);
  return of === null || a.status === 'ended' ? '' : say.of(n, of);
}

function nextOf({ agreement: a }: AgreementRow, locale: string, tax: ShopTax | null): string {
  const day = (at: string): string => formatDay(at, a.zone, locale, { short: true, year: true });
  if (a.pastDue)
    return a.pastDue.tryAt ? say.againOn(day(a.pastDue.tryAt)) : say.since(day(a.owed[0]?.at ?? a.pastDue.since));
  if (a.status === 'paused') return a.pause?.until ? say.resumesOn(day(a.pause.until)) : say.untilResumed;
  if (a.endsAt) return say.ends(day(a.endsAt));
  return a.next ? `${formatAmount(cardChargeOf(a, tax)(a.next), a.currency, locale)}, ${day(a.next.at)}` : '';
}
