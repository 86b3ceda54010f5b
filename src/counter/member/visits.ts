import { addMs, type Instant, MINUTE } from '#core/calendar';
import type { PersonId } from '#core/ids';
import type { CounterContext } from '../context';

/** Away for so long, somebody who comes back is here anew. */
const AWAY_MS = 30 * MINUTE;

/** When somebody was here the time before this one; null where this is the first. What has come since is new to them. */
export function lastHere(
  { learners, runner }: Pick<CounterContext, 'learners' | 'runner'>,
  id: PersonId,
): Instant | null {
  const visits = learners.get(id).visits;
  if (!visits) return null;
  return isAway(visits.last, runner.now()) ? visits.last : visits.before;
}

/** Notes that somebody is here. Where that cannot be written they are shown what is theirs all the same. */
export async function noteHere({ learners, runner, log }: CounterContext, id: PersonId): Promise<void> {
  const now = runner.now();
  const visits = learners.get(id).visits;
  // Within one visit a few minutes make no difference: a page that is looked at writes nothing.
  if (visits && now < addMs(visits.last, AWAY_MS / 6)) return;
  const noted = learners.change(id, (record) => ({
    ...record,
    visits: {
      last: now,
      before: record.visits && !isAway(record.visits.last, now) ? record.visits.before : (record.visits?.last ?? null),
    },
  }));
  await noted.catch((error: unknown) => log('A visit could not be noted', error));
}

const isAway = (last: Instant, now: Instant): boolean => now >= addMs(last, AWAY_MS);
