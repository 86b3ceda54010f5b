import { useCallback, useState } from 'react';
import { placeOfZone, timeInZones } from '../core/booking/times';
import { formatDay, formatTime } from '../core/calendar/format';
import { AnswerLine } from './answers';
import { actOnBooked, bookAt, type BookedSession, type Problem, readBooking } from './api';
import { useMemberWords } from './memberWords';
import { Chosen } from './Chosen';
import { Coming } from './Coming';
import { ownZone } from './Place';
import { BackHome, CannotRead, useAct, useRead } from './useRead';

/** Sessions of one coaching: what is booked, what is free, and what was given and used. */
export function Booking({ productId, locale }: { productId: string; locale: string }) {
  const words = useMemberWords();
  const say = words.booking;
  const [from, setFrom] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [moving, setMoving] = useState<BookedSession | null>(null);

  const [read, load] = useRead(
    useCallback(() => readBooking(productId, from, words.notReached), [productId, from, words]),
  );

  const { busy, said, act, forget } = useAct(load);
  async function go(done: Promise<{ sentence: string } | Problem>): Promise<void> {
    if (await act(done)) setMoving(null);
    setChosen(null);
  }

  if (read === null) return null;
  if ('problem' in read) return <CannotRead problem={read.problem} />;

  const own = ownZone();
  const times = (span: { from: string; until: string }): string[] =>
    timeInZones(span, [own, read.zone], { locale, to: say.to });
  const ends = (at: string): string => new Date(Date.parse(at) + read.minutes * 60_000).toISOString();
  const toCome = read.sessions.filter((session) => !session.over);
  const over = read.sessions.filter((session) => session.over).reverse();
  const sameClock =
    formatTime(read.slots[0] ?? EVER, own, locale) === formatTime(read.slots[0] ?? EVER, read.zone, locale);
  return (
    <>
      <BackHome />
      <h1 className="text-2xl" dir="auto">
        {read.title}
      </h1>
      <p className={read.left > 0 ? 'text-access' : 'text-ink-2'}>{read.leftSaid}</p>
      <p className="cap">
        {sameClock ? say.onOneClock(placeOfZone(own)) : say.onYourClock(placeOfZone(own), placeOfZone(read.zone))}
      </p>
      {said && <AnswerLine said={said} />}

      <section className="mt-5">
        <h2>{say.toCome}</h2>
        {toCome.length === 0 && <p className="text-ink-2">{say.nothingBooked}</p>}
        <ul>
          {toCome.map((session) => (
            <Coming
              key={session.id}
              session={session}
              times={times(session)}
              place={read.place}
              noticeHours={read.noticeHours}
              disabled={busy}
              onMove={() => {
                setMoving(session);
                setChosen(null);
                forget();
              }}
              onCallOff={() =>
                void go(actOnBooked(session.id, { act: 'call-off', seenLate: !session.inTime }, words.notReached))
              }
            />
          ))}
        </ul>
      </section>

      {(read.whyNot === '' || moving !== null) && (
        <section className="mt-5">
          <h2>{say.free}</h2>
          {moving && (
            <p>
              {say.moving(times(moving)[0] ?? '')}{' '}
              <button className="plain-link min-h-11" onClick={() => setMoving(null)}>
                {say.notMoving}
              </button>
            </p>
          )}
          {read.slots.length === 0 && <p className="text-ink-2">{say.noneFree}</p>}
          {byDay(read.slots, own, locale).map(({ day, slots }) => (
            <div key={day} className="mt-3">
              <h3 className="text-[15px] font-semibold">{day}</h3>
              <div className="mt-1 flex flex-wrap gap-2">
                {slots.map((at) => (
                  <button
                    key={at}
                    className={`btn ${chosen === at ? 'btn-primary' : 'btn-quiet'} tabular-nums`}
                    aria-pressed={chosen === at}
                    aria-label={times({ from: at, until: ends(at) }).join('; ')}
                    onClick={() => setChosen(chosen === at ? null : at)}
                  >
                    {formatTime(at, own, locale)}
                  </button>
                ))}
              </div>
              {chosen !== null && slots.includes(chosen) && (
                <Chosen
                  key={chosen}
                  times={times({ from: chosen, until: ends(chosen) })}
                  questions={moving ? [] : read.questions}
                  word={moving ? say.moveHere : say.bookThis}
                  needed={say.needed}
                  disabled={busy}
                  onYes={(answers) =>
                    void go(
                      moving
                        ? actOnBooked(moving.id, { act: 'move', at: chosen, zone: own }, words.notReached)
                        : bookAt(productId, { at: chosen, zone: own, answers }, words.notReached),
                    )
                  }
                />
              )}
            </div>
          ))}
          <p className="mt-3 flex gap-4">
            {read.next !== null && (
              <button className="btn btn-quiet" onClick={() => setFrom(read.next ?? '')}>
                {say.later}
              </button>
            )}
            {from !== '' && (
              <button className="plain-link min-h-11" onClick={() => setFrom('')}>
                {say.fromToday}
              </button>
            )}
          </p>
        </section>
      )}
      {read.whyNot !== '' && read.left > 0 && <p className="message mt-5">{read.whyNot}</p>}

      {over.length > 0 && (
        <section className="mt-5">
          <h2>{say.over}</h2>
          <ul>
            {over.map((session) => (
              <li key={session.id} className="border-t border-line py-2">
                {times(session)[0]} <span className="cap">{session.said}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <details className="mt-5">
        <summary className="plain-link min-h-11 cursor-pointer py-2">{say.lines}</summary>
        <table className="w-full text-[15px]">
          <tbody>
            {read.ledger.map((line, i) => (
              <tr key={i} className="border-t border-line">
                <td className="py-1 pe-3">
                  {line.what} <span className="cap whitespace-nowrap">{line.day}</span>
                </td>
                <td className="py-1 pe-3 text-end tabular-nums">{line.change > 0 ? `+${line.change}` : line.change}</td>
                <td className="py-1 text-end whitespace-nowrap">{say.leftAfter(line.left)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  );
}

const EVER = '2026-01-01T00:00:00.000Z';

/** Times under the days of the reader's own clock. */
function byDay(slots: readonly string[], zone: string, locale: string): { day: string; slots: string[] }[] {
  const days = new Map<string, string[]>();
  for (const at of slots) {
    const day = formatDay(at, zone, locale, { weekday: true });
    days.set(day, [...(days.get(day) ?? []), at]);
  }
  return [...days].map(([day, of]) => ({ day, slots: of }));
}
