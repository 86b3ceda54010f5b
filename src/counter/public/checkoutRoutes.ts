import express, { type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { Id } from '#core/catalogue';
import { isAddress } from '#core/people';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import { type CounterContext, liveRelease } from '../context';
import { personFor } from '../people';
import { Problem, refusalProblem } from '../http/problem';
import { textOf } from '../http/textOf';
import { checkoutPrices, fingerprintHash } from './checkoutData';
import { answered, checkoutState } from './checkoutState';
import { giveVisit, quoteStands, readVisit, type Visit } from './visit';

const Choice = z.strictObject({
  pathId: Id,
  priceId: Id,
  /** Hash of what the page showed. */
  shown: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string().max(300),
  address: z.string().max(300),
  card: z.strictObject({ token: z.string().max(200), last4: z.string().regex(/^\d{4}$/) }).nullable(),
});

/** How long the button waits for the bank before the page says that it is being asked. */
const WAIT_FOR_ANSWER_MS = 6_000;

/** Paying. The body holds choices, never amounts: a request that names one is refused as not understood. */
export function checkoutRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  router.use(express.json({ limit: '16kb' }));
  router.use(rateLimit({ windowMs: 60_000, limit: context.mode === 'real' ? 120 : 100_000, standardHeaders: 'draft-8', legacyHeaders: false, handler: () => { throw new Problem(429, 'Too many tries in a short time. Nothing was charged. Wait a minute and try again.', 'too-many'); } }));

  const pathOf = (pathId: string): { release: Release; path: Path } => {
    const release = liveRelease(context);
    const path = release?.content.paths.find((p) => p.id === pathId);
    if (!release || !path) throw new Problem(404, 'This is not on sale any more. Nothing was charged.', 'not-on-sale');
    return { release, path };
  };

  router.post('/pay', async (req, res) => {
    if (!req.is('application/json')) throw new Problem(415, 'This request cannot be read.', 'bad-request');
    const choice = Choice.parse(req.body);
    const { release, path } = pathOf(choice.pathId);
    const visit = readVisit(context, req, path.id);
    if (!visit) throw new Problem(409, 'This checkout has been open for too long, or cookies are switched off. Nothing was charged. Load the page again.', 'no-visit');
    if (!isAddress(choice.address)) throw new Problem(422, 'That e-mail address cannot be right. Nothing was charged.', 'address-wrong');
    const thanks = `/${path.address}/thanks`;

    const standing = checkoutState(runner.state, visit.checkout, thanks);
    if (standing.status === 'paid' || standing.status === 'asking' || standing.status === 'bank') {
      await runner.synced();
      return void res.json({ state: checkoutState(runner.state, visit.checkout, thanks) });
    }
    const quoted = quoteStands(visit, runner.now()) ? (context.releases.get(visit.release) ?? release) : release;
    const personId = await personFor(context, choice);
    const done = await runner.execute({
      type: 'pay', checkoutId: visit.checkout, personId, offerId: path.offerId, priceId: choice.priceId, release: quoted, startedAt: visit.at,
      shown: choice.shown, fingerprint: fingerprintHash, card: choice.card,
    });
    if ('refused' in done) {
      if (done.refused === 'quote-changed' || done.refused === 'no-such-price' || done.refused === 'sold-out') {
        renew(res, visit, release);
        throw refusalProblem(done, { prices: checkoutPrices(context, release, path, runner.now()) });
      }
      if (done.refused !== 'already-paid' && done.refused !== 'still-asking') throw refusalProblem(done);
    }
    const key = runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key) await answered(runner, key, WAIT_FOR_ANSWER_MS);
    await runner.synced();
    res.json({ state: checkoutState(runner.state, visit.checkout, thanks) });
  });

  router.get('/state', async (req, res) => {
    const { path } = pathOf(textOf(req.query['path']));
    const visit = readVisit(context, req, path.id);
    await runner.synced();
    const key = visit && runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key && runner.state.charges.get(key)?.status === 'waitsForBank') runner.nudge(key);
    res.set('Cache-Control', 'no-store').json({ state: visit ? checkoutState(runner.state, visit.checkout, `/${path.address}/thanks`) : { status: 'open' } });
  });

  /** From now on the checkout is quoted from what is live. */
  function renew(res: Response, visit: Visit, release: Release): void {
    giveVisit(context, res, { ...visit, release: release.number, at: runner.now() });
  }
  return router;
}
