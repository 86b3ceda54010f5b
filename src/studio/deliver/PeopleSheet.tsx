import { calledBySeller } from '#core/people';
import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { Link } from 'react-router';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import type { Draft } from '../data/draft';
import { type BuyersFound, findBuyers } from '../data/queries/people';
import { type Column, Rows } from '../frame/Rows';
import { ShowMore } from '../frame/ShowMore';
import { ChoiceFill } from '../price/Fill';
import { May } from '../frame/May';
import { GiveAccess } from './GiveAccess';
import { exportPeople } from './exportPeople';
import { deliverWords } from '#say/deliver';
const say = deliverWords.peopleSheet;

/** So many rows are shown at first: some screens of them. */
const FIRST = 50;

/** Everybody who bought, as a sentence asks for them. */
export function PeopleSheet({ draft, selected }: { draft: Draft; selected: string | null }) {
  const [query, setQuery] = useState({ offerId: '', text: '' });
  const [most, setMost] = useState(FIRST);
  const { zone, locale } = draft.content.shop;
  const found = useLiveQuery(() => findBuyers(query, most), [query, most]);
  const columns: Column<BuyersFound['rows'][number]>[] = [
    {
      id: 'who',
      head: say.customer,
      theirs: true,
      cell: ({ buyer, person }) => (
        <Link className="plain-link" to={`/deliver/people/${buyer.personId}`}>
          {calledBySeller(person) || say.noName}
        </Link>
      ),
    },
    { id: 'address', head: say.email, look: 'text-ink-2', theirs: true, cell: ({ person }) => person?.address },
    {
      id: 'last',
      head: say.lastPurchase,
      look: 'whitespace-nowrap text-ink-2',
      cell: ({ buyer }) => formatDay(buyer.last, zone, locale),
    },
    { id: 'orders', head: say.orders, set: 'num', look: 'text-ink-2', cell: ({ buyer }) => buyer.count },
    {
      id: 'net',
      head: say.paidLessRefunds,
      set: 'num !pr-0',
      look: 'text-money',
      cell: ({ buyer }) =>
        Object.entries(buyer.net)
          .map(([currency, amount]) => formatAmount(amount, currency, locale))
          .join(', '),
    },
  ];
  return (
    <>
      <h1 className="sr-only">{say.customers}</h1>
      <p className="sentence">
        {say.customersWhoBought}{' '}
        <ChoiceFill
          label={say.whichProduct}
          value={query.offerId}
          choices={[['', say.anything], ...draft.content.offers.map((o) => [o.id, o.title || say.untitled] as const)]}
          onChange={(offerId) => setQuery({ ...query, offerId })}
        />{' '}
        {say.matching}{' '}
        <input
          className="fill"
          aria-label={say.searchCustomers}
          placeholder={say.anyNameAddress}
          value={query.text}
          onChange={(e) => setQuery({ ...query, text: e.target.value.slice(0, 200) })}
        />
        {say.latestPurchaseFirst}
      </p>
      <May right="everything">
        <GiveAccess draft={draft} />
      </May>
      {found && found.count > 0 && (
        <p className="lead mt-1 text-ink-2">
          {say.people(found.count)}{' '}
          <button className="opt" onClick={() => void exportPeople(query)}>
            {say.exportThese(found.count, found.count.toLocaleString('en'))}
          </button>
        </p>
      )}
      {found && found.count === 0 && (
        <p className="lead mt-3">
          {found.all === 0 ? (
            say.noCustomersYetEveryone
          ) : (
            <>
              {say.nobodyMatchesWithoutThese(found.all.toLocaleString('en'))}{' '}
              <button className="plain-link" onClick={() => setQuery({ offerId: '', text: '' })}>
                {say.clearFilters}
              </button>
            </>
          )}
        </p>
      )}
      {found && found.count > 0 && (
        <Rows
          columns={columns}
          rows={found.rows}
          keyOf={({ buyer }) => buyer.personId}
          selected={selected}
          to={({ buyer }) => `/deliver/people/${buyer.personId}`}
        />
      )}
      {found && <ShowMore shown={found.rows.length} of={found.count} onMost={setMost} />}
    </>
  );
}
