import { Link, useNavigate, useSearchParams } from 'react-router';
import { spansOn } from '#core/booking';
import { addDays, dateIn, formatDay, formatTime, startOfDate, weekStart } from '#core/calendar';
import type { Draft } from '../../data/draft';
import { useBookedQuery } from '../../data/bookedApi';
import { sentenceOf } from '../../data/ownerApi';
import { useNow } from '../../data/useNow';
import { WeekSheet } from '../../frame/WeekSheet';
import { sessionsLink } from '../links';
import { ListRow } from '../ListRow';
import { BusyTimes } from './BusyTimes';
import { dateStands, howItStands } from './inWords';
import { deliverSessionsWords } from '#say/deliver/sessions';
const say = deliverSessionsWords.sessionsSheet;

/** The seller's week: a plain sheet of it, and its sessions as a list, day by day. */
export function SessionsSheet({ draft, selected }: { draft: Draft; selected: string | null }) {
  const { zone, locale } = (draft.live?.content ?? draft.content).shop;
  const [search] = useSearchParams();
  const today = dateIn(useNow(), zone);
  const asked = search.get('week') ?? '';
  const monday = weekStart(/^[12]\d{3}-\d\d-\d\d$/.test(asked) ? asked : today);
  const { data, error } = useBookedQuery({ from: monday, to: addDays(monday, 6) }, { pollingInterval: 60_000 });
  const navigate = useNavigate();
  const days = [0, 1, 2, 3, 4, 5, 6].map((n) => addDays(monday, n));
  const dayOf = (at: string): string => dateIn(at, zone);
  const coachings = (draft.live?.content.products ?? []).filter((p) => p.kind === 'coaching');
  const span = ({ from, until }: { from: string; until: string }): string =>
    `${formatTime(from, zone, locale)}–${formatTime(until, zone, locale)}`;
  const minuteOf = (at: string): number =>
    Number(formatTime(at, zone, 'en').slice(0, 2)) * 60 + Number(formatTime(at, zone, 'en').slice(3));
  return (
    <>
      <h1>{say.sessions}</h1>
      <p className="mt-2 flex flex-wrap items-baseline gap-x-5">
        <Link className="opt" to={sessionsLink(addDays(monday, -7))}>
          {say.previousWeek}
        </Link>
        <b className="font-semibold">
          {say.fromTo(
            formatDay(startOfDate(monday, zone), zone, locale, {}),
            formatDay(startOfDate(addDays(monday, 6), zone), zone, locale),
          )}
        </b>
        <Link className="opt" to={sessionsLink(addDays(monday, 7))}>
          {say.nextWeek}
        </Link>
        {monday !== weekStart(today) && (
          <Link className="opt" to={sessionsLink('')}>
            {say.thisWeek}
          </Link>
        )}
      </p>
      {!data && error && <p className="wrong mt-3">{sentenceOf(error)}</p>}
      {data && (
        <>
          {data.oldestUnmarked !== null && (
            <p className="mt-3 border-l-4 border-draft ps-3">
              {say.unmarkedPastSessionPast(data.unmarked)}{' '}
              <Link className="underline" to={sessionsLink(dayOf(data.oldestUnmarked))}>
                {say.seeOldest(formatDay(data.oldestUnmarked, zone, locale))}
              </Link>
              .
            </p>
          )}
          <WeekSheet
            label={say.weekOpenHoursSessions}
            days={days.map((date) => ({
              name: formatDay(startOfDate(date, zone), zone, locale, { weekday: true, short: true }).replace(
                /^(\S{3})\S*/,
                '$1',
              ),
              open: coachings.flatMap((c) => [...spansOn(c.hours, date)]),
              marks: [
                ...data.dates
                  .filter((d) => !d.calledOff && dayOf(d.from) === date)
                  .map((d) => ({
                    id: d.id,
                    from: minuteOf(d.from),
                    until: minuteOf(d.from) + minutesOf(d),
                    text: `${formatTime(d.from, zone, locale)} ${d.title}`,
                    done: d.until <= data.now,
                  })),
                ...data.sessions
                  .filter((s) => s.status !== 'called-off' && dayOf(s.from) === date)
                  .map((s) => ({
                    id: s.id,
                    from: minuteOf(s.from),
                    until: minuteOf(s.from) + s.minutes,
                    text: `${formatTime(s.from, zone, locale)} ${s.name}`,
                    done: s.status !== 'booked',
                  })),
              ],
            }))}
          />
          {data.sessions.length + data.dates.length === 0 && <p className="mt-4 text-ink-2">{say.noSessionsWeek}</p>}
          {days.map((date) => {
            const of = data.sessions.filter((s) => dayOf(s.from) === date);
            const classes = data.dates.filter((d) => dayOf(d.from) === date);
            if (of.length + classes.length === 0) return null;
            return (
              <section key={date} className="mt-5">
                <h3>
                  {formatDay(startOfDate(date, zone), zone, locale, { weekday: true })}
                  {date === today ? say.today : ''}
                </h3>
                <ul>
                  {classes.map((it) => (
                    <ListRow
                      key={it.id}
                      lead={span(it)}
                      struck={it.calledOff}
                      who={it.title}
                      what={say.class}
                      stands={dateStands(it)}
                      selected={it.id === selected}
                      onTake={() => void navigate(sessionsLink(monday, it.id))}
                    />
                  ))}
                  {of.map((session) => (
                    <ListRow
                      key={session.id}
                      lead={span(session)}
                      struck={session.status === 'called-off'}
                      who={session.name || say.erasedCustomer}
                      what={session.title}
                      stands={howItStands(session, data.now)}
                      selected={session.id === selected}
                      onTake={() => void navigate(sessionsLink(monday, session.id))}
                    />
                  ))}
                </ul>
              </section>
            );
          })}
          <BusyTimes of={data} zone={zone} />
        </>
      )}
    </>
  );
}

const minutesOf = ({ from, until }: { from: string; until: string }): number =>
  Math.round((Date.parse(until) - Date.parse(from)) / 60_000);
