import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { spansOn } from '#core/booking';
import { addDays, dateIn, formatDay, formatTime, startOfDate, weekStart } from '#core/calendar';
import type { SessionRow, SessionsOfDays } from '../../../wire/booking';
import type { DateRow } from '../../../wire/classDates';
import type { Draft } from '../../data/draft';
import { useBookedQuery, usePutBusyMutation } from '../../data/bookedApi';
import { sentenceOf } from '../../data/ownerApi';
import { useNow } from '../../data/useNow';
import { ChooseFile } from '../../frame/ChooseFile';
import { WeekSheet } from '../../frame/WeekSheet';
import { sessionsLink } from '../links';
import { dateStands, howItStands } from './inWords';

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
  const minuteOf = (at: string): number =>
    Number(formatTime(at, zone, 'en').slice(0, 2)) * 60 + Number(formatTime(at, zone, 'en').slice(3));
  return (
    <>
      <h1>Sessions</h1>
      <p className="mt-2 flex flex-wrap items-baseline gap-x-5">
        <Link className="opt" to={sessionsLink(addDays(monday, -7))}>
          The week before
        </Link>
        <b className="font-semibold">
          {formatDay(startOfDate(monday, zone), zone, locale, {})} to{' '}
          {formatDay(startOfDate(addDays(monday, 6), zone), zone, locale)}
        </b>
        <Link className="opt" to={sessionsLink(addDays(monday, 7))}>
          The week after
        </Link>
        {monday !== weekStart(today) && (
          <Link className="opt" to={sessionsLink('')}>
            This week
          </Link>
        )}
      </p>
      {!data && error && <p className="wrong mt-3">{sentenceOf(error)}</p>}
      {data && (
        <>
          {data.oldestUnmarked !== null && (
            <p className="mt-3 border-l-4 border-draft ps-3">
              {data.unmarked === 1 ? '1 session is over' : `${data.unmarked} sessions are over`} and not yet marked as
              held or missed.{' '}
              <Link className="underline" to={sessionsLink(dayOf(data.oldestUnmarked))}>
                The oldest is of {formatDay(data.oldestUnmarked, zone, locale)}
              </Link>
              .
            </p>
          )}
          <WeekSheet
            label="The week: open hours, sessions and what is in the way"
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
          {data.sessions.length + data.dates.length === 0 && (
            <p className="mt-4 text-ink-2">Nothing is booked in this week.</p>
          )}
          {days.map((date) => {
            const of = data.sessions.filter((s) => dayOf(s.from) === date);
            const classes = data.dates.filter((d) => dayOf(d.from) === date);
            if (of.length + classes.length === 0) return null;
            return (
              <section key={date} className="mt-5">
                <h3>
                  {formatDay(startOfDate(date, zone), zone, locale, { weekday: true })}
                  {date === today ? ', today' : ''}
                </h3>
                <ul>
                  {classes.map((of) => (
                    <ClassRow
                      key={of.id}
                      of={of}
                      zone={zone}
                      locale={locale}
                      selected={of.id === selected}
                      onTake={() => void navigate(sessionsLink(monday, of.id))}
                    />
                  ))}
                  {of.map((session) => (
                    <Row
                      key={session.id}
                      session={session}
                      zone={zone}
                      locale={locale}
                      selected={session.id === selected}
                      now={data.now}
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

/** A date of a class: one row, whoever has seats. */
function ClassRow({
  of,
  zone,
  locale,
  selected,
  onTake,
}: {
  of: DateRow;
  zone: string;
  locale: string;
  selected: boolean;
  onTake: () => void;
}) {
  return (
    <li className="border-t border-line">
      <button
        className={`flex w-full flex-wrap items-baseline gap-x-4 px-2 py-2 text-left ${selected ? 'bg-paper-2' : ''}`}
        aria-pressed={selected}
        onClick={onTake}
      >
        <b className={`w-28 font-semibold tabular-nums ${of.calledOff ? 'line-through' : ''}`}>
          {formatTime(of.from, zone, locale)}–{formatTime(of.until, zone, locale)}
        </b>
        <span className="flex-1" dir="auto">
          {of.title} <span className="cap">class</span>
        </span>
        <span className="text-ink-2">{dateStands(of)}</span>
      </button>
    </li>
  );
}

function Row({
  session,
  zone,
  locale,
  selected,
  now,
  onTake,
}: {
  session: SessionRow;
  zone: string;
  locale: string;
  selected: boolean;
  now: string;
  onTake: () => void;
}) {
  return (
    <li className="border-t border-line">
      <button
        className={`flex w-full flex-wrap items-baseline gap-x-4 px-2 py-2 text-left ${selected ? 'bg-paper-2' : ''}`}
        aria-pressed={selected}
        onClick={onTake}
      >
        <b className={`w-28 font-semibold tabular-nums ${session.status === 'called-off' ? 'line-through' : ''}`}>
          {formatTime(session.from, zone, locale)}–{formatTime(session.until, zone, locale)}
        </b>
        <span className="flex-1" dir="auto">
          {session.name || 'Somebody who was erased'} <span className="cap">{session.title}</span>
        </span>
        <span className="text-ink-2">{howItStands(session, now)}</span>
      </button>
    </li>
  );
}

/** What is in the seller's way, read from a calendar file here: when, and nothing of what. */
function BusyTimes({ of, zone }: { of: SessionsOfDays; zone: string }) {
  const [put, putting] = usePutBusyMutation();
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);

  async function take(file: File): Promise<void> {
    const { readCalendar } = await import('../../data/readCalendar');
    const found = readCalendar(await file.text(), { now: of.now, zone });
    if (!found) return setSaid({ text: `“${file.name}” is not a calendar file. Nothing was changed.`, wrong: true });
    try {
      await put({ name: file.name, stretches: found.stretches }).unwrap();
      const parts = [
        `${found.entries === 1 ? '1 entry was' : `${found.entries} entries were`} read: you are busy ${found.stretches.length} times in the year ahead, and nothing is booked then.`,
        ...(found.unread > 0
          ? [`${found.unread} could not be read and ${found.unread === 1 ? 'keeps' : 'keep'} no time free.`]
          : []),
        ...(found.otherZones > 0
          ? [`${found.otherZones} in a zone that is not known here were read on the shop’s clock.`]
          : []),
      ];
      setSaid({ text: parts.join(' '), wrong: false });
    } catch (error) {
      setSaid({ text: sentenceOf(error), wrong: true });
    }
  }

  return (
    <section className="sec mt-6">
      <h3>When you have something else to do</h3>
      <p className="mt-1">
        {of.busyName === '' ? (
          'Drop in a calendar file, and nothing is booked at those times.'
        ) : (
          <>
            From <b dir="auto">{of.busyName}</b>
            {of.busy.length > 0 && <>: {of.busy.length === 1 ? 'once' : `${of.busy.length} times`} in this week</>}.
          </>
        )}{' '}
        Only when is kept, nothing of what.
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-4">
        <ChooseFile
          button
          label="A calendar file with your own times"
          words={of.busyName === '' ? 'Choose a calendar file' : 'Another file in its place'}
          accept=".ics,text/calendar"
          onFiles={([file]) => file && void take(file)}
        />
        {of.busyName !== '' && (
          <button
            className="opt"
            disabled={putting.isLoading}
            onClick={() =>
              void put({ name: '', stretches: [] })
                .unwrap()
                .then(() => setSaid(null))
            }
          >
            Take it away
          </button>
        )}
      </p>
      {said && (
        <p className={said.wrong ? 'wrong' : ''} role={said.wrong ? 'alert' : 'status'}>
          {said.text}
        </p>
      )}
    </section>
  );
}
