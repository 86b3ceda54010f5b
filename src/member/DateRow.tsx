import { useState } from 'react';
import type { MemberDate, SeatAct } from './api';
import { useMemberWords } from './memberWords';
import { Place } from './Place';

interface Props {
  date: MemberDate;
  /** On each clock that shows another time, the reader's first. */
  times: readonly string[];
  /** The reader's time from which on the way to join is shown. */
  joinFrom: string;
  movesHere: boolean;
  canGo: boolean;
  disabled: boolean;
  onTake: () => void;
  onGo: () => void;
  onMoveHere: () => void;
  onAct: (act: SeatAct) => void;
}

/** One date: when it is, whether I have a seat, how to join it, and what can be done about it. */
export function DateRow({ date, times, joinFrom, movesHere, canGo, disabled, onTake, onGo, onMoveHere, onAct }: Props) {
  const say = useMemberWords().classes;
  const words = useMemberWords();
  const [asking, setAsking] = useState<'leave' | 'money' | null>(null);
  const { mine, state } = date;
  const [own, ...others] = times;
  const sits = mine !== null && mine.status === 'booked' && (state === 'to-come' || state === 'on');
  const offered = mine?.offered ?? null;
  const money = offered?.money ?? null;
  return (
    <li className="border-t border-line py-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <p className={`font-semibold ${state === 'called-off' ? 'line-through' : ''}`}>{own}</p>
        <span className={state === 'on' ? 'text-access' : 'cap'}>{say.states[state] || date.room}</span>
      </div>
      {others.map((time) => (
        <p key={time} className="cap">
          {time}
        </p>
      ))}
      {sits && <p className="text-access">{say.seats(mine.seats)}</p>}
      {sits && date.join === '' && state === 'to-come' && <p className="cap">{say.joinFrom(joinFrom)}</p>}
      {date.join !== '' && (
        <div className="message calm mt-2">
          <b className="font-semibold">{say.join}</b>
          <Place place={date.join} />
        </div>
      )}
      {offered && (
        <p className="mt-2">
          {state === 'called-off' ? say.wasCalledOff : say.wasMoved} {say.until(offered.until)}
        </p>
      )}
      {asking !== null ? (
        <div className="message mt-2">
          <p>{asking === 'money' ? say.moneyAsk(money ?? '') : say.leaveAsk}</p>
          <p className="mt-2 flex flex-wrap gap-3">
            <button className="btn btn-quiet" disabled={disabled} onClick={() => onAct({ act: asking })}>
              {asking === 'money' ? say.moneyYes : say.leaveYes}
            </button>
            <button className="plain-link min-h-11" onClick={() => setAsking(null)}>
              {words.booking.keepIt}
            </button>
          </p>
        </div>
      ) : (
        <p className="mt-1 flex flex-wrap items-center gap-x-4">
          {movesHere && (
            <button className="btn btn-primary" disabled={disabled} onClick={onMoveHere}>
              {say.moveHere}
            </button>
          )}
          {date.canTake && !movesHere && (
            <button className="btn btn-primary" disabled={disabled} onClick={onTake}>
              {say.take}
            </button>
          )}
          {canGo && (
            <button className="plain-link min-h-11" onClick={onGo}>
              {say.another}
            </button>
          )}
          {money !== null && (
            <button className="plain-link min-h-11" onClick={() => setAsking('money')}>
              {say.money(money)}
            </button>
          )}
          {sits && state === 'to-come' && (
            <>
              <button className="plain-link min-h-11" onClick={() => setAsking('leave')}>
                {say.leave}
              </button>
              <a className="plain-link inline-flex min-h-11 items-center" href={`/member/booked/${mine.sessionId}.ics`}>
                {words.booking.calendar}
              </a>
            </>
          )}
        </p>
      )}
      {date.recording.length > 0 && (
        <ul className="mt-1" aria-label={say.recording}>
          {date.recording.map((file) => (
            <li key={file.id} className="flex items-center justify-between gap-3 py-1">
              <span className="min-w-0 break-words" dir="auto">
                {say.recording}: {file.name} <span className="cap whitespace-nowrap">{file.size}</span>
              </span>
              {file.href !== '' && (
                <a
                  className="btn btn-quiet shrink-0"
                  href={file.href}
                  aria-label={`${file.elsewhere ? words.open : words.download} ${file.name}`}
                  {...(file.elsewhere ? { target: '_blank', rel: 'noopener' } : {})}
                >
                  {file.elsewhere ? words.open : words.download}
                </a>
              )}
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}
