import { createHash } from 'node:crypto';
import { addMs, HOUR, isZone } from '#core/calendar';
import { type Course, type Lesson, lessonOf, productKindOf } from '#core/catalogue';
import type { LessonId, PersonId, ProductId } from '#core/ids';
import { isOpen, type Right } from '#core/passes';
import { holderOf, type Opened, openedTo, progressOf, rightsTo } from '#core/shop';
import type { Request } from 'express';
import type { Learner } from '../../pages/data/courseData';
import { WHO_HEADER } from '../../pages/learn/whoHeader';
import type { CounterContext } from '../context';
import { limit, placeOf } from '../http/limits';
import { Problem } from '../http/problem';
import { personOfDevice } from '../shared/device';
import { type Hrefs, MINE } from '../shared/readHref';
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

/**
 * Who sends something from a lesson or a post.
 * @throws Problem where nobody is signed in, or another than whom the page was drawn for
 */
export function learnerSaid(context: CounterContext, req: Request): PersonId {
  const personId = personOfDevice(context, req);
  if (personId === null) throw new Problem(401, (say) => say.signInFirst, 'sign-in');
  // The page may be somebody else's who has left this browser since: nothing of theirs is put down to another.
  const said = req.get(WHO_HEADER);
  if (said !== undefined && said !== whoIs(personId)) throw new Problem(401, (say) => say.signInFirst, 'sign-in');
  if (!req.is('application/json')) throw new Problem(415, (say) => say.unreadable, 'bad-request');
  return personId;
}

/** Who reads something of theirs. @throws Problem where nobody is signed in */
export function memberOf(context: CounterContext, req: Request): PersonId {
  const id = personOfDevice(context, req);
  if (id === null) throw new Problem(401, (say) => say.signInFirst, 'sign-in');
  return id;
}

/** A zone as a browser names it; nothing where it is none. */
export const zoneSaid = (zone: string | null): string | null => (zone !== null && isZone(zone) ? zone : null);

/** Reading and learning is many small requests. */
export const perLearner = (context: CounterContext) =>
  limit(context, { most: 900, minutes: 15, by: (req) => personOfDevice(context, req) ?? placeOf(req) });

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
export function learnerFor(
  reading: Reading,
  personId: PersonId,
  { course, opened, right }: Learning,
  hrefs: Hrefs = MINE,
): Learner {
  const until = addMs(reading.now, productKindOf(course).limits(course).linkHours * HOUR);
  return {
    opened,
    progress: progressOf(reading.state, personId, course.id),
    has: true,
    courseHref: hrefs.course(course.id),
    lessonHref: (id) => hrefs.lesson(course.id, id),
    certificateHref: () => `/member/certificates/${course.id}.pdf`,
    fileHref: (file) => (right ? reading.fileHref({ passId: right.id, fileId: file.id, until }) : ''),
  };
}
