import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { placeOfZone, timeInZones } from '#core/booking';
import { addDays, dateIn, formatTime, momentOfWall, weekStart } from '#core/calendar';
import type { SessionAct, SessionRow } from '../../../wire/booking';
import { useActOnBookedMutation, useBookedQuery } from '../../data/bookedApi';
import { sentenceOf } from '../../data/ownerApi';
import { useNow } from '../../data/useNow';
import { May } from '../../frame/May';
import { ChoiceFill } from '../../price/Fill';
import { isWhen, WhenFill } from '../../price/WhenFill';
import { howItStands } from './inWords';
import { deliverSessionsWords } from '#say/deliver/sessions';
const say = deliverSessionsWords.sessionStory;

/** One session: who, when on both clocks, what they answered, and what becomes of it. */
export function SessionStory({ id }: { id: string }) {
  const [search] = useSearchParams();
  const here = dateIn(useNow(), 'UTC');
  const monday = weekStart(search.get('week') ?? here);
  const { data } = useBookedQuery({ from: monday, to: addDays(monday, 6) });
  const [moved, setMoved] = useState<SessionRow | null>(null);
  // Moved out of the week in hand, it stays in hand as it was.
  const session = data?.sessions.find((s) => s.id === id) ?? moved;
  const [act, acting] = useActOnBookedMutation();
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  if (!data || !session) return <p className="text-ink-2">{say.sessionNotWeek}</p>;

  const go = (wanted: SessionAct): void =>
    void act({ id, act: wanted })
      .unwrap()
      .then(
        ({ sentence }) => {
          setMoved(session);
          setSaid({ text: sentence, wrong: false });
        },
        (error: unknown) => setSaid({ text: sentenceOf(error), wrong: true }),
      );
  const times = timeInZones(session, [data.zone, session.zone], { locale: 'en', to: 'to' });
  return (
    <>
      <h2 className="pr-6" dir="auto">
        {session.name || say.erasedCustomer}
      </h2>
      <p className="text-ink-2" dir="auto">
        {session.title}
      </p>
      {times.map((time, i) => (
        <p key={i} className={i === 0 ? 'mt-2 font-semibold' : 'cap'}>
          {time}
        </p>
      ))}
      {session.zone !== null && times.length === 1 && (
        <p className="cap">{say.theirTimeZoneToo(placeOfZone(session.zone))}</p>
      )}
      <p className="mt-1">{howItStands(session, data.now)}</p>
      {session.place !== '' && (
        <p className="mt-1 break-words" dir="auto">
          {session.place}
        </p>
      )}
      {session.answers.length > 0 && (
        <div className="sec mt-3">
          <h3>{say.theirAnswers}</h3>
          {session.answers.map(({ question, text }) => (
            <p key={question} className="mt-1.5" dir="auto">
              <span className="cap">{question}</span>
              <br />
              {text}
            </p>
          ))}
        </div>
      )}
      {said && (
        <p className={`mt-2 ${said.wrong ? 'wrong' : ''}`} role={said.wrong ? 'alert' : 'status'}>
          {said.text}
        </p>
      )}
      <May right="answer">
        <Acts
          key={`${session.status}${session.from}`}
          session={session}
          now={data.now}
          zone={data.zone}
          disabled={acting.isLoading}
          onAct={go}
        />
        <Note key={session.id} note={session.note} onKeep={(text) => go({ act: 'note', text })} />
      </May>
      {session.personId !== '' && (
        <p className="sec">
          <Link className="underline" to={`/deliver/people/${session.personId}`}>
            {say.openCustomer}
          </Link>
        </p>
      )}
    </>
  );
}

function Acts({
  session,
  now,
  zone,
  disabled,
  onAct,
}: {
  session: SessionRow;
  now: string;
  zone: string;
  disabled: boolean;
  onAct: (act: SessionAct) => void;
}) {
  const [open, setOpen] = useState<'move' | 'call-off' | 'missed' | null>(null);
  const [when, setWhen] = useState({ day: dateIn(session.from, zone), time: formatTime(session.from, zone, 'en') });
  const [counts, setCounts] = useState<'back' | 'counts'>('back');
  if (session.status === 'called-off') return null;
  const begun = session.from <= now;
  const choice = (
    <ChoiceFill
      label={say.whetherCounts}
      value={counts}
      choices={[
        ['back', say.theyGetSessionBack],
        ['counts', say.countsAsUsed],
      ]}
      onChange={setCounts}
    />
  );
  return (
    <div className="sec mt-3">
      <p className="flex flex-wrap gap-x-5">
        {begun && session.status !== 'held' && (
          <button className="opt" disabled={disabled} onClick={() => onAct({ act: 'mark', as: 'held', counts: true })}>
            {say.markAsHeld}
          </button>
        )}
        {begun && (
          <button className="opt" onClick={() => setOpen(open === 'missed' ? null : 'missed')}>
            {say.markAsNoShow}
          </button>
        )}
        {session.status === 'booked' && !begun && (
          <button className="opt" onClick={() => setOpen(open === 'move' ? null : 'move')}>
            {say.move}
          </button>
        )}
        {session.status === 'booked' && (
          <button className="opt" onClick={() => setOpen(open === 'call-off' ? null : 'call-off')}>
            {say.cancelSession}
          </button>
        )}
      </p>
      {open === 'missed' && (
        <div className="mt-3 border-l-[3px] border-ink pl-3">
          <p className="sentence !text-base">
            {say.theyDidNotCome} {choice}.
          </p>
          <button
            className="btn btn-primary mt-2"
            disabled={disabled}
            onClick={() => onAct({ act: 'mark', as: 'missed', counts: counts === 'counts' })}
          >
            {say.markAsNoShow2}
          </button>
        </div>
      )}
      {open === 'call-off' && (
        <div className="mt-3 border-l-[3px] border-ink pl-3">
          <p className="sentence !text-base">
            {say.itIsCancelled} {choice}
            {say.theyGetEmailFile}
          </p>
          <button
            className="btn btn-primary mt-2"
            disabled={disabled}
            onClick={() => onAct({ act: 'call-off', counts: counts === 'counts' })}
          >
            {say.cancelSession2}
          </button>
        </div>
      )}
      {open === 'move' && (
        <div className="mt-3 border-l-[3px] border-ink pl-3">
          <p className="sentence !text-base">
            {say.moveItTo} <WhenFill value={when} step={900} onChange={setWhen} />{' '}
            {say.youCanMoveOutside(placeOfZone(zone))}
          </p>
          <button
            className="btn btn-primary mt-2"
            disabled={disabled || !isWhen(when)}
            onClick={() => onAct({ act: 'move', at: momentOfWall(`${when.day}T${when.time}:00.000`, zone) })}
          >
            {say.move2}
          </button>
        </div>
      )}
    </div>
  );
}

function Note({ note, onKeep }: { note: string; onKeep: (text: string) => void }) {
  const [text, setText] = useState(note);
  return (
    <div className="sec">
      <h3>{say.yourNotes}</h3>
      <textarea
        className="bare mt-1 w-full"
        rows={3}
        aria-label={say.yourNotesSession}
        placeholder={say.onlyYouYourHelpers}
        dir="auto"
        value={text}
        onChange={(event) => setText(event.target.value.slice(0, 5_000))}
        onBlur={() => {
          if (text !== note) onKeep(text);
        }}
      />
    </div>
  );
}
