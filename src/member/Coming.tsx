import { useState } from 'react';
import type { BookedSession } from './api';
import { useMemberWords } from './memberWords';
import { Place } from './Place';

/** One that is to come: moved, called off once its price is known, or put into a calendar. */
export function Coming({
  session,
  times,
  place,
  noticeHours,
  disabled,
  onMove,
  onCallOff,
}: {
  session: BookedSession;
  times: readonly string[];
  place: string;
  noticeHours: number;
  disabled: boolean;
  onMove: () => void;
  onCallOff: () => void;
}) {
  const say = useMemberWords().booking;
  const [asking, setAsking] = useState(false);
  const [own, theirs] = times;
  return (
    <li className="border-t border-line py-3">
      <p className="font-semibold">{own}</p>
      {theirs !== undefined && <p className="cap">{theirs}</p>}
      <Place place={place} />
      {asking ? (
        <div className="message mt-2">
          <p>{session.inTime ? say.callOffInTime : say.callOffLate(noticeHours)}</p>
          <p className="mt-2 flex flex-wrap gap-3">
            <button className="btn btn-quiet" disabled={disabled} onClick={onCallOff}>
              {say.callOffYes}
            </button>
            <button className="plain-link min-h-11" onClick={() => setAsking(false)}>
              {say.keepIt}
            </button>
          </p>
        </div>
      ) : (
        <p className="mt-1 flex flex-wrap items-center gap-4">
          {session.inTime && (
            <button className="plain-link min-h-11" onClick={onMove}>
              {say.move}
            </button>
          )}
          {!session.begun && (
            <button className="plain-link min-h-11" onClick={() => setAsking(true)}>
              {say.callOff}
            </button>
          )}
          <a className="plain-link inline-flex min-h-11 items-center" href={`/member/booked/${session.id}.ics`}>
            {say.calendar}
          </a>
        </p>
      )}
    </li>
  );
}
