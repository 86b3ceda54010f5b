import { type Course, type Lesson, lessonOf } from '#core/catalogue';
import type { LessonId, ProductId } from '#core/ids';
import { change } from '../../data/draft';

/** Changes a course; a product that is another kind by now is left alone. */
export const changeCourse = (id: ProductId, recipe: (course: Course) => void): Promise<void> =>
  change('product', id, (product) => {
    if (product.kind === 'course') recipe(product);
  });

/** Changes one of its lessons; one that is gone by now is left alone. */
export const changeLesson = (id: ProductId, lessonId: LessonId, recipe: (lesson: Lesson) => void): Promise<void> =>
  changeCourse(id, (course) => {
    const lesson = lessonOf(course, lessonId);
    if (lesson) recipe(lesson);
  });
