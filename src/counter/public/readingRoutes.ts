import { type Request, Router } from 'express';
import { addMs, HOUR } from '#core/calendar';
import { type Course, filesOfLesson, type Lesson, lessonOf, lessonsOf, productKindOf } from '#core/catalogue';
import { isOpen } from '#core/passes';
import { holderBy, openedTo, rightsTo } from '#core/shop';
import { type Learner, courseView, lessonView } from '../../pages/data/courseData';
import { courseHtml } from '../../pages/render';
import { type CounterContext, liveRelease } from '../context';
import { groundsIn, type Reading, readingFor } from '../shared/reading';
import { sendLesson } from '../shared/sendLesson';
import { sendPage } from '../shared/sendPage';
import { COURSES, MINE, OF_ORDER } from '../shared/readHref';
import { sendFile } from '../shared/sendFile';
import { askToSignIn } from './askToSignIn';
import { readAsTheirs } from './readAsTheirs';
import { ordersOfVisit } from './visit';

/**
 * Courses for whoever is not signed in: right after buying, as far as that order opens them, and its free samples for
 * everybody. Nothing of a person is shown or kept here.
 */
export function readingRoutes(context: CounterContext): Router {
  const router = Router();

  // Whoever is signed in and has it reads it as theirs.
  const own = { whole: MINE.course, part: MINE.lesson };
  router.get([`${COURSES}/:product`, `${COURSES}/:product/:part`], readAsTheirs(context, own));

  router.get(`${COURSES}/:product`, (req, res) => {
    const found = find(req);
    if (!found) return askToSignIn(context, req, res);
    const { reading, course, who, note } = found;
    const view = courseView(reading, course, who);
    sendPage(context, req, res, {
      kind: 'still',
      title: course.title,
      keepOut: true,
      themed: true,
      body: courseHtml({ ...view, note }, reading.locale),
    });
  });

  router.get(`${COURSES}/:product/:lesson`, (req, res) => {
    const found = find(req);
    const lesson = found && readable(found, String(req.params['lesson']));
    if (!found || !lesson) return askToSignIn(context, req, res);
    const { reading, course, who, note } = found;
    const view = { ...lessonView(reading, course, lesson, who, null), note };
    sendLesson(context, req, res, view, [{ text: course.title, href: who.courseHref }]);
  });

  // A sample's files are everybody's; those of other lessons are not found here, whoever asks.
  router.get(`${COURSES}/:product/:lesson/:file`, (req, res) => {
    const course = courseNamed(String(req.params['product']));
    const lesson = course && samplesOf(course).find(({ id }) => id === req.params['lesson']);
    const file = lesson && filesOfLesson(lesson).find(({ id }) => id === req.params['file']);
    if (!lesson || !file) return askToSignIn(context, req, res);
    sendFile(context, req, res, file, () => askToSignIn(context, req, res));
  });

  function courseNamed(id: string): Course | undefined {
    const product = liveRelease(context)?.content.products.find((p) => p.id === id);
    return product?.kind === 'course' ? product : undefined;
  }

  /** A course that this visit has just bought, or of which something is there to try; null for everybody else. */
  function find(req: Request): Found | null {
    const course = courseNamed(String(req.params['product']));
    if (!course) return null;
    const reading = readingFor(context, req);
    const { state, now } = reading;
    const passes = ordersOfVisit(context, req).flatMap(({ passIds }) =>
      passIds.flatMap((id) => state.passes.get(id) ?? []),
    );
    const [holder, grounds] = [holderBy(passes), groundsIn(reading)];
    const pass = rightsTo(holder, course.id, grounds).find((right) => isOpen(right, now));
    const samples = samplesOf(course);
    if (!pass && samples.length === 0) return null;
    const opened = pass && openedTo(holder, course, grounds);
    const until = addMs(now, productKindOf(course).limits(course).linkHours * HOUR);
    const base = OF_ORDER.course(course.id);
    const say = reading.words.course;
    const places = new Map(samples.flatMap((lesson) => filesOfLesson(lesson).map((file) => [file.id, lesson.id])));
    return {
      reading,
      course,
      note: pass ? say.rightAfter : say.sample,
      who: {
        opened: opened ?? { parts: new Set(samples.map(({ id }) => id)), when: new Map() },
        progress: undefined,
        has: false,
        courseHref: base,
        lessonHref: (id) => `${base}/${id}`,
        certificateHref: () => '',
        fileHref: (file) =>
          pass
            ? reading.fileHref({ passId: pass.id, fileId: file.id, until })
            : `${base}/${places.get(file.id) ?? ''}/${file.id}`,
      },
    };
  }

  const readable = ({ course, who }: Found, id: string): Lesson | undefined =>
    who.opened.parts.has(id) ? lessonOf(course, id) : undefined;
  return router;
}

interface Found {
  reading: Reading;
  course: Course;
  who: Learner;
  note: string;
}

const samplesOf = (course: Course): Lesson[] => lessonsOf(course).filter(({ sample }) => sample);
