import type { PersonId } from '#core/ids';
import type { Command } from '../../engine/command';
import type { ShopState } from '../../engine/state';

/** Who somebody is by now: another, where they were made one with them. */
export const presentPerson = ({ joined }: Pick<ShopState, 'joined'>, id: PersonId): PersonId => joined.get(id) ?? id;

/** Where a command names people. */
interface Naming {
  personId?: PersonId | null;
  recipientId?: PersonId;
  intoId?: PersonId;
  gifts?: readonly { personId: PersonId }[];
}

/**
 * A command for whoever is meant by now: it may have been made up before two were made one. What says how a record
 * stands (`change-person`) is left as it is.
 */
export function forPresentPeople(state: Pick<ShopState, 'joined'>, command: Command): Command {
  if (state.joined.size === 0 || command.type === 'change-person') return command;
  const now = (id: PersonId): PersonId => presentPerson(state, id);
  const { personId, recipientId, intoId, gifts } = command as Naming;
  return {
    ...command,
    ...(personId == null ? {} : { personId: now(personId) }),
    ...(recipientId === undefined ? {} : { recipientId: now(recipientId) }),
    ...(intoId === undefined ? {} : { intoId: now(intoId) }),
    ...(gifts === undefined ? {} : { gifts: gifts.map((gift) => ({ ...gift, personId: now(gift.personId) })) }),
  } as Command;
}
