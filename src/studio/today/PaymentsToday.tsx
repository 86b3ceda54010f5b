import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { cardChargeOf } from '#core/agreements';
import { addDays, dateIn, formatDay } from '#core/calendar';
import { wordsFor } from '#core/words';
import { formatAmount, sum } from '#core/money';
import type { AgreementRow } from '#core/mirror';
import { onceAllIsHere } from '../data/queries/newest';
import { paymentsOn } from '../data/queries/agreements';
import type { Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { agreementsLink } from '../deliver/links';
import { laterLink } from '../deliver/links';
import { todayWords } from '#say/today';
const say = todayWords.paymentsToday;

/** So many rows are named; the list behind has them all. */
const NAMED = 4;

interface Line {
  id: string;
  who: string;
  text: string;
}

/** What payments over time bring today: what came in, what failed and when it is tried again, trials and cards that end. */
export function PaymentsToday({ draft }: { draft: Draft }) {
  const now = useNow();
  const { zone, locale, currency } = draft.content.shop;
  const { tax } = (draft.live?.content ?? draft.content).shop;
  const today = dateIn(now, zone);
  const yesterday = addDays(today, -1);
  const data = useLiveQuery(
    () => onceAllIsHere(() => paymentsOn(today, { zone, currency, named: NAMED })),
    [today, zone, currency],
  );
  if (!data || data.behind.length + data.trials.length + data.expiring.length + data.came.count === 0) return null;
  const day = (at: string): string => formatDay(at, zone, locale);
  const who = (r: AgreementRow): string => data.people.get(r.personId) ?? say.erasedCustomer;
  const failed = data.behind.slice(0, NAMED).map(({ agreement: a, ...r }): Line => ({
    id: a.id,
    who: who({ agreement: a, ...r }),
    text: say.failed(
      formatAmount(sum(a.owed.map((d) => d.amount)), a.currency, locale),
      a.title,
      wordsFor('en').emails.cardReason(a.pastDue?.reason ?? ''),
      a.pastDue?.tryAt ? say.triedAgain(day(a.pastDue.tryAt)) : a.pastDue?.held ? say.onHold : say.noMoreTries,
    ),
  }));
  const ending = data.trials.slice(0, NAMED).map((r): Line => ({
    id: r.id,
    who: who(r),
    text: say.trialEnds(
      r.agreement.title,
      day(r.agreement.trialUntil ?? ''),
      r.agreement.next === null
        ? null
        : formatAmount(cardChargeOf(r.agreement, tax)(r.agreement.next), r.agreement.currency, locale),
    ),
  }));
  const cards = data.expiring.slice(0, NAMED).map((r): Line => ({
    id: r.id,
    who: who(r),
    text: say.cardExpires(
      r.agreement.card?.last4 ?? '',
      r.agreement.title,
      r.agreement.card?.expires?.slice(5) ?? '',
      r.agreement.card?.expires?.slice(0, 4) ?? '',
    ),
  }));
  return (
    <>
      <h2 className="mt-6 mb-2">{say.plansSubscriptions}</h2>
      {data.came.count > 0 && (
        <p className="text-ink-2">
          {say.todayYesterday}{' '}
          <b className="font-semibold text-money">{formatAmount(data.came.paid, currency, locale)}</b>{' '}
          {say.receivedFrom}{' '}
          <Link className="underline" to={laterLink({ days: `${yesterday}..${today}` })}>
            {data.came.count === 1 ? say.laterPayment : say.laterPayments(data.came.count.toLocaleString('en'))}
          </Link>
          .
        </p>
      )}
      <Lines heading={say.failedPayments} lines={failed} more={data.behindCount - failed.length} status="past-due" />
      <Lines heading={say.trialsEndWeek} lines={ending} more={data.trials.length - ending.length} status="in-trial" />
      <Lines heading={say.cardsExpire} lines={cards} more={data.expiring.length - cards.length} status="active" />
    </>
  );
}

function Lines({ heading, lines, more, status }: { heading: string; lines: Line[]; more: number; status: string }) {
  if (lines.length === 0) return null;
  return (
    <section className="mt-3">
      <h3>{heading}</h3>
      <ul>
        {lines.map((l) => (
          <li key={l.id} className="border-t border-line py-2">
            <Link className="font-semibold underline" to={agreementsLink(status, l.id)} dir="auto">
              {l.who}
            </Link>
            : <span className="text-ink-2">{l.text}</span>
          </li>
        ))}
      </ul>
      {more > 0 && (
        <p className="cap">
          <Link className="underline" to={agreementsLink(status)}>
            {say.andMore(more.toLocaleString('en'))}
          </Link>
        </p>
      )}
    </section>
  );
}
