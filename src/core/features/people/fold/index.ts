import type { FeatureFold } from '../../../engine/fold';
import { joinedPeople } from './foldPeople';
import { fresh } from './state';

export const peopleFold: FeatureFold = {
  fresh,
  facts: {
    'person.changed': (state, { personId, rev }) => {
      state.people.set(personId, rev);
    },
    'people.joined': joinedPeople,
  },
};
