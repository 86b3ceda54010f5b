import { useState } from 'react';
import { addMs, dateIn, type Instant } from '#core/calendar';
import { type Pass, passState } from '#core/passes';
import { useSessionsOfQuery } from '../data/bookedApi';
import { sentenceOf, useActOnPassMutation } from '../data/ownerApi';
import { DayFill } from '../price/Fill';
import { deliverWords } from '#say/deliver';
const say = deliverWords.passActs;

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
      <summary className="cursor-pointer">{say.changeEndAccess(title)}</summary>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-3">
        <span>
          {say.accessUntilEnd} <DayFill label={say.lastDay(title)} value={until} onChange={setUntil} />
        </span>
        <button
          className="opt"
          disabled={acting.isLoading || until === ''}
          aria-label={say.saveLastDay(title)}
          onClick={() => ask({ act: 'until', until })}
        >
          {say.save}
        </button>
        <button
          className="opt text-alarm"
          disabled={acting.isLoading}
          aria-label={say.withdrawAccess(title)}
          onClick={() => ask({ act: 'withdraw' })}
        >
          {say.withdraw}
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
  return <p className="mt-1">{say.ifYouWithdrawComing(coming)}</p>;
}
