import { formatDay } from '#core/calendar';
import { wordsFor } from '#core/words';
import { DEFAULT_DOWNLOADS } from '../download';
import type { Opening, ProductKind } from '../kind';
import { Course } from './course';
import { findingsOfCourse } from './findings';
import { filesOfLesson, type Lesson } from './lesson';
import { lessonsOf, outlineFor, partsOfCourse } from './outline';

export const courseKind: ProductKind<Course> = {
  kind: 'course',
  name: 'A course of lessons',
  explains: 'Lessons in modules, opened all at once or week by week, with questions and a certificate if you like.',
  several: 'Courses',
  schema: Course,
  fresh: (base) => ({
    ...base,
    kind: 'course',
    modules: [],
    plan: null,
    hour: null,
    certificate: false,
    downloads: { ...DEFAULT_DOWNLOADS },
  }),
  upgrade: (course) => course,
  holds: (course) => lessonsOf(course).length > 0,
  findings: findingsOfCourse,
  files: (course) => allLessons(course).flatMap(filesOfLesson),
  earlier: (course) =>
    allLessons(course)
      .flatMap(filesOfLesson)
      .flatMap((file) => (file.earlier ?? []).map(({ sha256 }) => sha256)),
  describe(course, locale) {
    const words = wordsFor(locale).pages;
    const modules = outlineFor(course, () => false).length;
    const lessons = words.lessons(lessonsOf(course).length);
    const holds = modules > 1 ? `${words.modules(modules)}, ${lessons}` : lessons;
    const opens = planInWords(course.plan, locale);
    return opens === '' ? holds : `${holds}, ${opens}`;
  },
  openings: (course) => allLessons(course).flatMap(openingsOfLesson),
  contains: () => null,
  parts: (course) => ({ whole: partsOfCourse(course), hour: course.hour }),
  // What was only ever held back nobody has had.
  places: (course) =>
    allLessons(course).flatMap(({ id, files, heldBack }) =>
      [id, ...files.map((file) => file.id)].map((place) => ({ id: place, shown: !heldBack })),
    ),
  limits: ({ downloads }) => ({ fetches: downloads.limit, linkHours: downloads.linkHours }),
};

/** How its parts open, for buyers; empty where all of it opens with the pass. */
function planInWords(plan: Course['plan'], locale: string): string {
  const say = wordsFor(locale).pages.opensBy;
  switch (plan?.opens) {
    case 'every':
      return say.every(plan.every.count, plan.every.unit);
    case 'in-order':
      return say.inOrder;
    case 'after':
      return say.after(plan.days);
    case 'on':
      return say.on(formatDay(`${plan.date}T12:00:00.000Z`, 'UTC', locale));
    default:
      return '';
  }
}

const allLessons = ({ modules }: Course): Lesson[] => modules.flatMap(({ lessons }) => lessons);

/** Pictures, sounds and films are looked at in their place; its files are there to take along. */
function openingsOfLesson(lesson: Lesson): Opening[] {
  const taken = new Set(lesson.files);
  return filesOfLesson(lesson).map((file) => ({
    id: file.id,
    name: file.name,
    file,
    url: null,
    part: lesson.id,
    use: taken.has(file) ? 'taken' : 'shown',
  }));
}
