import { type Request, type Response, Router } from 'express';
import { pricesOffered, type Step, stepOf } from '#core/paths';
import { refuse } from '#core/refusal';
import type { OfferAfterPayment, Order } from '#core/shop';
import type { PathId, StepId } from '#core/ids';
import { AcceptRequest, type CheckoutState, DeclineRequest, NextAnswer, StateAnswer } from '../../wire';
import type { CounterContext } from '../context';
import { answer } from '../http/answer';
import type { CardLimit } from '../http/cardLimit';
import { Problem, refusalProblem } from '../http/problem';
import { textOf } from '../http/textOf';
import { readingFor } from '../shared/reading';
import { personOfDevice } from '../shared/device';
import { addressKeyOf, keepPostalAfterPayment } from '../shared/people';
import { shownCard } from '../shared/shownCard';
import { waitFor } from '../shared/waitFor';
import { isNotTheirs, nextHref, pathOfOrder, type PathOfOrder } from './afterPayment';
import { fingerprintHash } from '../shared/fingerprint';
import { isAnswered, WAIT_FOR_ANSWER_MS } from './checkoutState';
import { offerState } from './offerState';
import { cameWith, orderOfVisit, visitsOf } from './visit';

/** Answers to an offer after payment: only from the visit that paid, and once each. */
export function offerRoutes(context: CounterContext, cards: CardLimit): Router {
  const router = Router();
  const { runner } = context;

  /** The paid order of this visit on a path, and one of the path's offers. */
  const ofVisit = (
    req: Request,
    pathId: PathId,
    stepId: StepId,
  ): { order: Order; of: PathOfOrder; step: Step; offer: OfferAfterPayment; came: ReturnType<typeof cameWith> } => {
    const order = orderOfVisit(context, req, pathId);
    const visit = visitsOf(context, req).find(({ checkout }) => checkout === order?.checkoutId);
    const of = order && pathOfOrder(context, req, order, pathId);
    const step = of && stepOf(of.path, stepId);
    if (!visit || !order || !of || step?.kind !== 'offer' || !step.offer)
      throw new Problem(409, (say) => say.checkoutTooOld, 'no-visit');
    return {
      order,
      of,
      step,
      offer: { step: stepId, offerId: step.offer.offerId, priceId: step.offer.priceId },
      came: { ...cameWith(visit, { step: stepId, entrance: order.came.entrance }) },
    };
  };

  router.post('/accept', cards.check(standsAlready), async (req, res) => {
    const { pathId, stepId, shown, card, priceId, postal } = AcceptRequest.parse(req.body);
    const { order, of, step, offer: first, came } = ofVisit(req, pathId, stepId);
    const { release } = of;
    const state = (): CheckoutState =>
      offerState(runner.state, order, stepId, nextHref(context, req, order, pathId, step), localeOf(req));
    // A softer offer is for those who declined the one before it; where the visit stands now is the answer.
    if (isNotTheirs(context, req, order, of, step)) {
      await runner.synced();
      const stands: CheckoutState = { status: 'paid', next: nextHref(context, req, order, pathId) };
      return answer(res, StateAnswer, { state: stands });
    }
    // Of several prices the one that was chosen, and none that is not offered here.
    if (priceId !== undefined && !pricesOffered(step).includes(priceId)) throw refusalProblem(refuse('no-such-price'));
    const offer = { ...first, priceId: priceId ?? first.priceId };
    const addressKey = addressKeyOf(order, stepId);
    const command = {
      type: 'accept-offer' as const,
      orderId: order.id,
      offer,
      release,
      shown,
      fingerprint: fingerprintHash,
      card: card && shownCard(context, card),
      came,
      signedIn: personOfDevice(context, req) === order.personId,
      ...(postal ? { sendTo: { country: postal.country, addressKey } } : {}),
    };
    // Nothing about a person is written before the quote holds.
    const looked = runner.preview(command);
    if (postal && !('refused' in looked)) await keepPostalAfterPayment(context, order, addressKey, postal);
    const done = 'refused' in looked ? looked : await runner.execute(command);
    // Answered already, asked by another window, or not to be had any more: where the visit stands now is the answer.
    const stands =
      'refused' in done &&
      (done.refused === 'nothing-to-do' || done.refused === 'still-asking' || done.refused === 'already-runs');
    if ('refused' in done && !stands) throw refusalProblem(done);
    if ('refused' in done && done.refused === 'already-runs')
      await runner.execute({ type: 'decline-offer', orderId: order.id, step: stepId });
    const key = order.offers[stepId]?.lastKey;
    if (key) await waitFor(runner, () => isAnswered(runner.state, key), WAIT_FOR_ANSWER_MS);
    await runner.synced();
    if (state().status === 'refused') await cards.noteRefused(req);
    answer(res, StateAnswer, { state: state() });
  });

  /** An offer that is taken, or being asked for: another press hears how it stands. */
  async function standsAlready(req: Request, res: Response): Promise<boolean> {
    const { pathId, stepId } = AcceptRequest.partial().safeParse(req.body).data ?? {};
    if (pathId === undefined || stepId === undefined) return false;
    const { order, step } = ofVisit(req, pathId, stepId);
    const state = (): CheckoutState =>
      offerState(runner.state, order, stepId, nextHref(context, req, order, pathId, step), localeOf(req));
    const { status } = state();
    if (status !== 'paid' && status !== 'asking' && status !== 'bank') return false;
    await runner.synced();
    answer(res, StateAnswer, { state: state() });
    return true;
  }

  router.post('/decline', async (req, res) => {
    const { pathId, stepId } = DeclineRequest.parse(req.body);
    const { order, of, step } = ofVisit(req, pathId, stepId);
    if (isNotTheirs(context, req, order, of, step))
      return answer(res, NextAnswer, { next: nextHref(context, req, order, pathId) });
    const done = await runner.execute({ type: 'decline-offer', orderId: order.id, step: stepId });
    if ('refused' in done && done.refused !== 'nothing-to-do') throw refusalProblem(done);
    await runner.synced();
    answer(res, NextAnswer, { next: nextHref(context, req, order, pathId, step) });
  });

  router.get('/state', async (req, res) => {
    const [pathId, stepId] = [textOf(req.query['path']), textOf(req.query['step'])];
    const { order, step } = ofVisit(req, pathId, stepId);
    await runner.synced();
    const key = order.offers[stepId]?.lastKey;
    if (key && runner.state.charges.get(key)?.status === 'waits-for-bank') runner.nudge(key);
    const next = nextHref(context, req, order, pathId, step);
    const state = offerState(runner.state, order, stepId, next, localeOf(req));
    answer(res.set('Cache-Control', 'no-store'), StateAnswer, { state });
  });

  const localeOf = (req: Request): string => readingFor(context, req).locale;
  return router;
}
