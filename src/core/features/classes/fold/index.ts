import type { FeatureFold } from '../../../engine/fold';
import { fresh } from './state';

export const classesFold: FeatureFold = {
  fresh,
  facts: {
    'classDate.moved': (state, { dateId, from, until, offers }) => {
      state.classDates.set(dateId, { from, until, calledOff: false, offers });
    },
    'classDate.calledOff': (state, { dateId, offers }) => {
      const { from = null, until = null } = state.classDates.get(dateId) ?? {};
      state.classDates.set(dateId, { from, until, calledOff: true, offers });
    },
  },
};
