import { useEffect, useMemo } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import { productKindOf } from '#core/catalogue';
import type { Draft } from '../data/draft';
import { askLists } from '../data/lists';
import { dropList, useSavedLists } from '../data/savedLists';
import { Panes } from '../frame/Panes';
import { ALL_ORDERS, type OrderQuery, ordersLink, readQuery, writeQuery } from '../data/queries/orderQuery';
import { OrdersSheet } from './OrdersSheet';
import { OrderStory } from './OrderStory';
import { PeopleSheet } from './PeopleSheet';
import { PersonStory } from './PersonStory';
import { AgreementsSheet, STATUSES } from './AgreementsSheet';
import { agreementsLink, tasksLink } from './links';
import { TasksSheet } from './tasks/TasksSheet';
import { TaskStory } from './tasks/TaskStory';
import { useAgreementTotals } from '../data/queries/agreements';
import { AgreementStory } from './AgreementStory';
import { SessionsSheet } from './sessions/SessionsSheet';
import { InHand } from './sessions/InHand';
import { LaterPayments } from './LaterPayments';
import { useCounts } from '../data/queries/orders';
import { deliverWords } from '#say/deliver';
const say = deliverWords.deliverStage;

const LISTS: { name: string; query: OrderQuery }[] = [
  { name: say.allOrders, query: ALL_ORDERS },
  { name: say.paid, query: { ...ALL_ORDERS, group: 'paid' } },
  { name: say.refunded, query: { ...ALL_ORDERS, group: 'back' } },
  { name: say.disputed, query: { ...ALL_ORDERS, group: 'disputed' } },
];

/** Deliver: orders and people as lists, and the story of the one in hand. */
export default function DeliverStage({ draft }: { draft: Draft }) {
  const { list = 'orders', id } = useParams();
  const { search } = useLocation();
  const query = useMemo(() => readQuery(search), [search]);
  const people = list === 'people';
  const agreements = list === 'agreements';
  const payments = list === 'payments';
  const sessions = list === 'sessions';
  const tasks = list === 'tasks';
  // Words will be asked for here, so what they are looked for in is read ahead.
  useEffect(() => {
    const timer = setTimeout(() => void askLists().warm(), 1_000);
    return () => clearTimeout(timer);
  }, []);
  return (
    <Panes
      draft={draft}
      index={
        <ListsIndex
          list={list}
          search={search}
          present={writeQuery(query)}
          hasTasks={[draft.content, draft.live?.content].some((c) => c?.products.some((p) => productKindOf(p).waits))}
          hasSessions={[draft.content, draft.live?.content].some((c) =>
            c?.products.some((p) => productKindOf(p).sessions ?? productKindOf(p).seats),
          )}
        />
      }
      indexName={say.lists}
      inHand={
        people
          ? say.allCustomers
          : agreements
            ? say.plansSubscriptions
            : payments
              ? say.laterPayments
              : tasks
                ? say.doSend
                : sessions
                  ? say.sessions
                  : say.orders
      }
      sheet={
        agreements ? (
          <AgreementsSheet draft={draft} selected={id ?? null} />
        ) : payments ? (
          <LaterPayments draft={draft} />
        ) : tasks ? (
          <TasksSheet selected={id ?? null} />
        ) : sessions ? (
          <SessionsSheet draft={draft} selected={id ?? null} />
        ) : people ? (
          <PeopleSheet draft={draft} selected={id ?? null} />
        ) : (
          <OrdersSheet draft={draft} query={query} selected={id ?? null} />
        )
      }
      outcome={
        id === undefined ? (
          <p className="text-ink-2">{say.chooseRowSeeIts}</p>
        ) : agreements ? (
          <AgreementStory key={id} draft={draft} id={id} />
        ) : tasks ? (
          <TaskStory key={id} passId={id} />
        ) : sessions ? (
          <InHand key={id} id={id} draft={draft} />
        ) : people ? (
          <PersonStory key={id} draft={draft} personId={id} />
        ) : (
          <OrderStory key={id} draft={draft} orderId={id} />
        )
      }
    />
  );
}

function ListsIndex({
  list,
  search,
  present,
  hasSessions,
  hasTasks,
}: {
  list: string;
  search: string;
  present: string;
  hasSessions: boolean;
  hasTasks: boolean;
}) {
  const people = list === 'people';
  const totals = useAgreementTotals();
  const status = list === 'agreements' ? (new URLSearchParams(search).get('status') ?? '') : null;
  const saved = useSavedLists();
  const own = saved.map((l) => ({ ...l, query: readQuery(l.query) }));
  const counts = useCounts([...LISTS, ...own].map((l) => l.query));
  const row = (name: string, query: OrderQuery, count: number | undefined) => (
    <Link
      key={name}
      className="row"
      to={ordersLink(query)}
      aria-current={list === 'orders' && writeQuery(query) === present ? 'true' : undefined}
    >
      <b className="flex justify-between gap-3">
        <span className="!text-[15px] !text-ink" dir="auto">
          {name}
        </span>
        <span>{count?.toLocaleString('en') ?? ''}</span>
      </b>
    </Link>
  );
  return (
    <>
      <div className="group !pt-0">{say.orders}</div>
      {LISTS.map((l, i) => row(l.name, l.query, counts?.[i]))}
      {own.length > 0 && <div className="group">{say.yourLists}</div>}
      {own.map((l, i) => (
        <div key={l.id} className="relative">
          {row(l.name, l.query, counts?.[LISTS.length + i])}
          {!people && writeQuery(l.query) === present && (
            <button className="opt ml-[18px] !text-[13px]" onClick={() => void dropList(l.id)}>
              {say.deleteList}
            </button>
          )}
        </div>
      ))}
      <div className="group">{say.plansSubscriptions}</div>
      {[['', say.allPayments] as const, ...STATUSES]
        .filter(([id]) => id === '' || (totals?.get(id)?.count ?? 0) > 0)
        .map(([id, name]) => (
          <Link key={id} className="row" to={agreementsLink(id)} aria-current={status === id ? 'true' : undefined}>
            <b className="flex justify-between gap-3">
              <span className={`!text-[15px] ${id === 'past-due' ? '!text-alarm' : '!text-ink'}`}>{name}</span>
              <span>{totals?.get(id)?.count.toLocaleString('en') ?? ''}</span>
            </b>
          </Link>
        ))}
      <Link className="row" to="/deliver/payments" aria-current={list === 'payments' ? 'true' : undefined}>
        <b>{say.laterPayments}</b>
      </Link>
      {hasSessions && (
        <>
          <div className="group">{say.sessionsClasses}</div>
          <Link className="row" to="/deliver/sessions" aria-current={list === 'sessions' ? 'true' : undefined}>
            <b>{say.calendar}</b>
          </Link>
        </>
      )}
      {hasTasks && (
        <>
          <div className="group">{say.handPost}</div>
          <Link className="row" to={tasksLink()} aria-current={list === 'tasks' ? 'true' : undefined}>
            <b>{say.doSend}</b>
          </Link>
        </>
      )}
      <div className="group">{say.customers}</div>
      <Link className="row" to="/deliver/people" aria-current={people ? 'true' : undefined}>
        <b>{say.allCustomers}</b>
      </Link>
    </>
  );
}
