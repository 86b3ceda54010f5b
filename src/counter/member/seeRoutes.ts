import { type Request, type RequestHandler, type Response, Router } from 'express';
import { shownPosts } from '#core/catalogue';
import type { PersonId } from '#core/ids';
import { isGone, calledBySeller } from '#core/people';
import { directionOf, languageOf } from '#core/words';
import { hrefOf } from '#core/routes';
import { Me } from '../../wire';
import { OWNER_API, OWNER_ROUTES } from '../../wire/contract';
import { courseView, lessonView } from '../../pages/data/courseData';
import { membershipView, postView } from '../../pages/data/membershipData';
import { courseHtml } from '../../pages/render';
import { type CounterContext, shopOf } from '../context';
import { answer } from '../http/answer';
import { Problem } from '../http/problem';
import { localeOfPerson } from '../shared/localeOfPerson';
import { SEES, seenAs } from '../shared/readHref';
import { type Reading, readingIn } from '../shared/reading';
import { sendLesson } from '../shared/sendLesson';
import { sendMembership, sendPost } from '../shared/sendMembership';
import { sendPage } from '../shared/sendPage';
import { insideOf } from './inside';
import { learnerFor, learningOf, openLesson } from './learner';
import { memberView } from './view';

/**
 * What somebody sees in their member area, for the seller: read only. Nothing can be done there, nothing counts as their
 * visit, no link of theirs is given out, and what they write for themselves is not shown.
 * @param guard lets through whoever may look
 * @param area answers with the member area's own page
 */
export function seeRoutes(context: CounterContext, guard: readonly RequestHandler[], area: RequestHandler): Router {
  const router = Router();
  router.use(SEES, ...guard);
  router.use(SEES, (req, res, next) => {
    if (req.method !== 'GET' && req.method !== 'HEAD')
      throw new Problem(405, 'Here it is only looked at. Nothing was changed.', 'bad-request');
    res.set('Cache-Control', 'no-store');
    next();
  });

  router.get(`${SEES}/:person`, area);
  router.get(`${SEES}/:person/me`, (req, res) => {
    const { personId, reading, hrefs } = seen(req);
    const { shop, locale } = reading;
    const view = memberView(context, reading, personId, hrefs);
    answer(res, Me, {
      shopName: shop.name,
      strip: `You see what ${whoOf(personId)} sees. Nothing can be done here.`,
      language: languageOf(locale),
      direction: directionOf(locale),
      otherLanguages: [],
      signedIn: true,
      looksOnly: true,
      cardService: '',
      sampleCards: false,
      sessions: [],
      countries: [],
      ...view,
      next: view.next && { ...view.next, href: '' },
      things: view.things.map((thing) => ({
        ...thing,
        files: thing.files.map((file) => ({ ...file, href: '' })),
        task: thing.task && { ...thing.task, href: '' },
        classes: thing.classes && { ...thing.classes, href: '' },
        coaching: thing.coaching && { ...thing.coaching, href: '', canBook: false },
      })),
      agreements: view.agreements.map((agreement) => ({
        ...agreement,
        card: null,
        acts: [],
        place: null,
        writeTo: null,
        againAt: null,
        payments: agreement.payments.map((payment) => ({ ...payment, paper: null })),
      })),
      orders: view.orders.map((order) => ({ ...order, papers: [] })),
    });
  });

  router.get(`${SEES}/:person/course/:product`, (req, res) => {
    const { reading, learning, who, within } = learnerSeen(req);
    const course = courseView(reading, learning.course, who);
    sendPage(context, req, res, {
      kind: 'still',
      title: course.title,
      keepOut: true,
      within,
      body: courseHtml({ ...course, mine: course.mine && { ...course.mine, certificate: null } }, reading.locale),
    });
  });
  router.get(`${SEES}/:person/course/:product/:lesson`, (req, res) => {
    const { reading, learning, who, within } = learnerSeen(req);
    const lesson = openLesson(learning, String(req.params['lesson']));
    if (!lesson) return nothing();
    sendLesson(context, req, res, lessonView(reading, learning.course, lesson, who, null), within);
  });

  router.get(`${SEES}/:person/in/:product`, (req, res) => {
    const { reading, membership, insider, within } = insiderSeen(req);
    sendMembership(context, req, res, membershipView(reading, membership, insider), within);
  });
  router.get(`${SEES}/:person/in/:product/:post`, (req: Request, res: Response) => {
    const { reading, membership, insider, within } = insiderSeen(req);
    const post = shownPosts(membership).find(({ id }) => id === req.params['post']);
    if (!post || !insider.opened.parts.has(post.id)) return nothing();
    sendPost(context, req, res, postView(reading, membership, post, insider, null), within);
  });

  function seen(req: Request) {
    const person = context.people.get(String(req.params['person']));
    if (!person || isGone(person)) throw new Problem(404, 'This person is not known here.', 'no-such-person');
    const { id: personId } = person;
    const reading = readingIn(context, localeOfPerson(context.runner.state, shopOf(context), personId));
    return {
      personId,
      // Of theirs no link works for anybody else; none is made here.
      reading: { ...reading, fileHref: () => '' } satisfies Reading,
      hrefs: seenAs(personId),
      within: [{ text: `As ${whoOf(personId)} sees it`, href: `${SEES}/${personId}` }],
    };
  }
  /** What is shown in its place comes from the vault, as the studio shows it. */
  const shownInStudio = ({ sha256, type }: { sha256: string; type: string }): string =>
    OWNER_API + hrefOf(OWNER_ROUTES.file, { params: { sha256 }, query: { type } });

  function learnerSeen(req: Request) {
    const of = seen(req);
    const learning = learningOf(of.reading, of.personId, String(req.params['product']));
    if (!learning?.right) return nothing();
    const who = { ...learnerFor(of.reading, of.personId, learning, of.hrefs), fileHref: shownInStudio };
    return { ...of, learning, who };
  }
  function insiderSeen(req: Request) {
    const of = seen(req);
    const found = insideOf(context, of.reading, of.personId, String(req.params['product']), of.hrefs);
    if (!found) return nothing();
    return { ...of, membership: found.membership, insider: { ...found.insider, fileHref: shownInStudio } };
  }
  function nothing(): never {
    throw new Problem(404, 'This is not open to them.', 'not-open');
  }
  function whoOf(personId: PersonId): string {
    const person = context.people.get(personId);
    return calledBySeller(person) || (person?.address ?? '');
  }
  return router;
}
