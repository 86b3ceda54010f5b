import * as z from 'zod';
import { event } from './kind';
import { lessonId1, personId1, productId1 } from './parts/basics';

const where1 = z.strictObject({ personId: personId1, productId: productId1, lessonId: lessonId1 });

/** How far somebody has come with what they have. Places in a film, notes and tries are no facts of the shop. */
export const learningEvents = {
  'lesson.done': event(where1),
  'quiz.passed': event(where1.extend({ right: z.int().min(0), of: z.int().min(0) })),
  /** Everything that counts is done. The number is that of the certificate, whether or not one is given. */
  'course.finished': event(
    z.strictObject({
      personId: personId1,
      productId: productId1,
      title: z.string().max(200),
      number: z.int().min(1),
    }),
  ),
};
