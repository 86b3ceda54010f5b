import { type Course, lessonOf, progressIn } from '#core/catalogue';
import { fact, type ShopEvent } from '#core/journal';
import type { LessonId } from '#core/ids';
import { refuse } from '#core/refusal';
import type { Release } from '#core/release';
import { type Command, type DecideContext, type Decision } from '../../engine/command';
import { groundsOf } from '../access/grounds';
import { holderOf, mayOpen, openedTo, progressOf, rightsTo } from '../access/rights';
import type { ShopState } from '../../engine/state';

/** Somebody has done a lesson. One with a quiz is done by passing it. Said again it changes nothing. */
export function markLesson(
  state: ShopState,
  { personId, productId, lessonId }: Extract<Command, { type: 'mark-lesson' }>,
  context: DecideContext,
): Decision {
  const found = openLesson(state, { personId, productId, lessonId }, context);
  if ('refused' in found) return found;
  if (isDone(state, { personId, productId, lessonId })) return { events: [] };
  if (found.lesson.quiz !== null) return refuse('quiz-first');
  return { events: doneWith(state, found.course, { personId, productId, lessonId }) };
}

/** Somebody has passed the quiz of a lesson, which is done by it. It was judged before. */
export function passQuiz(
  state: ShopState,
  { personId, productId, lessonId, right, of }: Extract<Command, { type: 'pass-quiz' }>,
  context: DecideContext,
): Decision {
  const who = { personId, productId, lessonId };
  const found = openLesson(state, who, context);
  if ('refused' in found) return found;
  if (found.lesson.quiz === null) return refuse('no-such-lesson');
  if (progressOf(state, personId, productId)?.passed.has(lessonId)) return { events: [] };
  const done = isDone(state, who) ? [] : doneWith(state, found.course, who);
  return { events: [fact('quiz.passed', { ...who, right, of }), ...done] };
}

type Who = Pick<Extract<Command, { type: 'mark-lesson' }>, 'personId' | 'productId' | 'lessonId'>;

const isDone = (state: ShopState, { personId, productId, lessonId }: Who): boolean =>
  progressOf(state, personId, productId)?.done.has(lessonId) ?? false;

/** A lesson that is open to somebody, or why it is not. */
function openLesson(state: ShopState, { personId, productId, lessonId }: Who, context: DecideContext) {
  const grounds = groundsOf(context);
  const course = grounds.products.find((p) => p.id === productId);
  const lesson = course?.kind === 'course' ? lessonOf(course, lessonId) : undefined;
  if (course?.kind !== 'course' || !lesson) return refuse('no-such-lesson');
  const holder = holderOf(state, personId);
  if (rightsTo(holder, productId, grounds).length === 0) return refuse('no-such-lesson');
  const opened = openedTo(holder, course, grounds);
  if (!opened?.pass) return refuse('pass-not-open');
  return opened.parts.has(lessonId) ? { course, lesson } : refuse('part-not-open');
}

/**
 * Whoever has come to the end of a course because it has changed: what they had not done counts no more. Asked when a
 * release goes live, of those who can open it.
 */
export function finishedByChange(state: ShopState, { content }: Release, context: DecideContext): ShopEvent[] {
  const grounds = { ...groundsOf(context), products: content.products };
  let { certificates } = state.counts;
  return [...state.progress].flatMap(([key, { done, finished }]) => {
    const [personId = '', productId = ''] = key.split('/');
    const course = content.products.find((p) => p.id === productId);
    if (finished !== null || course?.kind !== 'course') return [];
    if (
      !progressIn(
        course,
        (id) => done.has(id),
        () => true,
      ).finished
    )
      return [];
    if (!mayOpen(holderOf(state, personId), productId, grounds)) return [];
    certificates += 1;
    return [fact('course.finished', { personId, productId, title: course.title, number: certificates })];
  });
}

function doneWith(state: ShopState, course: Course, who: Who): ShopEvent[] {
  const before = progressOf(state, who.personId, who.productId);
  const done = (id: LessonId): boolean => id === who.lessonId || (before?.done.has(id) ?? false);
  const finished = before?.finished == null && progressIn(course, done, () => true).finished;
  const { personId, productId } = who;
  const number = state.counts.certificates + 1;
  return [
    fact('lesson.done', who),
    ...(finished ? [fact('course.finished', { personId, productId, title: course.title, number })] : []),
  ];
}
