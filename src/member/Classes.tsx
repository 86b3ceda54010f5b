import { useCallback, useEffect, useState } from 'react';
import { placeOfZone, timeInZones } from '../core/booking/times';
import { formatTime } from '../core/calendar/format';
import { AnswerLine } from './answers';
import { actOnSeat, type MemberDate, type Problem, readClass, type SeatAct, takeSeat } from './api';
import { DateRow } from './DateRow';
import { useMemberWords } from './memberWords';
import { ownZone } from './Place';
import { BackHome, CannotRead, useAct, useRead } from './useRead';

/** So often it is looked whether the way to join is there. */
const LOOK_AGAIN_MS = 60_000;

/** The dates of a class: where I sit, how to join, what I can take or move to, and the recordings. */
export function Classes({ productId, locale }: { productId: string; locale: string }) {
  const words = useMemberWords();
  const say = words.classes;
  const [moving, setMoving] = useState<string | null>(null);

  const [read, load] = useRead(useCallback(() => readClass(productId, words.notReached), [productId, words]));
  const { busy, said, act, forget } = useAct(load);
  useEffect(() => {
    const timer = setInterval(() => void load(), LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [load]);

  async function go(done: Promise<{ sentence: string } | Problem>): Promise<void> {
    if (await act(done)) setMoving(null);
  }

  if (read === null) return null;
  if ('problem' in read) return <CannotRead problem={read.problem} />;

  const own = ownZone();
  const row = (date: MemberDate) => {
    const seat = date.mine?.sessionId ?? '';
    const onSeat = (wanted: SeatAct): void => void go(actOnSeat(seat, wanted, words.notReached));
    return (
      <DateRow
        key={date.id}
        date={date}
        times={timeInZones(date, [own, date.zone, read.zone], { locale, to: words.booking.to })}
        joinFrom={formatTime(date.joinFrom, own, locale)}
        // Others can be moved to while one is in hand.
        movesHere={moving !== null && moving !== seat && date.free && date.mine?.status !== 'booked'}
        canGo={
          moving === null &&
          date.mine?.canMove === true &&
          read.dates.some((other) => other.id !== date.id && other.free)
        }
        disabled={busy}
        onTake={() => void go(takeSeat(productId, { dateId: date.id, zone: own }, words.notReached))}
        onGo={() => {
          setMoving(seat);
          forget();
        }}
        onMoveHere={() =>
          void go(actOnSeat(moving ?? '', { act: 'change', dateId: date.id, zone: own }, words.notReached))
        }
        onAct={onSeat}
      />
    );
  };
  const coming = read.dates.filter(({ state }) => state === 'to-come' || state === 'on');
  const others = read.dates.filter((date) => !coming.includes(date));
  // What was called off and can still be answered stands with what is to come.
  const toAnswer = others.filter(({ mine }) => mine?.offered);
  const before = others.filter((date) => !toAnswer.includes(date)).reverse();
  return (
    <>
      <BackHome />
      <h1 className="text-2xl" dir="auto">
        {read.title}
      </h1>
      <p className="cap">{words.booking.onOneClock(placeOfZone(own))}</p>
      {said && <AnswerLine said={said} />}
      {read.whyNot !== '' && <p className="message mt-3">{read.whyNot}</p>}
      {moving !== null && (
        <p className="mt-3">
          {say.moving}{' '}
          <button className="plain-link min-h-11" onClick={() => setMoving(null)}>
            {words.booking.notMoving}
          </button>
        </p>
      )}
      <section className="mt-5">
        <h2>{say.coming}</h2>
        {coming.length + toAnswer.length === 0 && <p className="text-ink-2">{say.noDates}</p>}
        <ul>{[...toAnswer, ...coming].map(row)}</ul>
      </section>
      {before.length > 0 && (
        <section className="mt-5">
          <h2>{say.before}</h2>
          <ul>{before.map(row)}</ul>
        </section>
      )}
    </>
  );
}
