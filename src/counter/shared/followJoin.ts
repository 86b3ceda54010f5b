import type { PersonId } from '#core/ids';
import type { CounterContext } from '../context';

/**
 * What lies beside the history follows two being made one: their records, what they keep for themselves, and their
 * doors. Each step does nothing where it is done already, so that one that was cut short is gone on with.
 */
export async function followJoin(
  { people, learners, doors, named, networks, runner }: Follows,
  personId: PersonId,
  intoId: PersonId,
): Promise<void> {
  const records = await people.join(personId, intoId);
  // Doors first: whoever writes something down from then on writes it to the one that is left.
  await doors.join(personId, intoId);
  await learners.join(personId, intoId);
  // Copies with a name on them are made again for whoever asks.
  await named.forget(personId);
  networks.forget(personId);
  for (const { id, rev } of records ?? [])
    if (runner.state.people.get(id) !== rev) await runner.execute({ type: 'change-person', personId: id, rev });
}

type Follows = Pick<CounterContext, 'people' | 'learners' | 'doors' | 'named' | 'networks' | 'runner'>;

/** Goes on, at a start, with whatever the shop was stopped in. */
export async function followJoins(context: Follows): Promise<void> {
  for (const [personId, intoId] of context.runner.state.joined) await followJoin(context, personId, intoId);
}
