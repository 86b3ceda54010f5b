import type { FeatureFold } from '../../../engine/fold';
import { fresh } from './state';

export const runningFold: FeatureFold = {
  fresh,
  facts: {
    'clock.moved': () => undefined,
    'journal.resumed': () => undefined,
    done: (state, { key }) => {
      state.pending.delete(key);
    },
    'attention.raised': (state, { id, orderId, text }, at) => {
      state.attention.push({ id, orderId, text, at });
    },
  },
};
