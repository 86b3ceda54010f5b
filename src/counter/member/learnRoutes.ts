import express, { type Request, type Response, Router } from 'express';
import { type Lesson, lessonOf } from '#core/catalogue';
import { judge, mayTry, type Quiz } from '#core/quiz';
import type { LessonId, PersonId, ProductId } from '#core/ids';
import { calledBySeller } from '#core/people';
import { progressOf } from '#core/shop';
import { Marked, MOST_NOTES, NotesKept, NotesRequest, PlaceRequest, QuizJudged, QuizTry } from '../../wire';
import { courseView, lessonView } from '../../pages/data/courseData';
import { courseHtml } from '../../pages/render';
import type { CounterContext } from '../context';
import { certificateOf } from '../documents/drawCertificate';
import { answer } from '../http/answer';
import { Problem, refusalProblem } from '../http/problem';
import { personOfDevice } from '../shared/device';
import { feedFor } from '../shared/feed';
import { MINE, readAt } from '../shared/readHref';
import { type Reading, readingFor } from '../shared/reading';
import { sendLesson } from '../shared/sendLesson';
import { sendPage } from '../shared/sendPage';
import { sendWords } from '../shared/sendWords';
import { learnApi, learnerFor, learnerSaid, type Learning, learningOf, openLesson, perLearner, whoIs } from './learner';
import { tellWhyNot } from './whyNot';

