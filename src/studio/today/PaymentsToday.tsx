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
  const who = (r: AgreementRow): string => data.people.get(r.personId) ?? 'Somebody erased';
  const failed = data.behind.slice(0, NAMED).map(({ agreement: a, ...r }): Line => ({
    id: a.id,
    who: who({ agreement: a, ...r }),
    text: `${formatAmount(sum(a.owed.map((d) => d.amount)), a.currency, locale)} for ${a.title}: ${wordsFor('en').emails.cardReason(a.pastDue?.reason ?? '')}. ${a.pastDue?.tryAt ? `Tried again on ${day(a.pastDue.tryAt)}.` : a.pastDue?.held ? 'Access is on hold.' : 'No more tries by itself.'}`,
  }));
  const ending = data.trials.slice(0, NAMED).map((r): Line => ({
    id: r.id,
    who: who(r),
    text: `the trial of ${r.agreement.title} ends on ${day(r.agreement.trialUntil ?? '')}${r.agreement.next ? `; then ${formatAmount(cardChargeOf(r.agreement, tax)(r.agreement.next), r.agreement.currency, locale)}` : ''}.`,
  }));
  const cards = data.expiring.slice(0, NAMED).map((r): Line => ({
    id: r.id,
    who: who(r),
    text: `the card ending ${r.agreement.card?.last4 ?? ''} for ${r.agreement.title} expires in ${r.agreement.card?.expires?.slice(5) ?? ''}/${r.agreement.card?.expires?.slice(0, 4) ?? ''}.`,
  }));
  return (
    <>
      <h2 className="mt-6 mb-2">Payments over time</h2>
      {data.came.count > 0 && (
        <p className="text-ink-2">
          Today and yesterday{' '}
          <b className="font-semibold text-money">{formatAmount(data.came.paid, currency, locale)}</b> came in from{' '}
          <Link className="underline" to={laterLink({ days: `${yesterday}..${today}` })}>
            {data.came.count === 1 ? '1 later payment' : `${data.came.count.toLocaleString('en')} later payments`}
          </Link>
          .
        </p>
      )}
      <Lines heading="Did not go through" lines={failed} more={data.behindCount - failed.length} status="past-due" />
      <Lines
        heading="Trials that end this week"
        lines={ending}
        more={data.trials.length - ending.length}
        status="in-trial"
      />
      <Lines heading="Cards that expire" lines={cards} more={data.expiring.length - cards.length} status="active" />
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
            and {more.toLocaleString('en')} more
          </Link>
        </p>
      )}
    </section>
  );
}
