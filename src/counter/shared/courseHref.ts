import type { LessonId, ProductId } from '#core/ids';

/** Where courses stand for whoever is not signed in. No path of a shop has such an address. */
export const COURSES = '/-/course';

/** For whoever is signed in and has it. */
export const courseHref = (id: ProductId): string => `/member/course/${id}`;
export const lessonHref = (id: ProductId, lesson: LessonId): string => `${courseHref(id)}/${lesson}`;

/** Right after buying, and for free samples. */
export const courseOfOrderHref = (id: ProductId): string => `${COURSES}/${id}`;
