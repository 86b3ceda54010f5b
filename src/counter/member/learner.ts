import { createHash } from 'node:crypto';
import { addMs, HOUR } from '#core/calendar';
import { type Course, type Lesson, lessonOf, productKindOf } from '#core/catalogue';
import type { LessonId, PersonId, ProductId } from '#core/ids';
import { isOpen, type Right } from '#core/passes';
import { holderOf, type Opened, openedTo, progressOf, rightsTo } from '#core/shop';
import type { Learner } from '../../pages/data/courseData';
import { courseHref, lessonHref } from '../shared/courseHref';
import { groundsIn, type Reading } from '../shared/reading';

/** A course that somebody has or had, and what of it has opened to them. */
export interface Learning {
  course: Course;
  opened: Opened;
  /** What it is open by; undefined while nothing opens it. */
  right: Right | undefined;
}

export const learnApi = (id: ProductId, lesson: LessonId): string => `/member/learn/${id}/${lesson}`;

/** Tells one person of a browser from another, and nothing else. */
export const whoIs = (personId: PersonId): string =>
  createHash('sha256').update(`learner/${personId}`).digest('hex').slice(0, 16);

/** @returns null where the live release has no such course, or this person never had it */
export function learningOf(reading: Reading, personId: PersonId, productId: ProductId): Learning | null {
  const grounds = groundsIn(reading);
  const holder = holderOf(reading.state, personId);
  const course = grounds.products.find((p) => p.id === productId);
  if (course?.kind !== 'course') return null;
  const opened = openedTo(holder, course, grounds);
  return (
    opened && {
      course,
      opened,
      right: rightsTo(holder, productId, grounds).find((right) => isOpen(right, grounds.now)),
    }
  );
}

/** The lesson of an address, where it is open to them now. */
export function openLesson({ course, opened, right }: Learning, id: string): Lesson | undefined {
  return right && opened.parts.has(id) ? lessonOf(course, id) : undefined;
}

/** Whoever learns, as a course's pages are drawn for them. */
export function learnerFor(reading: Reading, personId: PersonId, { course, opened, right }: Learning): Learner {
  const until = addMs(reading.now, productKindOf(course).limits(course).linkHours * HOUR);
  return {
    opened,
    progress: progressOf(reading.state, personId, course.id),
    has: true,
    courseHref: courseHref(course.id),
    lessonHref: (id) => lessonHref(course.id, id),
    certificateHref: () => `/member/certificates/${course.id}.pdf`,
    fileHref: (file) => (right ? reading.fileHref({ passId: right.id, fileId: file.id, until }) : ''),
  };
}
