import { randomBytes } from 'node:crypto';
import { type Request, type Response, Router } from 'express';
import { addMs, DAY } from '#core/calendar';
import { checkoutOf, entrancesOf, hrefOf, type Path, type Step, stepOf } from '#core/paths';
import type { Release } from '#core/release';
import { cartFor, choicesTo, offerOfStep, type Order, practiseAnswer, practisePay } from '#core/shop';
import { ShownCard } from '../../wire';
import { type CounterContext, liveRelease } from '../context';
import { Problem } from '../http/problem';
import { textOf } from '../http/textOf';
import { personAtCheckout } from '../shared/people';
import { shownCard } from '../shared/shownCard';
import { comingOf, noteEntrance, noteTurnedBack } from './coming';
import { isAfterPayment } from './place';
import { cameWith, giveVisit, newVisit, noteHolder, openToHolder, tillFor } from './visit';

/** In a practice shop alone: puts whoever walks it at any step, as somebody who came there by themselves would stand. */
export function practiceStart(context: CounterContext): Router {
  const router = Router();
  router.get('/-/walk/:path/:step', async (req, res) => {
    const release = liveRelease(context);
    const path = release?.content.paths.find((p) => p.id === req.params.path);
    const step = path && (stepOf(path, req.params.step) ?? stepOf(path, path.start));
    if (!release || !path || !step) return res.redirect(303, '/');
    const entrance = entrancesOf(path).find(({ id }) => id === textOf(req.query['entrance']));
    if (entrance) noteEntrance(context, req, res, path.id, entrance.id);
    if (step.kind === 'turned-back') noteTurnedBack(context, req, res, path.id);
    if (isAfterPayment(path, step)) await payUpTo(context, req, res, { release, path, step });
    res.redirect(303, hrefOf(path, step));
  });
  return router;
}

/** Buys what leads to a step after payment, and answers the offers on the way there. */
async function payUpTo(
  context: CounterContext,
  req: Request,
  res: Response,
  { release, path, step }: { release: Release; path: Path; step: Step },
): Promise<Order> {
  const { runner, ids } = context;
  const coming = comingOf(context, req, path.id);
  const choices = await choicesTo(release, path, step.id, runner.now(), coming.entrance ?? null);
  if (!choices?.priceId) throw new Problem(409, 'No buyer on this path can reach this step.', 'not-reached');
  const visit = newVisit(context, path, choices.checkout ?? checkoutOf(path)?.id ?? '', coming);
  const till = tillFor({ visit, release }, path, runner.now());
  const cart = cartFor(release, till, choices.priceId, { extras: choices.extras });
  const who = { name: 'Practice buyer', address: `practice-${runner.state.orders.size + 1}@example.org` };
  const order = await practisePay(runner, release, cart, {
    now: runner.now(),
    came: cameWith(visit, till),
    checkoutId: visit.checkout,
    personId: await personAtCheckout(context, who, visit.checkout, ids.next('u')),
    card: shownCard(context, await sampleCard(context)),
  });
  if (typeof order === 'string') throw new Problem(409, order, 'not-paid');
  for (const [at, answer] of Object.entries(choices.answers ?? {})) {
    const asked = stepOf(path, at);
    const offer = asked && offerOfStep(asked);
    const problem = offer ? await practiseAnswer({ runner, order, release }, offer, answer) : null;
    if (problem !== null) throw new Problem(409, problem, 'not-answered');
  }
  const holder = randomBytes(24).toString('hex');
  await noteHolder(context, runner.state.checkouts.get(visit.checkout)?.lastKey ?? order.id, holder);
  giveVisit(context, res, visit);
  openToHolder(context, res, order, holder);
  return order;
}

/** A card that goes through, from the stand-in that practice shops pay at. */
async function sampleCard({ outside, runner }: CounterContext): Promise<ShownCard> {
  const [year = '', month = ''] = addMs(runner.now(), 2 * 365 * DAY).split('-');
  const answered = await fetch(`${outside.payments.card?.base() ?? ''}/tokens`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ number: SAMPLE_CARD, expiry: `${month}/${year.slice(2)}`, code: '321' }),
  });
  return ShownCard.parse(await answered.json());
}

const SAMPLE_CARD = '9000000000000001';
