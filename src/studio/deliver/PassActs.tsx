import { useState } from 'react';
import { addMs, dateIn, type Instant } from '#core/calendar';
import { type Pass, passState } from '#core/passes';
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
      {said !== null && <p role="status">{said}</p>}
    </details>
  );
}
