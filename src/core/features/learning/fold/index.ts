import type { PersonId, ProductId } from '#core/ids';
import type { FeatureFold } from '../../../engine/fold';
import { pairOf } from '../../../engine/ids';
import type { ShopState } from '../../../engine/state';
import { fresh, type Progress } from './state';

export const learningFold: FeatureFold = {
  fresh,
  facts: {
    'lesson.done': (state, { lessonId, ...who }, at) => {
      progressFor(state, who).done.set(lessonId, at);
    },
    'quiz.passed': (state, { lessonId, right, of, ...who }, at) => {
      progressFor(state, who).passed.set(lessonId, { at, right, of });
    },
    'course.finished': (state, { title, number, ...who }, at) => {
      progressFor(state, who).finished = { at, title, number };
      state.counts.certificates = Math.max(state.counts.certificates, number);
    },
  },
};

function progressFor(
  state: ShopState,
  { personId, productId }: { personId: PersonId; productId: ProductId },
): Progress {
  const key = pairOf(personId, productId);
  const known = state.progress.get(key);
  if (known) return known;
  const fresh: Progress = { done: new Map(), passed: new Map(), finished: null };
  state.progress.set(key, fresh);
  return fresh;
}
