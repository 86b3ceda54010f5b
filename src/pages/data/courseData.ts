import { dateIn, formatDay, formatTime, type Instant, startOfDate } from '#core/calendar';
import { besideLesson, type Course, type FileRef, type Lesson, outlineFor, progressIn } from '#core/catalogue';
import type { FileId, LessonId } from '#core/ids';
import type { PartOpening } from '#core/opening';
import { askedOf } from '#core/quiz';
import type { Opened, Progress } from '#core/shop';
import type { PageReading } from './reading';
import { blockView, fileViews, type Reader } from './blockViews';
import type { CourseView, LessonView, ModuleView, QuizView } from '../learn/view';

/** Whoever a course is shown to: what of it has opened to them, and where things of it are for them. */
export interface Learner {
  opened: Pick<Opened, 'when'> & { parts: Pick<Opened['parts'], 'has'> };
  progress: Progress | undefined;
  /** Whether it is theirs: a stranger who looks at a sample has no progress and no notes. */
  has: boolean;
  courseHref: string;
  lessonHref: (id: LessonId) => string;
  certificateHref: (number: number) => string;
  fileHref: (file: FileRef) => string;
}

/** What somebody keeps of a lesson for themselves. */
export interface OwnOfLesson {
  /** Seconds into a film or sound, by its file. */
  places: Readonly<Record<FileId, { seconds: number }>>;
  speed: number;
  notes: string;
  /** How often its quiz was tried. */
  tries: number;
  api: string;
  /** Tells one person of a browser from another, and nothing else. */
  who: string;
  /** Whose order of questions it is. */
  seed: string;
}

type In = Pick<PageReading, 'now' | 'shop' | 'locale' | 'words'>;

/** A course as somebody meets it. What is not open to them names when it will be. */
export function courseView(reading: In, course: Course, who: Learner): CourseView {
  const { words } = reading;
  const say = words.course;
  const isOpen = (id: string): boolean => who.opened.parts.has(id);
  const isDone = (id: LessonId): boolean => who.progress?.done.has(id) ?? false;
  const outline = outlineFor(course, isOpen);
  const { done, of, next, finished } = progressIn(course, isDone, isOpen);
  const goOn = next === null || finished ? undefined : lessonsIn(outline).find(({ id }) => id === next);
  const certified = who.progress?.finished ?? null;
  return {
    id: course.id,
    title: course.title,
    promise: course.promise,
    href: who.courseHref,
    mine: who.has
      ? {
          done,
          of,
          progress: say.progress(done, of),
          opensNext: opensNext(reading, outline, who.opened),
          goOn: goOn && !isDone(goOn.id) ? { title: goOn.title, href: who.lessonHref(goOn.id) } : null,
          certificate: course.certificate && certified ? who.certificateHref(certified.number) : null,
        }
      : null,
    note: '',
    feed: null,
    modules: outline.map((module): ModuleView => {
      const note = isOpen(module.id) ? '' : noteOf(reading, outline, who.opened.when.get(module.id));
      return {
        id: module.id,
        title: module.title,
        note,
        lessons: module.lessons.map((lesson) => {
          const own = isOpen(lesson.id) ? '' : noteOf(reading, outline, who.opened.when.get(lesson.id));
          return {
            id: lesson.id,
            title: lesson.title,
            href: isOpen(lesson.id) ? who.lessonHref(lesson.id) : null,
            done: isDone(lesson.id),
            note: own === note ? '' : own,
          };
        }),
      };
    }),
  };
}

const lessonsIn = (modules: readonly Course['modules'][number][]): Lesson[] =>
  modules.flatMap(({ lessons }) => lessons);

/** When a part opens, as it is said beside it; of whoever has no pass nothing is known. */
const noteOf = (reading: In, outline: Course['modules'], when: PartOpening | undefined): string =>
  openingInWords(reading, when, (id) => [...outline, ...lessonsIn(outline)].find((part) => part.id === id)?.title);

/** When a part opens, as it is said beside it. @param titleOf of the part that has to be done before */
export function openingInWords(
  { shop, locale, words }: Pick<In, 'shop' | 'locale' | 'words'>,
  when: PartOpening | undefined,
  titleOf: (id: string) => string | undefined,
): string {
  const say = words.course;
  if (!when) return '';
  if (when.at !== null) return say.opens(dayOrMoment(when.at, shop.zone, locale));
  const first = when.after === null ? undefined : titleOf(when.after);
  return first === undefined ? say.waits : say.opensAfter(first);
}

/** "Monday 22 June 2026", with the time where that is not the day's first moment. */
export function dayOrMoment(at: Instant, zone: string, locale: string): string {
  const day = formatDay(at, zone, locale, { weekday: true, year: true });
  return startOfDate(dateIn(at, zone), zone) === at ? day : `${day}, ${formatTime(at, zone, locale)}`;
}

function opensNext(
  { now, shop, locale, words }: In,
  outline: Course['modules'],
  { parts, when }: Learner['opened'],
): string {
  const waiting = [...outline, ...lessonsIn(outline)].flatMap((part) => {
    const at = when.get(part.id)?.at ?? null;
    return !parts.has(part.id) && at !== null && at > now ? [{ title: part.title, at }] : [];
  });
  const [first] = waiting.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  return first ? words.course.next(first.title, dayOrMoment(first.at, shop.zone, locale)) : '';
}

/**
 * One lesson as somebody meets it. It is asked for only once it is known to be open to them.
 * @param own null where nothing of theirs is kept: a sample, a look by the seller
 */
export function lessonView(
  reading: In,
  course: Course,
  lesson: Lesson,
  who: Learner,
  own: OwnOfLesson | null,
): LessonView {
  const isOpen = (id: string): boolean => who.opened.parts.has(id);
  const beside = besideLesson({ modules: outlineFor(course, isOpen) }, lesson.id, isOpen);
  const reader: Reader = { locale: reading.locale, fileHref: who.fileHref, ...(own ? { places: own.places } : {}) };
  const led = (to: Lesson | null) => to && { title: to.title, href: who.lessonHref(to.id) };
  return {
    language: reading.locale,
    course: courseView(reading, course, who),
    id: lesson.id,
    title: lesson.title,
    note: '',
    blocks: lesson.blocks.map((block) => blockView(block, reader)),
    files: fileViews(lesson.files, reader),
    quiz: quizView(reading, lesson, who, own),
    done: who.progress?.done.has(lesson.id) ?? false,
    previous: led(beside.previous),
    next: led(beside.next),
    own: own && { notes: own.notes, speed: own.speed, api: own.api, who: own.who },
  };
}

function quizView({ words }: In, { id, quiz }: Lesson, who: Learner, own: OwnOfLesson | null): QuizView | null {
  if (quiz === null) return null;
  return {
    questions: askedOf(quiz, `${own?.seed ?? ''}/${id}`),
    needs: words.course.needs(Math.ceil((quiz.passAt * quiz.questions.length) / 100), quiz.questions.length),
    passed: who.progress?.passed.has(id) ?? false,
    left: quiz.tries === 0 ? null : Math.max(0, quiz.tries - (own?.tries ?? 0)),
  };
}
