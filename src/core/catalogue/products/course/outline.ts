import * as z from 'zod';
import { idFor, type LessonId, type ModuleId } from '#core/ids';
import { OpeningPlan, type Part } from '#core/opening';
import { Lesson } from './lesson';

/** Lessons that belong together. A course may have a single one without a title. */
export const Module = z.object({
  id: idFor<ModuleId>(),
  title: z.string().max(200),
  plan: OpeningPlan.nullable(),
  lessons: z.array(Lesson).max(500),
});
export type Module = z.infer<typeof Module>;

/** What a course is made of: modules of lessons, and when they open. */
export interface Outline {
  id: string;
  plan: OpeningPlan | null;
  modules: readonly Module[];
}

/** Every lesson that stands in the outline, in order. What is held back stands nowhere yet. */
export const lessonsOf = ({ modules }: Pick<Outline, 'modules'>): Lesson[] =>
  modules.flatMap(({ lessons }) => lessons.filter(isShown));

/** A lesson of the outline, wherever and however it stands in it. */
export const lessonOf = ({ modules }: Pick<Outline, 'modules'>, id: LessonId): Lesson | undefined =>
  modules.flatMap(({ lessons }) => lessons).find((lesson) => lesson.id === id);

/**
 * The modules as somebody meets them. What has been held back or put away since they had it open stays theirs; for
 * everybody else it is not there.
 */
export const outlineFor = ({ modules }: Pick<Outline, 'modules'>, isOpen: (id: LessonId) => boolean): Module[] =>
  modules
    .map((module) => ({ ...module, lessons: module.lessons.filter((l) => isShown(l) || isOpen(l.id)) }))
    .filter(({ lessons }) => lessons.length > 0);

const isShown = ({ heldBack, putAway }: Pick<Lesson, 'heldBack' | 'putAway'>): boolean => !heldBack && !putAway;

/** The course as far as opening goes: what is held back takes no turn. */
export const partsOfCourse = ({ id, plan, modules }: Outline): Part => ({
  id,
  plan,
  parts: modules
    .filter(({ lessons }) => lessons.some(isShown))
    .map((module) => ({
      id: module.id,
      plan: module.plan,
      title: module.title,
      parts: module.lessons
        .filter(isShown)
        .map((lesson) => ({ id: lesson.id, plan: lesson.plan, title: lesson.title, parts: [] })),
    })),
});

/** How far somebody has come: done of the lessons that count. */
export interface Progress {
  done: number;
  of: number;
  finished: boolean;
  /** Where to go on: the first that is open and not done, else the newest that is open; null while nothing is. */
  next: LessonId | null;
}

/**
 * @param isDone what somebody has done
 * @param isOpen what is open to them now
 */
export function progressIn(
  outline: Pick<Outline, 'modules'>,
  isDone: (id: LessonId) => boolean,
  isOpen: (id: LessonId) => boolean,
): Progress {
  const lessons = lessonsOf(outline);
  const counting = lessons.filter(({ counts }) => counts);
  const done = counting.filter(({ id }) => isDone(id)).length;
  const open = lessons.filter(({ id }) => isOpen(id));
  return {
    done,
    of: counting.length,
    finished: counting.length > 0 && done === counting.length,
    next: (open.find(({ id }) => !isDone(id)) ?? open.at(-1))?.id ?? null,
  };
}

/** The lesson before and after one, among those that somebody may open. */
export function besideLesson(
  outline: Pick<Outline, 'modules'>,
  id: LessonId,
  isOpen: (id: LessonId) => boolean,
): { previous: Lesson | null; next: Lesson | null } {
  const lessons = lessonsOf(outline);
  const at = lessons.findIndex((lesson) => lesson.id === id);
  const open = (lesson: Lesson): boolean => isOpen(lesson.id);
  return {
    previous: at < 0 ? null : (lessons.slice(0, at).findLast(open) ?? null),
    next: at < 0 ? null : (lessons.slice(at + 1).find(open) ?? null),
  };
}
