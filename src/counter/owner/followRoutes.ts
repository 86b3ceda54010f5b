import { Router } from 'express';
import { lessonOf } from '#core/catalogue';
import type { LessonId } from '#core/ids';
import { calledBySeller } from '#core/people';
import { closesFor, followCourse, whoMayOpen } from '#core/shop';
import { OWNER_ROUTES } from '../../wire/contract';
import { type CounterContext, liveRelease } from '../context';
import { inTurns } from '../http/inTurns';
import { Problem } from '../http/problem';
import { whyOpen } from '../shared/whyOpen';
import { groundsIn, readingFor } from '../shared/reading';
import { serve } from './serve';

/** So many people are named; the counts are of all. */
const MOST_NAMED = 500;
/** Whoever has tried this often has found it hard. */
const HARD_TRIES = 3;

/** Who is where in a course, and who is in what. */
export function followRoutes(context: CounterContext): Router {
  const router = Router();
  serve(router, context, OWNER_ROUTES.followed, async ({ params, req }) => {
    const { state } = context.runner;
    const course = liveRelease(context)?.content.products.find((p) => p.id === params.id);
    if (course?.kind !== 'course') throw new Problem(404, 'This course is not live.', 'no-such-course');
    const grounds = groundsIn(readingFor(context, req));
    const learners = await inTurns(whoMayOpen(state, course.id, grounds));
    const { people, stopsAt, ...counts } = followCourse(state, course, learners, grounds.now);
    const triedOften = (lesson: LessonId): number =>
      people.filter(
        ({ personId, at }) => at === lesson && (context.learners.get(personId).tries[lesson] ?? []).length > HARD_TRIES,
      ).length;
    return {
      ...counts,
      members: people.length,
      stopsAt: stopsAt && { ...stopsAt, hard: lessonOf(course, stopsAt.id)?.quiz ? triedOften(stopsAt.id) : 0 },
      people: people.slice(0, MOST_NAMED).map(({ personId, done, of, at, last }) => {
        const person = context.people.get(personId);
        return {
          personId,
          name: person ? calledBySeller(person) || person.address : '',
          done,
          of,
          at: at === null ? null : (lessonOf(course, at)?.title ?? null),
          last,
        };
      }),
    };
  });
  serve(router, context, OWNER_ROUTES.closesFor, async ({ params: { id, part }, req }) => {
    const grounds = groundsIn(readingFor(context, req));
    const closed = await inTurns(closesFor(context.runner.state, { productId: id, part }, grounds));
    return { people: closed.length };
  });
  // Why somebody can or cannot open something, whatever it stands in.
  serve(router, context, OWNER_ROUTES.why, ({ params, req }) => {
    const person = context.people.get(params.id);
    const who = { you: false, name: calledBySeller(person) || (person?.address ?? 'Somebody') } as const;
    const { sentence } = whyOpen(readingFor(context, req), params.id, params.product, who);
    return { sentence };
  });
  return router;
}
