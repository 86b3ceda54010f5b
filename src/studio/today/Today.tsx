import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { addDays, dateIn, formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import type { Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { useNow } from '../data/useNow';
import { onceAllIsHere } from '../data/queries/newest';
import { ordersLink } from '../data/queries/orderQuery';
import { boughtOn } from '../data/queries/orders';
import { Panes } from '../frame/Panes';
import { EmptyShop } from './EmptyShop';
import { FirstHours } from './FirstHours';
import { GoOn } from './GoOn';
import { Lately } from './Lately';
import { MonthSoFar } from './MonthSoFar';
import { NeedsYou } from './NeedsYou';
import { PaymentsToday } from './PaymentsToday';
import { SessionsToday } from './SessionsToday';
import { useNeedsYou } from './useNeedsYou';
import { todayWords } from '#say/today';
const say = todayWords.today;

/** Today: what came in, and what needs a person. */
export function Today({ draft }: { draft: Draft }) {
  const now = useNow();
  const { data: about } = useAboutQuery();
  const needs = useNeedsYou(draft, about);
  const { zone, locale } = draft.content.shop;
  const empty = draft.content.products.length === 0;
  return (
    <Panes
      draft={draft}
      sheet={
        <div className="max-w-3xl px-2">
          <h1>{formatDay(now, zone, locale, { weekday: true })}</h1>
          <TwoDays draft={draft} />
          <GoOn draft={draft} />
          {empty ? (
            <EmptyShop />
          ) : (
            <>
              <FirstHours draft={draft} />
              <SessionsToday draft={draft} />
              <NeedsYou needs={needs} />
              <PaymentsToday draft={draft} />
              <Lately draft={draft} />
            </>
          )}
        </div>
      }
      outcome={
        draft.live === null ? (
          <p className="text-ink-2">{say.revenueAppearsHereAfter}</p>
        ) : (
          <MonthSoFar draft={draft} now={now} />
        )
      }
    />
  );
}

/** What today and yesterday brought; the figure opens the orders it was counted from. */
function TwoDays({ draft }: { draft: Draft }) {
  const { zone, locale, currency } = draft.content.shop;
  const today = dateIn(useNow(), zone);
  const days = `${addDays(today, -1)}..${today}`;
  const found = useLiveQuery(() => onceAllIsHere(() => boughtOn(days, addDays(today, -1))), [days, today]);
  if (!found || found.count === 0) return null;
  return (
    <p className="lead mt-2 text-ink-2">
      {say.todayYesterday}{' '}
      <b className="font-semibold text-money">{formatAmount(found.paid.get(currency) ?? 0, currency, locale)}</b>{' '}
      {say.from}{' '}
      <Link className="underline" to={ordersLink({ days })}>
        {found.count === 1 ? say.order : say.orders(found.count.toLocaleString('en'))}
      </Link>
      , <b className="font-semibold text-access">{found.opened}</b>{' '}
      {say.openedBuyersPersonPeople(found.opened, found.buyers)}
    </p>
  );
}
