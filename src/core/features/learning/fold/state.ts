import type { Instant } from '#core/calendar';
import type { LessonId } from '#core/ids';
import type { ShopState } from '../../../engine/state';

/** How far somebody has come with one product. */
export interface Progress {
  /** Lessons done, and when. */
  done: Map<LessonId, Instant>;
  /** Quizzes passed, and with how many right. */
  passed: Map<LessonId, { at: Instant; right: number; of: number }>;
  /** Once all that counted was done: it stays, whatever is added later. */
  finished: { at: Instant; title: string; number: number } | null;
}

declare module '../../../engine/state' {
  interface ShopState {
    /** By person and product (`pairOf`). */
    progress: Map<string, Progress>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'progress'> => ({
  progress: new Map(),
});
