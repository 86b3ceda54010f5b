import { isGone } from '#core/people';
import express, { type Request, type Response, Router } from 'express';
import type { EventOf, ShopEvent } from '#core/journal';
import { mayGiveBack, type Right } from '#core/helpers';
import type { OrderId } from '#core/ids';
import { formatAmount, sum } from '#core/money';
import { creditOf } from '#core/payments';
import { refuse } from '#core/refusal';
import { refundLeft, sessionsFalling } from '#core/shop';
import {
  About,
  AwayAnswer,
  ClockAnswer,
  ClockRequest,
  EndSession,
  EraseAnswer,
  EraseRequest,
  JoinAnswer,
  JoinRequest,
  FinishedShopAnswer,
  LinkRequest,
  Ok,
  PeopleAnswer,
  PeopleRequest,
  RefundAnswer,
  RefundLeft,
  RefundLeftRequest,
  RefundPreview,
  RefundRequest,
  Said,
  SessionAnswer,
  SessionRequest,
  SessionsAnswer,
} from '../../wire';
import { type CounterContext, shopOf } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { limit } from '../http/limits';
import { answer } from '../http/answer';
import { erasePerson } from '../shared/erase';
import { joinOnRequest } from './joinPeople';
import { readingFor } from '../shared/reading';
import { endSession, sessionsFor } from '../shared/sessions';
import { sendSignInLink } from '../shared/signInLink';
import { waitFor } from '../shared/waitFor';
import { clockMove, moveClock } from './clock';
import { accessRoutes } from './accessRoutes';
import { agreementRoutes } from './agreementRoutes';
import { letIn, letOut, ownHeader, ownSession, studioOnly, whoWorks } from './door';
import { helperRoutes } from './helperRoutes';
import { troublesOf } from './troubles';
import { endAllWays, noteAnswered, unusualUse } from './unusual';
import { needs, refuseWho, whoIs } from './who';
import { everythingOf } from './everythingOf';
import { bookingRoutes } from './bookingRoutes';
import { classRoutes } from './classRoutes';
import { taskRoutes, tasksBefore } from './taskRoutes';
import { followRoutes } from './followRoutes';
import { countRoutes } from './countRoutes';
import { practiceRoutes } from './practiceRoutes';
import { journalRoutes } from './journalRoutes';
import { releaseRoutes } from './releaseRoutes';

/** How long a refund waits for its answer before it is "not known yet". */
const WAIT_FOR_REFUND_MS = 8_000;

