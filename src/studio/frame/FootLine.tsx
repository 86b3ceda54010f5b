import { useLiveQuery } from 'dexie-react-hooks';
import { ChevronUp } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Draft } from '../data/draft';
import { bringBack } from '../data/remove';
import { useAboutQuery } from '../data/ownerApi';
import { newestNow, shareMadeAnew } from '../data/queries/newest';
import { useCopyReminder } from '../data/useCopyReminder';
import { stopJob } from '../data/laterJob';
import { useSeconds } from './useSeconds';
import { useAppDispatch, useAppSelector } from '../store';
import { type Job, jobDropped } from '../store/jobs';
import { UndoButtons } from './UndoButtons';
import { frameWords } from '#say/frame';
const say = frameWords.footLine;

const CONNECTION = {
  unknown: say.connectingShop,
  reached: say.shopOnline,
  'not-owner': say.notOwner,
  older: say.shopWasUpdatedWhile,
} as const;

const clock = (ms: number): string => new Date(ms).toTimeString().slice(0, 5);

/** Saved or saving, the shop's connection, and jobs with their progress. */
export function FootLine({ draft }: { draft: Draft }) {
  const { waiting, savedAt, failure } = useAppSelector((state) => state.edits);
  const { removed, connection: heard, lostAt } = useAppSelector((state) => state.frame);
  const { data: about, error, refetch } = useAboutQuery();
  const reminder = useCopyReminder();
  // Only one tab pulls the history and hears at once; the others go by their own last question.
  const connection = heard !== 'unknown' ? heard : error ? 'lost' : about ? 'reached' : 'unknown';
  return (
    <footer className="foot" data-pane="foot" tabIndex={-1}>
      {failure ? (
        <span className="text-alarm" role="alert">
          {failure}{' '}
          <Link className="underline" to="/shop">
            {say.saveCopyFreeSpace}
          </Link>
        </span>
      ) : (
        <span>
          {waiting > 0 ? say.saving : savedAt === null ? say.savedComputer : say.savedComputer2(clock(savedAt))}
        </span>
      )}
      <UndoButtons draft={draft} />
      {removed && (
        <span role="status">
          {say.removed(removed.title || say.untitled)}{' '}
          <button className="opt" onClick={() => void bringBack()}>
            {say.undo}
          </button>
        </span>
      )}
      {connection === 'lost' ? (
        <span className="text-alarm" role="alert">
          {say.shopOffline(lostAt === null ? null : clock(lostAt))}{' '}
          <button className="opt !text-alarm" onClick={() => void refetch()}>
            {say.tryNow}
          </button>
        </span>
      ) : (
        <span className={connection === 'not-owner' || connection === 'older' ? 'text-alarm' : ''}>
          {CONNECTION[connection]}
        </span>
      )}
      <Copying />
      {reminder !== null && (
        <span>
          {reminder}{' '}
          <Link className="underline" to="/shop">
            {say.saveOne}
          </Link>
        </span>
      )}
      <Jobs />
    </footer>
  );
}

/** How far the shop's history is copied, where that takes a while. */
function Copying() {
  const copying = useLiveQuery(async () => (await newestNow()) !== undefined, []);
  const share = useAppSelector((state) => state.frame.copied);
  const madeAnew = useLiveQuery(shareMadeAnew, []);
  if (typeof madeAnew === 'number')
    return <span role="status">{say.rebuildingYourOrdersAfter(Math.floor(100 * madeAnew))}</span>;
  if (!copying) return null;
  return <span role="status">{say.copyingShopSHistory(Math.floor(100 * share))}</span>;
}

/** One job with its progress; upward, all of them. */
function Jobs() {
  const dispatch = useAppDispatch();
  const jobs = useAppSelector((state) => state.jobs);
  const [open, setOpen] = useState(false);
  const shown = jobs.findLast((j) => j.state === 'running' || j.state === 'waiting') ?? jobs[jobs.length - 1];
  if (!shown) return null;
  return (
    <div className="relative ml-auto flex items-center gap-2">
      {open && (
        <ul className="jobs" aria-label={say.backgroundJobs}>
          {[...jobs].reverse().map((job) => (
            <li key={job.id} className="flex items-center gap-3 border-t border-line py-1.5 first:border-t-0">
              <span className={`min-w-0 flex-1 break-words ${job.state === 'failed' ? 'text-alarm' : ''}`} dir="auto">
                {words(job)}
              </span>
              {job.state === 'running' ? (
                <Progress job={job} />
              ) : job.state === 'waiting' ? (
                <Waiting job={job} />
              ) : (
                <button className="opt" onClick={() => dispatch(jobDropped(job.id))}>
                  {say.dismiss}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <span
        role={shown.state === 'failed' ? 'alert' : 'status'}
        className={`min-w-0 truncate ${shown.state === 'failed' ? 'text-alarm' : ''}`}
      >
        {words(shown)}
      </span>
      {shown.state === 'waiting' && <Waiting job={shown} />}
      {shown.state === 'running' && <Progress job={shown} />}
      {(jobs.length > 1 || open) && (
        <button className="opt" aria-expanded={open} onClick={() => setOpen(!open)}>
          <ChevronUp size={14} aria-hidden="true" className={open ? 'rotate-180' : ''} />{' '}
          {open ? say.collapse : say.all(jobs.length)}
        </button>
      )}
      {(shown.state === 'done' || shown.state === 'failed') && !open && (
        <button className="opt" onClick={() => dispatch(jobDropped(shown.id))}>
          {say.dismiss}
        </button>
      )}
    </div>
  );
}

const words = (job: Job): string =>
  job.state === 'running' || job.state === 'waiting' ? job.title : (job.sentence ?? say.done(job.title));

function Waiting({ job }: { job: Job }) {
  const left = useSeconds(job.startsAt);
  return (
    <span className="whitespace-nowrap">
      {say.startsIn(left)}{' '}
      <button className="opt" onClick={() => stopJob(job.id)}>
        {say.stop}
      </button>
    </span>
  );
}

/** Under a second nothing is shown; over ten, the time that is left. */
function Progress({ job }: { job: Job }) {
  const spent = Date.now() - job.startedAt;
  if (spent < 1_000) return null;
  const left = job.share === null || job.share <= 0 ? null : Math.ceil((spent / job.share - spent) / 1_000);
  return (
    <span className="flex items-center gap-2 whitespace-nowrap">
      <progress className="progress w-24" value={job.share ?? undefined} max={1} aria-label={job.title} />
      {left !== null && spent / (job.share ?? 1) > 10_000 && (
        <span>{left < 90 ? say.sLeft(left) : say.minLeft(Math.ceil(left / 60))}</span>
      )}
    </span>
  );
}
