import type { Instant } from '#core/calendar';
import type { EventOf } from '#core/journal';
import type { FeatureFold } from '../../../engine/fold';
import { need } from '../../../engine/known';
import { fresh } from './state';

declare module '../../../engine/pendingEffect' {
  interface EffectsByKind {
    'task-mail': { at: Instant } & EventOf<'task.done'>['data'];
  }
}

export const fulfilmentFold: FeatureFold = {
  fresh,
  effects: { 'task-mail': { lane: 'service-email', madeBy: { 'task.done': ({ key }) => key } } },
  facts: {
    'task.done': (state, data, at) => {
      const { passId, carrier, number, note } = data;
      need(state.tasks, passId).done = { at, carrier, number, note };
      state.pending.set(data.key, { kind: 'task-mail', at, ...data });
    },
    'task.again': (state, { passId }) => {
      need(state.tasks, passId).done = null;
    },
  },
};