/** The seller's side: everything here is behind the owner's key. */
export function ownerRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  router.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });

  // Only a wrong key counts; what another site sends was refused before.
  const tries = limit(context, { most: 10, minutes: 1, onlyRefused: true });
  router.post('/session', tries, express.json({ limit: '2kb' }), async (req, res) => {
    ownHeader(context, req);
    await letIn(context, req, res, SessionRequest.parse(req.body).key);
    answer(res, Ok, { ok: true });
  });
  router.get('/session', (req, res) => void answer(res, SessionAnswer, { owner: whoWorks(context, req) !== null }));
  router.use(studioOnly(context));
  const may = (right: Right) => needs(context, right);
  router.delete('/session', async (req, res) => {
    await letOut(context, req, res);
    answer(res, Ok, { ok: true });
  });

  router.get('/sessions', (req, res) =>
    answer(res, SessionsAnswer, {
      sessions: sessionsFor(context, ownSession(context, req).door, ownSession(context, req).here),
    }),
  );
  router.post('/sessions/end', express.json({ limit: '2kb' }), async (req, res) => {
    await endSession(context, req, ownSession(context, req).door, EndSession.parse(req.body).id);
    answer(res, Ok, { ok: true });
  });

  /** Asked of the services now, for an owner who has just connected one. */
  router.post('/ways', may('everything'), async (_req, res) => {
    await context.ways.look();
    answer(res, Ok, { ok: true });
  });
  router.get('/about', (req, res) => {
    const { state } = runner;
    answer(res, About, {
      mode: context.mode,
      now: runner.now(),
      release: state.release,
      publicAddress: context.publicAddress(),
      shopName: shopOf(context).name,
      head: context.journal.head(),
      problems: context.problems.map(({ code, sentence }) => ({ code, sentence })),
      standsStill: context.standsStill,
      ways: context.ways.standing(),
      you: whoIs(res),
      helpers: context.helpers.all().map(({ id, name }) => ({ id, name })),
      attention: state.attention,
      unusual: unusualUse(context),
      troubles: troublesOf(context),
      tasks: tasksBefore(context, readingFor(context, req)),
      unanswered: state.pending.size,
      clockMove: clockMove(context),
      away: context.away,
    });
  });

  router.use('/practice', may('edit'), practiceRoutes(context));
  router.use(countRoutes(context));
  router.use(followRoutes(context));
  router.use(bookingRoutes(context, may('answer')));
  router.use(classRoutes(context, may('answer'), mayBackSum));
  router.use(taskRoutes(context, may('answer')));
  router.post('/finished-shop', may('everything'), async (_req, res) =>
    answer(res, FinishedShopAnswer, { address: await context.finishedShop.open() }),
  );

  router.use(releaseRoutes(context));

  router.use('/access', may('everything'), accessRoutes(context));

  // ---- refunds
  router.use(express.json({ limit: '64kb' }));
  router.post('/refunds/left', may('give-back'), (req, res) => {
    const order = runner.state.orders.get(RefundLeftRequest.parse(req.body).orderId);
    if (!order) throw refusalProblem(refuse('no-such-order'));
    const lines = refundLeft(runner.state, order).map(({ lineId, card, credits }) => ({
      lineId,
      left: card + creditOf(credits),
    }));
    answer(res, RefundLeft, { lines });
  });
  router.post('/refunds/preview', may('give-back'), (req, res) => {
    const decision = runner.preview({ type: 'refund', ...RefundRequest.parse(req.body) });
    if ('refused' in decision) throw refusalProblem(decision);
    const parts = refundsAsked(decision.events);
    answer(res, RefundPreview, {
      amount: sum(parts.map((part) => part.amount)),
      closes: parts.flatMap((part) => part.closes),
      sessions: sessionsFalling(runner.state, decision.events, runner.now()),
    });
  });
  router.post('/refunds', may('give-back'), async (req, res) => {
    const wanted = RefundRequest.parse(req.body);
    const looked = runner.preview({ type: 'refund', ...wanted });
    if (!('refused' in looked)) mayBack(req, res, wanted.orderId, looked.events);
    const done = await runner.execute({ type: 'refund', ...wanted }, whoIs(res).id);
    if ('refused' in done) throw refusalProblem(done);
    const asked = refundsAsked(done.events).map(({ refundId }) => refundId);
    const refunds = () => asked.flatMap((id) => runner.state.refunds.get(id) ?? []);
    await waitFor(runner, () => (refunds().some((r) => r.status === 'asked') ? null : true), WAIT_FOR_REFUND_MS);
    await runner.synced();
    // Of several payments each is answered by itself: what did not go back is what is said.
    const worst = refunds().find((r) => r.status === 'refused') ?? refunds().find((r) => r.status === 'asked');
    answer(res, RefundAnswer, { status: worst?.status ?? 'paid', reason: worst?.refusal ?? null });
  });

  router.use('/agreements', agreementRoutes(context, mayBack));
  router.use('/helpers', may('everything'), helperRoutes(context));

  router.post('/people/read', (req, res) => {
    const { ids } = PeopleRequest.parse(req.body);
    answer(res, PeopleAnswer, { people: ids.map((id) => context.people.kept(id)).filter((p) => p !== undefined) });
  });

  router.post('/people/link', may('answer'), async (req, res) => {
    const person = context.people.get(LinkRequest.parse(req.body).personId);
    if (!person || isGone(person))
      throw new Problem(404, 'This person is not known here. Nothing was sent.', 'no-such-person');
    await sendSignInLink(context, person).catch(() => {
      throw new Problem(
        503,
        'The mail service did not answer, so the link was not sent. Try again in a minute.',
        'not-sent',
      );
    });
    answer(res, Said, { sentence: `A sign-in link is on its way to ${person.address}.` });
  });

  // Two answers to unusual use: a fresh link to whoever it is, with every other way in ended or not.
  router.post('/people/:id/ways/end', may('answer'), async (req, res) => {
    const person = context.people.get(String(req.params['id']));
    if (!person || isGone(person))
      throw new Problem(404, 'This person is not known here. Nothing was done.', 'no-such-person');
    await endAllWays(context, person.id);
    answer(res, Said, {
      sentence:
        'Every session of theirs, every mailed link and every address of a feed is ended. What they have stays theirs: a fresh link lets them in.',
    });
  });
  router.post('/people/:id/ways/fine', may('answer'), async (req, res) => {
    await noteAnswered(context, String(req.params['id']));
    answer(res, Said, { sentence: 'Noted. It is said again only if it goes on.' });
  });

  router.get('/people/:id/everything', may('everything'), (req, res) => {
    const all = everythingOf(context, String(req.params['id']));
    if (!all) throw new Problem(404, 'This person is not known here.', 'no-such-person');
    res
      .set('Content-Disposition', 'attachment; filename="everything-of-one-person.json"')
      .type('application/json')
      .send(JSON.stringify(all, null, 1));
  });
  router.post('/people/join', may('everything'), async (req, res) => {
    answer(res, JoinAnswer, await joinOnRequest(context, JoinRequest.parse(req.body), whoIs(res).id));
  });
  router.post('/people/erase', may('everything'), async (req, res) => {
    answer(res, EraseAnswer, { waitsFor: await erasePerson(context, EraseRequest.parse(req.body).personId) });
  });

  router.post('/problems/go-on', may('everything'), async (_req, res) => {
    await context.goOn();
    answer(res, Ok, { ok: true });
  });

  router.post('/away/confirm', may('everything'), async (_req, res) => {
    await context.confirmAway();
    answer(res, AwayAnswer, { away: context.away });
  });

  router.post('/clock', may('everything'), async (req, res) => {
    const { by } = ClockRequest.parse(req.body);
    answer(res, ClockAnswer, { now: await moveClock(context, by) });
  });
  router.use(journalRoutes(context));
  return router;

  /** Of one order, what went back, what is on its way and what is asked for now: within what somebody may give back. */
  function mayBack(req: Request, res: Response, orderId: OrderId, events: readonly ShopEvent[]): void {
    mayBackSum(req, res, orderId, sum(refundsAsked(events).map((part) => part.amount)));
  }

  function mayBackSum(req: Request, res: Response, orderId: OrderId, amount: number): void {
    const { rights } = whoIs(res);
    const order = runner.state.orders.get(orderId);
    const lines = (order?.payments ?? []).flatMap((payment) => payment.lines);
    const before = sum(lines.map((line) => line.givenBack + line.reserved));
    const inAll = before + amount;
    const { currency, locale } = shopOf(context);
    if (mayGiveBack(rights, inAll, order?.currency === currency)) return;
    const most = formatAmount(rights.giveBackUpTo ?? 0, currency, locale);
    refuseWho(
      context,
      req,
      `You may give back up to ${most} of an order. Nothing was given back. The owner can give back more.`,
    );
  }
}

/** The refunds that an act asks for: one for each payment. */
const refundsAsked = (events: readonly ShopEvent[]): EventOf<'refund.requested'>['data'][] =>
  events.flatMap((event) => (event.type === 'refund.requested' ? [event.data] : []));
