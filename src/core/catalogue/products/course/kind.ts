import { wordsFor } from '#core/words';
import { DEFAULT_TAKEAWAYS, limitsOf } from '../../takeaways';
import type { ProductKind } from '../kind';
import { planInWords } from '../planInWords';
import { Course } from './course';
import { findingsOfCourse } from './findings';
import { filesOfLesson, type Lesson, openingsOfLesson } from './lesson';
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
    downloads: { ...DEFAULT_TAKEAWAYS },
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
  contains: () => [],
  opensAs: 'itself',
  withdrawal: 'digital',
  parts: (course) => ({ whole: partsOfCourse(course), hour: course.hour }),
  // What was only ever held back nobody has had.
  places: (course) =>
    allLessons(course).flatMap(({ id, files, heldBack }) =>
      [id, ...files.map((file) => file.id)].map((place) => ({ id: place, shown: !heldBack })),
    ),
  written: lessonsOf,
  named: (course) => allLessons(course).map(({ id, title }) => ({ id, title, what: 'Lesson' })),
  limits: ({ downloads }) => limitsOf(downloads),
};

const allLessons = ({ modules }: Course): Lesson[] => modules.flatMap(({ lessons }) => lessons);
