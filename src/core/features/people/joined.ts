import type { PersonId } from '#core/ids';
import type { Command } from '../../engine/command';
import type { ShopState } from '../../engine/state';

/** Who somebody is by now: another, where they were made one with them. */
export const presentPerson = ({ joined }: Pick<ShopState, 'joined'>, id: PersonId): PersonId => joined.get(id) ?? id;

/**
 * A command for whoever is meant by now: it may have been made up before two were made one. What says how a record
 * stands (`change-person`) is left as it is.
 */
export function forPresentPeople(state: Pick<ShopState, 'joined'>, command: Command): Command {
  if (state.joined.size === 0) return command;
  const now = (id: PersonId): PersonId => presentPerson(state, id);
  switch (command.type) {
    case 'pay':
      return {
        ...command,
        personId: now(command.personId),
        ...(command.recipientId === undefined ? {} : { recipientId: now(command.recipientId) }),
      };
    case 'void-claims':
    case 'mark-lesson':
    case 'pass-quiz':
    case 'take-seat':
    case 'change-seat':
    case 'take-money-back':
    case 'book-session':
      return { ...command, personId: now(command.personId) };
    case 'move-session':
    case 'call-off-session':
      return command.personId === null ? command : { ...command, personId: now(command.personId) };
    case 'give-passes':
      return { ...command, gifts: command.gifts.map((gift) => ({ ...gift, personId: now(gift.personId) })) };
    case 'join-people':
      return { ...command, personId: now(command.personId), intoId: now(command.intoId) };
    default:
      return command;
  }
}
