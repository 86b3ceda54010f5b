import { isGone } from '#core/people';
import type { PersonId } from '#core/ids';
import { heldOf } from '#core/shop';
import type { CounterContext } from '../context';

/**
 * Everything the shop keeps of one person, as they may ask for it: their record, what they bought and paid over time,
 * what they can open and fetched, how far they have come, what they keep for themselves, and where they are signed in.
 * @returns null where nobody of this id is known
 */
export function everythingOf({ people, runner, learners, doors }: CounterContext, asked: PersonId): object | null {
  const record = people.get(asked);
  if (!record || isGone(record)) return null;
  const { id: personId } = record;
  return {
    what: 'Everything this shop keeps of one person',
    at: runner.now(),
    person: record,
    ...heldOf(runner.state, personId),
    theirOwn: learners.get(personId),
    sessions: doors.sessionsOf(personId).map(({ at, seen, what }) => ({ at, seen, what })),
  };
}
