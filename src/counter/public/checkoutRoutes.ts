import express, { type Request, type Response, Router } from 'express';
import { checkoutOf, type Path } from '#core/paths';
import { wayOf } from '#core/ways';
import { refuse } from '#core/refusal';
import type { Release } from '#core/release';
import type { QuoteChoice } from '#core/checkout';
import type { ChargeKey, PathId, PersonId, StepId } from '#core/ids';
import { refusalSentence } from '#core/messages';
import { type CounterContext, liveRelease } from '../context';
import {
  ApproveAnswer,
  ApproveRequest,
  type CheckoutState,
  GiveUpRequest,
  HOLDER_HEADER,
  PayRequest,
  QuoteAnswer,
  QuoteRequest,
  StateAnswer,
} from '../../wire';
import { answer } from '../http/answer';
import { personAtCheckout } from '../shared/people';
import { shownCard } from '../shared/shownCard';
import { readingFor } from '../shared/reading';
import { waitFor } from '../shared/waitFor';
import { bankLimit } from '../http/bankLimit';
import { cardLimit } from '../http/cardLimit';
import { freeLimit } from '../http/freeLimit';
import { limit } from '../http/limits';
import { Problem, refusalProblem } from '../http/problem';
import { textOf } from '../http/textOf';
import { checkoutPrices } from '../../pages/data/checkoutPrices';
import { nextHref } from './afterPayment';
import { approvedMeans, askApproval, guardWay } from './approval';
import { checkoutState, isAnswered, WAIT_FOR_ANSWER_MS } from './checkoutState';
import { offerRoutes } from './offerRoutes';
import { personOfDevice } from '../shared/device';
import { readPress, pressRefused } from './press';
import { countTelling, tryCardFirst } from './triedCard';
import { asItCounts, noteHolder, openToHolder, readVisit, tillFor, type Visit, visitsOf } from './visit';

/** Refusals that may tell what somebody has or had. */
const TELLS: ReadonlySet<string> = new Set(['already-runs', 'quote-changed', 'buyer-limit', 'coupon']);

