import type { LessonId, PersonId, ProductId } from '#core/ids';

declare module '../../engine/command' {
  interface CommandsByType {
    'mark-lesson': { personId: PersonId; productId: ProductId; lessonId: LessonId };
    'pass-quiz': {
      personId: PersonId;
      productId: ProductId;
      lessonId: LessonId;
      right: number;
      of: number;
    };
  }
}
