import type { Draft } from '../data/draft';
import { bringBack } from '../data/remove';
import { useAboutQuery } from '../data/ownerApi';
import { useAppDispatch, useAppSelector } from '../store';
import { jobDropped } from '../store/jobs';
import { UndoButtons } from './UndoButtons';

const CONNECTION = {
  unknown: 'Looking for the shop …',
  reached: 'Shop online',
  lost: 'Shop not reached. Your edits are safe here. Publishing and refunds wait until it answers.',
  'not-owner': 'This window is not connected any more. Open the address that the shop printed when it started.',
} as const;

/** Saved or saving, the shop's connection, and jobs with their progress. */
export function FootLine({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const { waiting, savedAt, failure } = useAppSelector((state) => state.edits);
  const removed = useAppSelector((state) => state.frame.removed);
  const heard = useAppSelector((state) => state.frame.connection);
  const { data: about, error } = useAboutQuery();
  // Only one tab pulls the history and hears at once; the others go by their own last question.
  const connection = heard !== 'unknown' ? heard : error ? 'lost' : about ? 'reached' : 'unknown';
  const jobs = useAppSelector((state) => state.jobs);
  const job = jobs.findLast((j) => j.state !== 'done') ?? jobs[jobs.length - 1];
  const time = savedAt === null ? '' : ` ${new Date(savedAt).toTimeString().slice(0, 5)}`;
  return (
    <footer className="foot">
      <span className={failure ? 'text-alarm' : ''} role={failure ? 'alert' : undefined}>{failure ?? (waiting > 0 ? 'Saving …' : `Saved on this computer${time}`)}</span>
      <UndoButtons draft={draft} />
      {removed && <span role="status">Removed “{removed.title || 'without a title'}”. <button className="opt" onClick={() => void bringBack()}>Undo</button></span>}
      <span className={connection === 'lost' || connection === 'not-owner' ? 'text-alarm' : ''}>{CONNECTION[connection]}</span>
      {job && (
        <span className="ml-auto flex items-center gap-2" role={job.state === 'failed' ? 'alert' : 'status'}>
          <span className={job.state === 'failed' ? 'text-alarm' : ''}>{job.state === 'running' ? job.title : (job.sentence ?? `${job.title}: done`)}</span>
          {job.state === 'running' && <progress className="progress w-28" value={job.share ?? undefined} max={1} aria-label={job.title} />}
          {job.state !== 'running' && <button className="plain-link" onClick={() => dispatch(jobDropped(job.id))}>Dismiss</button>}
        </span>
      )}
    </footer>
  );
}
