import type { LessonId, ModuleId } from '#core/ids';
import type { Lesson } from './lesson';
import type { Module } from './outline';

/**
 * Puts lessons, as they follow one another, at a place of a module; they keep their order among themselves.
 * @param before the lesson that stands after them then; null for the module's end
 * @returns the modules as they then are; the same where one of them would stand before itself
 */
export function lessonsMoved(
  modules: readonly Module[],
  moved: readonly LessonId[],
  to: ModuleId,
  before: LessonId | null,
): Module[] {
  const going = new Set(moved);
  if (before !== null && going.has(before)) return [...modules];
  const taken = modules.flatMap(({ lessons }) => lessons.filter(({ id }) => going.has(id)));
  return modules.map((module) => {
    const rest = module.lessons.filter(({ id }) => !going.has(id));
    if (module.id !== to) return { ...module, lessons: rest };
    const at = before === null ? rest.length : rest.findIndex(({ id }) => id === before);
    const place = at < 0 ? rest.length : at;
    return { ...module, lessons: [...rest.slice(0, place), ...taken, ...rest.slice(place)] };
  });
}

/** One lesson a step up or down, over the edges of modules too: as keys move it. */
export function lessonStepped(modules: readonly Module[], id: LessonId, by: -1 | 1): Module[] {
  const home = modules.findIndex(({ lessons }) => lessons.some((l) => l.id === id));
  const module = modules[home];
  if (!module) return [...modules];
  const at = module.lessons.findIndex((l) => l.id === id);
  const neighbour = module.lessons[at + by];
  if (neighbour) {
    const after = by === -1 ? neighbour.id : (module.lessons[at + 2]?.id ?? null);
    return lessonsMoved(modules, [id], module.id, after);
  }
  const other = modules[home + by];
  return other
    ? lessonsMoved(modules, [id], other.id, by === -1 ? null : (other.lessons[0]?.id ?? null))
    : [...modules];
}

/** The lessons of files that were dropped: one a file, named after it. */
export const lessonNamed = (id: LessonId, title: string): Lesson => ({
  id,
  title,
  blocks: [],
  files: [],
  quiz: null,
  plan: null,
  sample: false,
  heldBack: false,
  counts: true,
});
