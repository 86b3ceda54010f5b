import type { FeatureFold } from '../../../engine/fold';
import { fresh } from './state';

export const publishingFold: FeatureFold = {
  fresh,
  facts: {
    'release.published': (state, { release }, at) => {
      state.release = release;
      state.releases.push({ number: release, since: at });
    },
  },
};
