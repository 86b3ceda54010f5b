import { addMs, DAY, type Instant } from '#core/calendar';
import { type Course, lessonsOf, type Lesson, outlineFor } from '#core/catalogue';
import type { LessonId, ModuleId, PersonId } from '#core/ids';
import { progressOf } from '../access/rights';
import type { ShopState } from '../../engine/state';

/** Where one person is in a course. */
export interface Follower {
  personId: PersonId;
  /** Of the lessons that count. */
  done: number;
  of: number;
  /** The first of them that is not done; null once all are. */
  at: LessonId | null;
  /** When they last did one; null where none yet. */
  last: Instant | null;
  finished: boolean;
}

export interface Followed {
  /** Whoever can open it now, who did something last first. */
  people: Follower[];
  finished: number;
  notBegun: number;
  /** How many are in each module, by what they do next; modules in their order. */
  inModule: { id: ModuleId; title: string; count: number }[];
  /** Where most have stopped: the lesson before which the most have done nothing for two weeks; null where nobody has. */
  stopsAt: { id: LessonId; title: string; count: number } | null;
}

const STOPPED_AFTER_MS = 14 * DAY;

/** Who is where in a course. @param learners whoever can open it now: by passes to it or through what it stands in */
export function followCourse(state: ShopState, course: Course, learners: readonly PersonId[], now: Instant): Followed {
  const counting = lessonsOf(course).filter(({ counts }) => counts);
  const people = learners
    .map((id) => followerOf(state, course, counting, id))
    .sort((a, b) => ((a.last ?? '') < (b.last ?? '') ? 1 : -1));
  const stopped = people.filter(({ at, last }) => at !== null && last !== null && addMs(last, STOPPED_AFTER_MS) <= now);
  return {
    people,
    finished: people.filter(({ finished }) => finished).length,
    notBegun: people.filter(({ last }) => last === null).length,
    inModule: outlineFor(course, () => false).map(({ id, title, lessons }) => ({
      id,
      title,
      count: people.filter(({ at, last }) => last !== null && lessons.some((lesson) => lesson.id === at)).length,
    })),
    stopsAt: mostAt(counting, stopped),
  };
}

function followerOf(state: ShopState, course: Course, counting: readonly Lesson[], personId: PersonId): Follower {
  const progress = progressOf(state, personId, course.id);
  const moments = [...(progress?.done.values() ?? [])];
  const left = counting.filter(({ id }) => !progress?.done.has(id));
  return {
    personId,
    done: counting.length - left.length,
    of: counting.length,
    at: left[0]?.id ?? null,
    last: moments.reduce<Instant | null>((latest, at) => (latest === null || at > latest ? at : latest), null),
    finished: progress?.finished != null,
  };
}

function mostAt(lessons: readonly Lesson[], people: readonly Follower[]): Followed['stopsAt'] {
  let most: Followed['stopsAt'] = null;
  for (const { id, title } of lessons) {
    const count = people.filter(({ at }) => at === id).length;
    if (count > (most?.count ?? 0)) most = { id, title, count };
  }
  return most;
}
