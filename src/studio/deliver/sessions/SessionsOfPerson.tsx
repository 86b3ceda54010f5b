import { useState } from 'react';
import type { PersonSessions } from '../../../wire/booking';
import { useGiveSessionsMutation, useSessionsOfQuery } from '../../data/bookedApi';
import { sentenceOf } from '../../data/ownerApi';
import { May } from '../../frame/May';
import { CountFill, TextFill } from '../../price/Fill';
import { deliverSessionsWords } from '#say/deliver/sessions';
const say = deliverSessionsWords.sessionsOfPerson;

/** What somebody has of sessions, line by line, and more of them by hand. */
export function SessionsOfPerson({ personId }: { personId: string }) {
  const { data } = useSessionsOfQuery(personId);
  if (!data || data.passes.length === 0) return null;
  return (
    <div className="sec">
      <h3>{say.sessions}</h3>
      {data.passes.map((pass) => (
        <Ledger key={pass.passId} pass={pass} />
      ))}
    </div>
  );
}

function Ledger({ pass }: { pass: PersonSessions['passes'][number] }) {
  const [giving, setGiving] = useState(false);
  const [count, setCount] = useState(1);
  const [reason, setReason] = useState('');
  const [give, sending] = useGiveSessionsMutation();
  const [said, setSaid] = useState<string | null>(null);
  return (
    <div className="mt-1.5">
      <p>
        <span dir="auto">{pass.title}</span>: {pass.left === 1 ? say.sessionLeft : say.sessionsLeft(pass.left)}
        {!pass.open && say.accessClosedNow}.
      </p>
      <table className="mt-1 w-full text-[14px]" aria-label={say.sessionHistory(pass.title)}>
        <tbody>
          {pass.ledger.map((line, i) => (
            <tr key={i} className="border-t border-line">
              <td className="py-1 pr-2 whitespace-nowrap text-ink-2">{line.day}</td>
              <td className="py-1 pr-2">{line.what}</td>
              <td className="py-1 pr-2 text-right tabular-nums">{line.change > 0 ? `+${line.change}` : line.change}</td>
              <td className="py-1 text-right tabular-nums">{line.left}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {pass.open && (
        <May right="answer">
          {giving ? (
            <p className="sentence !text-base">
              {say.add} <CountFill label={say.howManySessionsAdd} value={count} from={1} to={200} onChange={setCount} />{' '}
              {say.sessionsReason}{' '}
              <TextFill label={say.reason} placeholder={say.yourNotes} value={reason} onChange={setReason} />{' '}
              <button
                className="btn btn-primary btn-sm"
                disabled={sending.isLoading}
                onClick={() =>
                  void give({ passId: pass.passId, count, reason })
                    .unwrap()
                    .then(
                      ({ sentence }) => {
                        setSaid(sentence);
                        setGiving(false);
                      },
                      (error: unknown) => setSaid(sentenceOf(error)),
                    )
                }
              >
                {say.addSessions}
              </button>
            </p>
          ) : (
            <button className="opt" onClick={() => setGiving(true)}>
              {say.addSessions2}
            </button>
          )}
        </May>
      )}
      {said !== null && <p role="status">{said}</p>}
    </div>
  );
}
