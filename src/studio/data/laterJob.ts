import { store } from '../store';
import { jobBegun, jobDropped, jobEnded, jobMoved, jobPlanned } from '../store/jobs';
import { newId } from './ids';
import { dataWords } from '#say/data';
const say = dataWords.laterJob;

/** How long an act on many waits, so that it can still be stopped. */
export const WAIT_MS = 60_000;

const timers = new Map<string, ReturnType<typeof setTimeout>>();

/** Plans work that begins in a minute unless it is stopped; the foot line counts down, then shows how far it is. */
export function planJob(title: string, run: (moved: (share: number) => void) => Promise<string>): string {
  const id = newId('job');
  store.dispatch(jobPlanned({ id, title, startsAt: Date.now() + WAIT_MS }));
  timers.set(
    id,
    setTimeout(() => {
      timers.delete(id);
      store.dispatch(jobBegun({ id, at: Date.now() }));
      run((share) => store.dispatch(jobMoved({ id, share })))
        .then((done) => store.dispatch(jobEnded({ id, done })))
        .catch(() =>
          store.dispatch(
            jobEnded({
              id,
              failed: say.stoppedBeforeEndWhat(title),
            }),
          ),
        );
    }, WAIT_MS),
  );
  return id;
}

/** Stops work that has not begun. Nothing of it happened. */
export function stopJob(id: string): void {
  clearTimeout(timers.get(id));
  timers.delete(id);
  store.dispatch(jobDropped(id));
}
