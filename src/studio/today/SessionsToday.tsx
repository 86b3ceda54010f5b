import { Link } from 'react-router';
import { productKindOf } from '#core/catalogue';
import { dateIn, formatTime, weekStart } from '#core/calendar';
import { type Draft } from '../data/draft';
import { useBookedQuery } from '../data/bookedApi';
import { useNow } from '../data/useNow';
import { dateStands } from '../deliver/sessions/inWords';
import { sessionsLink } from '../deliver/links';
import { todayWords } from '#say/today';
const say = todayWords.sessionsToday;

/** Today's sessions with how to join, and how many are over and not marked; nothing in a shop that has none. */
export function SessionsToday({ draft }: { draft: Draft }) {
  const { zone, locale } = draft.content.shop;
  const today = dateIn(useNow(), zone);
  const has = draft.live?.content.products.some((p) => productKindOf(p).sessions ?? productKindOf(p).seats) ?? false;
  const { data } = useBookedQuery({ from: today, to: today }, { skip: !has, pollingInterval: 60_000 });
  const toCome = data?.sessions.filter(({ status }) => status !== 'called-off') ?? [];
  const dates = data?.dates.filter(({ calledOff }) => !calledOff) ?? [];
  if (!data || (toCome.length + dates.length === 0 && data.unmarked === 0)) return null;
  return (
    <>
      <h2 className="mt-6 mb-2">{dates.length > 0 ? say.sessionsClassesToday : say.sessionsToday}</h2>
      <ul>
        {dates.map((date) => (
          <li key={date.id} className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-2 last:border-b">
            <b className="font-semibold tabular-nums">
              {formatTime(date.from, zone, locale)}–{formatTime(date.until, zone, locale)}
            </b>
            <span className="min-w-48 flex-1">
              <Link className="underline" to={sessionsLink(weekStart(today), date.id)} dir="auto">
                {date.title}
              </Link>
              {date.until > data.now && date.join !== '' && <Join place={date.join} />}
            </span>
            <span className="text-ink-2">{dateStands(date)}</span>
          </li>
        ))}
        {toCome.map((session) => (
          <li
            key={session.id}
            className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-2 last:border-b"
          >
            <b className="font-semibold tabular-nums">
              {formatTime(session.from, zone, locale)}–{formatTime(session.until, zone, locale)}
            </b>
            <span className="min-w-48 flex-1">
              <Link className="underline" to={sessionsLink(weekStart(today), session.id)} dir="auto">
                {session.name}
              </Link>
              , <span dir="auto">{session.title}</span>
              {session.status === 'booked' && session.place !== '' && <Join place={session.place} />}
            </span>
            {session.status !== 'booked' && <span className="text-ink-2">{session.status}</span>}
          </li>
        ))}
      </ul>
      {data.oldestUnmarked !== null && (
        <p className="mt-2">
          <Link className="underline" to={sessionsLink(dateIn(data.oldestUnmarked, zone))}>
            {say.unmarkedSessionOverSessions(data.unmarked)}
          </Link>
        </p>
      )}
    </>
  );
}

/** Where it takes place; what can be opened of it is a link. */
function Join({ place }: { place: string }) {
  const href = /https:\/\/[^\s<>"]+/.exec(place)?.[0];
  return (
    <span className="cap block break-words" dir="auto">
      {href === undefined ? (
        place
      ) : (
        <a className="underline" href={href} target="_blank" rel="noopener noreferrer">
          {place}
        </a>
      )}
    </span>
  );
}
