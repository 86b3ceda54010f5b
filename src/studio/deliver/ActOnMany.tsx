import { useState } from 'react';
import type { Draft } from '../data/draft';
import { planJob, stopJob } from '../data/laterJob';
import { useAppSelector } from '../store';
import { useMay } from '../frame/May';
import { useSeconds } from '../frame/useSeconds';
import { type ActKind, type ManyPlan, planMany, runMany } from './manyActs';
import type { OrderQuery } from '../data/queries/orderQuery';
import { deliverWords } from '#say/deliver';
const say = deliverWords.actOnMany;

/** Acting on everything a list holds: first what it does, whom it leaves out, and one example; it begins a minute later. */
export function ActOnMany({ draft, query, count }: { draft: Draft; query: OrderQuery; count: number }) {
  const [plan, setPlan] = useState<ManyPlan | null>(null);
  const [jobId, setJobId] = useState<string | null>(null);
  const job = useAppSelector((state) => state.jobs).find((j) => j.id === jobId);
  const may = useMay();
  const left = useSeconds(job?.state === 'waiting' ? job.startsAt : null);
  const open = (kind: ActKind): void => void planMany(kind, query, draft.content.shop.locale, Date.now()).then(setPlan);

  if (job?.state === 'waiting')
    return (
      <p className="mt-1" role="status">
        {say.startsIn(job.title, left)}{' '}
        <button
          className="opt"
          onClick={() => {
            stopJob(job.id);
            setJobId(null);
          }}
        >
          {say.stop}
        </button>
      </p>
    );
  if (!plan && !may('answer') && !may('give-back')) return null;
  if (!plan)
    return (
      <p className="cap">
        {say.forAll(count, count.toLocaleString('en'))}{' '}
        {may('answer') && (
          <button className="opt" onClick={() => open('links')}>
            {say.sendSignLink}
          </button>
        )}
        {may('answer') && may('give-back') && ' · '}
        {may('give-back') && (
          <button className="opt" onClick={() => open('refunds')}>
            {say.refund}
          </button>
        )}
      </p>
    );
  return (
    <div className="my-2 border-l-4 border-ink bg-paper-2 px-4 py-3">
      {plan.targets.length === 0 ? <p>{say.thereNobodyLeftDo}</p> : <p>{plan.example}</p>}
      {plan.leftOut.length > 0 && (
        <p className="mt-1 text-ink-2">
          {say.leftOut(plan.leftOut.map((l) => `${l.count.toLocaleString('en')} ${l.why}`).join(', '))}
        </p>
      )}
      <p className="mt-2 flex flex-wrap gap-3">
        {plan.targets.length > 0 && (
          <button
            className="btn btn-primary"
            onClick={() => {
              setJobId(planJob(plan.title, (moved) => runMany(plan, moved)));
              setPlan(null);
            }}
          >
            {plan.button}
          </button>
        )}
        <button className="btn btn-quiet" onClick={() => setPlan(null)}>
          {say.cancel}
        </button>
        {plan.targets.length > 0 && <span className="cap self-center">{say.startsOneMinuteAfter}</span>}
      </p>
    </div>
  );
}