/** Paying. The body holds choices, never amounts: a request that names one is refused as not understood. */
export function checkoutRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner, ids } = context;
  router.use(express.json({ limit: '16kb' }));
  const cards = cardLimit(context);
  const banks = bankLimit(context);
  const free = freeLimit(context);
  // Each purpose has its own: waiting for a bank uses up no tries to pay.
  const looks = limit(context, { most: 120, minutes: 1 });
  const waits = limit(context, { most: 240, minutes: 1 });
  const pays = limit(context, { most: 60, minutes: 1, first: (req, res) => standsAlready(req, res) });

  const pathOf = (pathId: PathId): { release: Release; path: Path } => {
    const release = liveRelease(context);
    const path = release?.content.paths.find((p) => p.id === pathId);
    if (!release || !path) throw new Problem(404, (say) => say.gone, 'not-on-sale');
    return { release, path };
  };

  /** The visit's checkout at a step of a path; at its first where none is said. */
  const visitAt = (req: Request, path: Pick<Path, 'id' | 'steps'>, stepId: StepId | undefined): Visit | null =>
    readVisit(context, req, path.id, stepId ?? checkoutOf(path)?.id ?? '');

  /** The same, also when its path was taken down meanwhile. */
  const visitOnPath = (req: Request, pathId: PathId, stepId: StepId | undefined): Visit | null =>
    stepId === undefined
      ? (visitsOf(context, req).find((v) => v.path === pathId) ?? null)
      : readVisit(context, req, pathId, stepId);

  /** The prices again with a coupon, a country, a number: looked at, nothing asked. */
  router.post('/quote', looks, (req, res) => {
    const { pathId, stepId, ...beside } = QuoteRequest.parse(req.body);
    const { release, path } = pathOf(pathId);
    const kept = visitAt(req, path, stepId);
    if (!kept) throw new Problem(409, (say) => say.checkoutTooOld, 'no-visit');
    const { visit, release: quoted } = asItCounts(context, kept, release);
    const till = tillFor({ visit, release: quoted }, path, runner.now());
    const looking = { visit, ...beside, ...signedInAs(req) };
    answer(res, QuoteAnswer, checkoutPrices(readingFor(context, req), quoted, till, looking));
  });

  const signedInAs = (req: Request): { personId?: PersonId; signedIn: boolean } => {
    const personId = personOfDevice(context, req);
    return personId === null ? { signedIn: false } : { personId, signedIn: true };
  };

  router.post('/pay', pays, cards.check(standsAlready), async (req, res) => {
    if (!req.is('application/json')) throw new Problem(415, (say) => say.unreadable, 'bad-request');
    const choice = PayRequest.parse(req.body);
    if (await standsAlready(req, res)) return;
    const { locale } = readingFor(context, req);
    const { release, path } = pathOf(choice.pathId);
    const kept = visitAt(req, path, choice.stepId);
    if (!kept) throw new Problem(409, (say) => say.checkoutTooOld, 'no-visit');
    const press = readPress(context, req, choice, { kept, path, live: release });
    const { visit, till, cart, claimed, personal, signedIn } = press;
    const card = choice.way
      ? approvedMeans(context, req, visit, choice.way)
      : choice.card && shownCard(context, choice.card);
    if (card && context.outside.payments[wayOf(card)] === null)
      throw new Problem(503, (say) => say.noMoney, 'no-payments');
    if (card) banks.check(req);
    if (signedIn) await setFree(visit, claimed, cart);
    else if (card && personal) {
      const refused = await tryCardFirst(context, card);
      if (refused !== null) {
        await cards.noteRefused(req);
        const state: CheckoutState = { status: 'refused', sentence: refusalSentence(refused, locale, card.way) };
        return answer(res, StateAnswer, { state });
      }
    }
    // Nothing about a person is written before the quote holds.
    // Whoever brings no card hears what any stranger would.
    const asWhom = personal && card === null ? ids.next('u') : claimed;
    // A price that this visit was not shown is none that it can have.
    const looked = till.shows(choice.priceId) ? runner.preview(press.command(asWhom, card)) : refuse('no-such-price');
    if (card?.way && !('refused' in looked)) guardWay(press, card.way, false);
    const asksMoney = !('refused' in looked) && looked.events.some(({ type }) => type === 'charge.requested');
    if (!('refused' in looked) && !asksMoney && !signedIn) await free.count(req, choice.address);
    let personId = asWhom;
    const done =
      'refused' in looked
        ? looked
        : await runner.execute(
            press.command((personId = await personAtCheckout(context, choice, visit.checkout, claimed)), card),
          );
    if ('refused' in done) {
      // What a refusal rests on may not be safe yet.
      await runner.synced();
      if (personal && card && TELLS.has(done.refused)) await countTelling(context, req, visit, card);
      if (done.refused !== 'already-paid' && done.refused !== 'still-asking')
        throw pressRefused(context, req, res, press, done, personId);
    }
    const record = runner.state.checkouts.get(visit.checkout);
    const key = record?.lastKey;
    // Only the window whose press was taken has it in its hand.
    if (!('refused' in done)) await noteHolder(context, key ?? record?.orderId ?? '', choice.holder);
    if (key) await waitFor(runner, () => isAnswered(runner.state, key), WAIT_FOR_ANSWER_MS);
    await runner.synced();
    const state = stateOf(req, visit, locale);
    if (state.status === 'refused') await cards.noteRefused(req);
    if (key && state.status === 'bank') banks.note(req, key);
    openTo(res, visit, choice.holder);
    answer(res, StateAnswer, { state });
  });

  /** To a wallet or a bank, to approve what the checkout shows. */
  router.post('/approve', pays, async (req, res) => {
    if (!req.is('application/json')) throw new Problem(415, (say) => say.unreadable, 'bad-request');
    const { way, ...choice } = ApproveRequest.parse(req.body);
    if (await standsAlready(req, res)) return;
    const { release, path } = pathOf(choice.pathId);
    const kept = visitAt(req, path, choice.stepId);
    if (!kept) throw new Problem(409, (say) => say.checkoutTooOld, 'no-visit');
    const press = readPress(context, req, choice, { kept, path, live: release });
    answer(res, ApproveAnswer, { approveAt: await askApproval(context, req, res, press, way) });
  });

  /** A checkout that is paid, or being asked for: another press changes nothing and hears how it stands. */
  async function standsAlready(req: Request, res: Response): Promise<boolean> {
    const { pathId, stepId, holder } = PayRequest.partial().safeParse(req.body).data ?? {};
    const visit = pathId === undefined ? null : visitOnPath(req, pathId, stepId);
    if (!visit) return false;
    const { locale } = readingFor(context, req);
    const { status } = stateOf(req, visit, locale);
    if (status !== 'paid' && status !== 'asking' && status !== 'bank') return false;
    await runner.synced();
    openTo(res, visit, holder);
    answer(res, StateAnswer, { state: stateOf(req, visit, locale) });
    return true;
  }

  /** To the window that paid, what its checkout bought is open from now on. */
  function openTo(res: Response, visit: Visit, holder: string | undefined): void {
    const record = runner.state.checkouts.get(visit.checkout);
    const order = record?.paid ? runner.state.orders.get(record.orderId) : undefined;
    if (order) openToHolder(context, res, order, holder);
  }

  /** What others claimed with a member's address, and have not paid for, is theirs no more. */
  async function setFree(visit: Visit, personId: PersonId, cart: QuoteChoice): Promise<void> {
    const lines = [cart, ...(cart.extras ?? [])];
    const done = await runner.execute({ type: 'void-claims', personId, checkoutId: visit.checkout, lines });
    if ('refused' in done) return;
    const keys = done.events.flatMap((event) => (event.type === 'void.due' ? [event.data.chargeKey] : []));
    const waits = (key: ChargeKey): boolean => runner.state.pending.has(key);
    await waitFor(runner, () => (keys.some(waits) ? null : true), WAIT_FOR_ANSWER_MS);
  }

  router.get('/state', waits, async (req, res) => {
    const [pathId, stepId] = [textOf(req.query['path']), textOf(req.query['step'])];
    // Whoever is in a checkout hears how it stands, also when its path was taken down meanwhile.
    const visit = visitOnPath(req, pathId, stepId || undefined);
    if (!visit) pathOf(pathId);
    await runner.synced();
    const key = visit && runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key && runner.state.charges.get(key)?.status === 'waits-for-bank') runner.nudge(key);
    const { locale } = readingFor(context, req);
    if (visit) openTo(res, visit, req.get(HOLDER_HEADER));
    answer(res.set('Cache-Control', 'no-store'), StateAnswer, {
      state: visit ? stateOf(req, visit, locale) : { status: 'open' },
    });
  });

  /** Rather another card: what waits for the bank is made impossible, and its places are free again. */
  router.post('/give-up', waits, async (req, res) => {
    const { pathId, stepId } = GiveUpRequest.parse(req.body);
    const visit = visitOnPath(req, pathId, stepId);
    if (!visit) throw new Problem(409, (say) => say.checkoutTooOld, 'no-visit');
    const key = runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key && runner.state.charges.get(key)?.status === 'waits-for-bank') {
      const done = await runner.execute({ type: 'give-up-charge', key });
      if ('refused' in done && done.refused !== 'nothing-to-do') throw refusalProblem(done);
      await waitFor(
        runner,
        () => (runner.state.charges.get(key)?.status === 'waits-for-bank' ? null : true),
        WAIT_FOR_ANSWER_MS,
      );
    }
    await runner.synced();
    answer(res, StateAnswer, { state: stateOf(req, visit, readingFor(context, req).locale) });
  });

  router.use('/offer', waits, offerRoutes(context, cards));

  const stateOf = (req: Request, visit: Visit, locale: string): CheckoutState =>
    checkoutState(runner.state, visit.checkout, (order) => nextHref(context, req, order, visit.path), locale);
  return router;
}
