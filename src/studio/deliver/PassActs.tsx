import { useState } from 'react';
import { addMs, dateIn, type Instant } from '#core/calendar';
import { type Pass, passState } from '#core/passes';
import { useSessionsOfQuery } from '../data/bookedApi';
import { sentenceOf, useActOnPassMutation } from '../data/ownerApi';
import { DayFill } from '../price/Fill';

/** Another last day for one right to open something, or its end. What a running plan or subscription opens has no acts here. */
export function PassActs({ pass, title, now, zone }: { pass: Pass; title: string; now: Instant; zone: string }) {
  const [act, acting] = useActOnPassMutation();
  const [until, setUntil] = useState(pass.until === null ? '' : dateIn(addMs(pass.until, -1), zone));
  const [said, setSaid] = useState<string | null>(null);
  if (passState(pass, now) === 'closed') return said === null ? null : <p role="status">{said}</p>;
  const ask = (what: Parameters<typeof act>[0]['act']): void =>
    void act({ id: pass.id, act: what })
      .unwrap()
      .then(
        ({ sentence }) => setSaid(sentence),
        (error: unknown) => setSaid(sentenceOf(error)),
      );
  return (
    <details className="cap mt-1">
      <summary className="cursor-pointer">Another last day for {title}, or its end …</summary>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-3">
        <span>
          Until the end of <DayFill label={`Last day of ${title}`} value={until} onChange={setUntil} />
        </span>
        <button
          className="opt"
          disabled={acting.isLoading || until === ''}
          aria-label={`Keep this day as the last of ${title}`}
          onClick={() => ask({ act: 'until', until })}
        >
          Keep this day
        </button>
        <button
          className="opt text-alarm"
          disabled={acting.isLoading}
          aria-label={`Withdraw ${title}`}
          onClick={() => ask({ act: 'withdraw' })}
        >
          Withdraw
        </button>
      </p>
      {pass.sessions !== undefined && <FallsAway pass={pass} />}
      {said !== null && <p role="status">{said}</p>}
    </details>
  );
}

/** What is booked by it falls away when it ends: said before. */
function FallsAway({ pass }: { pass: Pass }) {
  const { data } = useSessionsOfQuery(pass.personId);
  const coming = data?.passes.find(({ passId }) => passId === pass.id)?.coming ?? 0;
  if (coming === 0) return null;
  return (
    <p className="mt-1">
      {coming === 1 ? '1 booked session falls' : `${coming} booked sessions fall`} away if it is withdrawn, and whatever
      is booked after its last day.
    </p>
  );
}
