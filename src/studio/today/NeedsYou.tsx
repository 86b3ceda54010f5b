import { useState } from 'react';
import { Link } from 'react-router';
import { useMay } from '../frame/May';
import { sentenceOf, useConfirmAwayMutation, useGoOnMutation } from '../data/ownerApi';
import { useAppDispatch } from '../store';
import { jobDropped } from '../store/jobs';
import type { Need } from './useNeedsYou';
import { todayWords } from '#say/today';
const say = todayWords.needsYou;

/** Everything that waits for a person, and before the first sale what is still to be done. */
export function NeedsYou({ needs }: { needs: readonly Need[] }) {
  const urgent = needs.filter((n) => n.level !== 'first');
  const first = needs.filter((n) => n.level === 'first');
  // A row goes once it is done; what became of it is read here.
  const [said, setSaid] = useState<string | null>(null);
  return (
    <>
      <h2 className="mt-6 mb-2">{say.toDo}</h2>
      {said !== null && (
        <p className="mb-2" role="status">
          {said}
        </p>
      )}
      {urgent.length === 0 && first.length === 0 && (
        <p className="border-y border-line py-3 text-ink-2">{say.allDone}</p>
      )}
      <ul>
        {urgent.map((need) => (
          <Row key={need.key} need={need} mark onSaid={setSaid} />
        ))}
      </ul>
      {first.length > 0 && (
        <>
          <h3 className="mt-4 mb-1">{say.beforeYourFirstSale}</h3>
          <ul>
            {first.map((need) => (
              <Row key={need.key} need={need} onSaid={setSaid} />
            ))}
          </ul>
        </>
      )}
    </>
  );
}

function Row({ need, mark = false, onSaid }: { need: Need; mark?: boolean; onSaid: (sentence: string) => void }) {
  const [confirm, confirming] = useConfirmAwayMutation();
  const [goOn, going] = useGoOnMutation();
  const dispatch = useAppDispatch();
  const may = useMay();
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-5 gap-y-2 border-t border-line py-3 last:border-b">
      <div className="min-w-48 flex-1">
        {mark && (
          <span className="text-alarm" aria-hidden="true">
            ●{' '}
          </span>
        )}
        <b className="font-semibold">{need.heading}</b>
        {need.text !== '' && (
          <>
            <br />
            <span className="text-ink-2">{need.text}</span>
          </>
        )}
      </div>
      {need.act && !may('everything') ? (
        <span className="text-ink-2">{say.onlyOwnerCanDecide}</span>
      ) : need.act ? (
        <button
          className="btn btn-quiet shrink-0"
          disabled={confirming.isLoading || going.isLoading}
          onClick={() =>
            void (need.act === 'go-on' ? goOn() : confirm()).unwrap().then(
              () => onSaid(need.act === 'go-on' ? say.shopContinuesAs : say.paymentsResumeNowNobody),
              (error: unknown) => onSaid(sentenceOf(error)),
            )
          }
        >
          {need.action}
        </button>
      ) : need.jobId === undefined ? (
        <Link className="btn btn-quiet shrink-0" to={need.to}>
          {need.action}
        </Link>
      ) : (
        <button className="btn btn-quiet shrink-0" onClick={() => dispatch(jobDropped(need.jobId ?? ''))}>
          {need.action}
        </button>
      )}
    </li>
  );
}