/** Courses and lessons of whoever is signed in, and what they do there. Another's are not found. */
export function learnRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner, learners } = context;
  router.use('/learn', perLearner(context), express.json({ limit: '1mb' }));

  router.get('/course/:product', (req, res) => {
    const met = meet(req, res);
    if (!met) return;
    const { reading, personId, learning } = met;
    const course = courseView(reading, learning.course, learnerFor(reading, personId, learning));
    sendPage(context, req, res, {
      kind: 'still',
      title: course.title,
      keepOut: true,
      themed: true,
      within: [{ text: reading.words.course.yours, href: '/member/' }],
      body: courseHtml({ ...course, feed: feedOf(met) }, reading.locale),
    });
  });

  router.get('/course/:product/:lesson', (req, res) => {
    const met = meet(req, res);
    if (!met) return;
    const { reading, personId, learning } = met;
    const lesson = openLesson(learning, String(req.params['lesson']));
    if (!lesson) return tooEarly(res, met, String(req.params['lesson']));
    const kept = learners.get(personId);
    const view = lessonView(reading, learning.course, lesson, learnerFor(reading, personId, learning), {
      places: kept.places,
      speed: kept.speed,
      notes: kept.notes[lesson.id]?.text ?? '',
      tries: (kept.tries[lesson.id] ?? []).length,
      api: learnApi(learning.course.id, lesson.id),
      who: whoIs(personId),
      seed: personId,
    });
    sendLesson(context, req, res, view, [
      { text: view.course.title, href: view.course.href },
      { text: reading.words.course.yours, href: '/member/' },
    ]);
  });

  const feedOf = ({ personId, learning: { right, course } }: NonNullable<ReturnType<typeof meet>>) =>
    right ? feedFor(context, personId, right.id, course) : null;

  // What came into other hands is worth nothing any more: every feed of this person has another address.
  router.post('/feeds/:product/anew', perLearner(context), async (req, res) => {
    const personId = personOfDevice(context, req);
    const product = readingFor(context, req).live?.content.products.find((p) => p.id === req.params['product']);
    if (personId === null || !product) throw new Problem(401, (say) => say.signInFirst, 'sign-in');
    await learners.change(personId, (record) => ({ ...record, feed: (record.feed ?? 0) + 1 }));
    res.redirect(303, readAt(product, MINE, readingFor(context, req).words)?.href ?? '/member/');
  });

  router.get('/certificates/:name', perLearner(context), async (req, res) => {
    const personId = personOfDevice(context, req);
    const productId = /^([\w-]+)\.pdf$/.exec(String(req.params['name']))?.[1];
    const reading = readingFor(context, req);
    const finished =
      personId === null || productId === undefined ? null : progressOf(reading.state, personId, productId)?.finished;
    if (personId === null || !finished) throw new Problem(404, (say) => say.noSuchPaper, 'no-such-paper');
    const person = reading.person(personId);
    const name = calledBySeller(person) || (person?.address ?? '');
    const pdf = await context.papers.of(personId, {
      kind: 'certificate',
      paper: certificateOf(reading, finished, name),
    });
    res
      .set({
        'Content-Type': 'application/pdf',
        'Content-Disposition': 'inline; filename="certificate.pdf"',
        'Cache-Control': 'private, no-store',
        'Content-Security-Policy': 'sandbox',
      })
      .send(Buffer.from(pdf));
  });

  router.post('/learn/:product/:lesson/done', async (req, res) => {
    const { reading, personId, productId, lessonId } = learnerOf(req);
    const done = await runner.execute({ type: 'mark-lesson', personId, productId, lessonId });
    if ('refused' in done) throw refusalProblem(done);
    await runner.synced();
    const finished = done.events.some(({ type }) => type === 'course.finished');
    const say = reading.words.course;
    answer(res, Marked, { sentence: finished ? say.finished : say.isDone, finished });
  });

  router.post('/learn/:product/:lesson/quiz', async (req, res) => {
    const met = learnerOf(req);
    const { reading, personId, productId, lessonId } = met;
    const { id, given } = QuizTry.parse(req.body);
    const { quiz } = lessonOpenTo(met);
    if (!quiz) throw new Problem(404, (say) => say.notYours, 'no-such-lesson');
    const tried = await tryOnce(met, quiz, { id, given });
    const { finished } = tried.passed ? await passed(met, tried) : { finished: false };
    const say = reading.words.course;
    const right = tried.right.length;
    answer(res, QuizJudged, {
      passed: tried.passed,
      finished,
      sentence: tried.passed ? say.passed(right, tried.of) : say.notPassed(right, tried.of),
      questions: quiz.questions.map((question) => ({
        id: question.id,
        right: tried.right.includes(question.id),
        why: question.why,
      })),
      left: quiz.tries === 0 ? null : Math.max(0, quiz.tries - (learners.get(personId).tries[lessonId] ?? []).length),
    });

    async function passed(of: Met, { right, of: asked }: { right: readonly string[]; of: number }) {
      const done = await runner.execute({
        type: 'pass-quiz',
        personId: of.personId,
        productId,
        lessonId,
        right: right.length,
        of: asked,
      });
      if ('refused' in done) throw refusalProblem(done);
      await runner.synced();
      return { finished: done.events.some(({ type }) => type === 'course.finished') };
    }
  });

  /** Judges a try and keeps it; one that was sent before is what it was. */
  async function tryOnce({ personId, lessonId }: Met, quiz: Quiz, { id, given }: QuizTry) {
    const { tries } = await learners.change(personId, (record) => {
      const before = record.tries[lessonId] ?? [];
      if (before.some((tried) => tried.id === id)) return record;
      if (before.some((tried) => tried.passed) || !mayTry(quiz, before.length)) return record;
      const judged = { id, at: runner.now(), ...judge(quiz, given) };
      return { ...record, tries: { ...record.tries, [lessonId]: [...before, judged].slice(-MOST_TRIES) } };
    });
    const all = tries[lessonId] ?? [];
    const found = all.find((tried) => tried.id === id) ?? all.find((tried) => tried.passed);
    if (!found) throw new Problem(409, (say) => say.noTryLeft, 'no-try-left');
    return found;
  }

  router.put('/learn/:product/:lesson/place', async (req, res) => {
    const met = learnerOf(req);
    const { fileId, seconds, speed } = PlaceRequest.parse(req.body);
    const lesson = lessonOpenTo(met);
    const plays = lesson.blocks.some((b) => (b.kind === 'sound' || b.kind === 'film') && b.file.id === fileId);
    if (!plays) throw new Problem(404, (say) => say.notYours, 'no-such-file');
    const at = runner.now();
    await learners.change(met.personId, (record) => ({
      ...record,
      speed,
      places: { ...record.places, [fileId]: { seconds, at } },
    }));
    res.status(204).end();
  });

  router.put('/learn/:product/:lesson/notes', async (req, res) => {
    const met = learnerOf(req);
    const { text, before } = NotesRequest.parse(req.body);
    lessonOpenTo(met);
    const at = runner.now();
    const { notes } = await learners.change(met.personId, (record) => {
      const now = record.notes[met.lessonId]?.text ?? '';
      const next = notesOfBoth(now, before, text);
      return next === now ? record : { ...record, notes: { ...record.notes, [met.lessonId]: { text: next, at } } };
    });
    answer(res, NotesKept, { text: notes[met.lessonId]?.text ?? '' });
  });

  /** Who asks, and about which lesson; whether it is theirs is asked by whatever follows. */
  function learnerOf(req: Request): Met {
    const personId = learnerSaid(context, req);
    const { product, lesson } = req.params;
    return { personId, productId: String(product), lessonId: String(lesson), reading: readingFor(context, req) };
  }

  /** @throws Problem where it is not open to them */
  function lessonOpenTo({ reading, personId, productId, lessonId }: Met): Lesson {
    const learning = learningOf(reading, personId, productId);
    const lesson = learning && openLesson(learning, lessonId);
    if (!lesson) throw new Problem(403, (say) => say.notYours, 'not-open');
    return lesson;
  }

  /** Whoever has the course of an address; others read why they have not, and this answers for it. */
  function meet(req: Request, res: Response): { reading: Reading; personId: PersonId; learning: Learning } | null {
    const personId = personOfDevice(context, req);
    const reading = readingFor(context, req);
    const productId = String(req.params['product']);
    const learning = personId === null ? null : learningOf(reading, personId, productId);
    if (personId !== null && learning?.right) return { reading, personId, learning };
    return tellWhyNot(context, reading, res, { personId, productId });
  }

  function tooEarly(
    res: Response,
    { reading, personId, learning }: NonNullable<ReturnType<typeof meet>>,
    lessonId: string,
  ): void {
    const say = reading.words.course;
    const lesson = lessonOf(learning.course, lessonId);
    const course = courseView(reading, learning.course, learnerFor(reading, personId, learning));
    // What is not in their outline is as what is not there at all.
    const shown = course.modules.find(({ lessons }) => lessons.some(({ id }) => id === lessonId));
    const place = shown?.lessons.find(({ id }) => id === lessonId);
    const known = lesson && shown && place;
    sendWords(context, reading, res, {
      status: known ? 403 : 404,
      heading: known ? say.notYet.heading : say.notYours.heading,
      text: known ? say.notYet.text(lesson.title, place.note || shown.note) : say.notYours.text,
      action: { label: say.notYet.action, href: MINE.course(learning.course.id) },
    });
  }

  return router;
}

interface Met {
  personId: PersonId;
  productId: ProductId;
  lessonId: LessonId;
  reading: Reading;
}

/** Of one lesson; the latest are kept. */
const MOST_TRIES = 200;

/**
 * Notes as they are after somebody wrote. Where another device has written since they began, nothing of either is lost.
 * @param now as they are kept
 * @param before what the writer began from
 * @throws Problem where both are more than can be kept
 */
function notesOfBoth(now: string, before: string, text: string): string {
  if (now === before || text.includes(now)) return text;
  if (now.includes(text)) return now;
  const both = `${now}\n\n${text}`;
  // Nothing is cut off: what does not fit waits with whoever wrote it.
  if (both.length > MOST_NOTES) throw new Problem(409, (say) => say.notesFull, 'notes-full');
  return both;
}
