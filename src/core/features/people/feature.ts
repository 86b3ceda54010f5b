import { fact } from '#core/journal';
import type { Feature } from '../../engine/feature';
import { peopleFold } from './fold';
import { joinPeople } from './joinPeople';

/** Who is known, and who was made one with whom. Their records themselves are never in the history. */
export const people: Feature = {
  name: 'people',
  fold: peopleFold,
  commands: {
    'change-person': (_state, { personId, rev }) => ({ events: [fact('person.changed', { personId, rev })] }),
    'join-people': joinPeople,
  },
};
