import type { PersonId } from '#core/ids';

declare module '../../engine/command' {
  interface CommandsByType {
    'change-person': { personId: PersonId; rev: number };
    /** Two records of one human being: everything of the first is the second's from then on. */
    'join-people': { personId: PersonId; intoId: PersonId };
  }
}
