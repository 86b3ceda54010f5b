import { fact } from '#core/journal';
import { refuse } from '#core/refusal';
import type { Feature } from '../../engine/feature';
import { runningFold } from './fold';

/** What the running of the shop itself writes down: its clock, its disk, what has left it, and what a person must look at. */
export const running: Feature = {
  name: 'running',
  fold: runningFold,
  commands: {
    'mark-done': (state, { key }) =>
      state.pending.has(key) ? { events: [fact('done', { key })] } : refuse('nothing-to-do', { why: 'done' }),
    'move-clock': (_state, { to }) => ({ events: [fact('clock.moved', { to })] }),
    resume: (_state, { why }) => ({ events: [fact('journal.resumed', { why })] }),
  },
};
