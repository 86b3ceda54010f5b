import express, { type Request, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { KeptCard } from '#core/agreements';
import { Id } from '#core/catalogue';
import { isAddress } from '#core/people';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import { type CounterContext, liveRelease } from '../context';
import { keepVatNumber, personFor } from '../people';
import { cardLimit, noteRefusedCard } from '../http/cardLimit';
import { Problem, refusalProblem } from '../http/problem';
import { textOf } from '../http/textOf';
import { checkoutPrices, fingerprintHash } from './checkoutData';
import { answered, checkoutState } from './checkoutState';
import { personOfDevice } from '../member/device';
import { giveVisit, quoteStands, readVisit, soldOfRising, type Visit } from './visit';

/** What a buyer may choose beside a price. */
const Beside = z.strictObject({
  coupon: z.string().max(60).optional(),
  country: z.string().max(2).optional(),
  vatNumber: z.string().max(30).optional(),
});

const Choice = z.strictObject({
  pathId: Id,
  priceId: Id,
  /** Hash of what the page showed. */
  shown: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string().max(300),
  address: z.string().max(300),
  card: KeptCard.strict().nullable(),
  ...Beside.shape,
});

/** How long the button waits for the bank before the page says that it is being asked. */
const WAIT_FOR_ANSWER_MS = 6_000;

/** Paying. The body holds choices, never amounts: a request that names one is refused as not understood. */
export function checkoutRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  router.use(express.json({ limit: '16kb' }));
  router.use(
    rateLimit({
      windowMs: 60_000,
      limit: context.mode === 'real' ? 120 : 100_000,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: () => {
        throw new Problem(
          429,
          'Too many tries in a short time. Nothing was charged. Wait a minute and try again.',
          'too-many',
        );
      },
    }),
  );

  const pathOf = (pathId: string): { release: Release; path: Path } => {
    const release = liveRelease(context);
    const path = release?.content.paths.find((p) => p.id === pathId);
    if (!release || !path) throw new Problem(404, 'This is not on sale any more. Nothing was charged.', 'not-on-sale');
    return { release, path };
  };

  /** The prices again with a coupon, a country, a number: looked at, nothing asked. */
  router.post('/quote', (req, res) => {
    const { pathId, ...beside } = z.strictObject({ pathId: Id, ...Beside.shape }).parse(req.body);
    const { release, path } = pathOf(pathId);
    const visit = readVisit(context, req, path.id);
    if (!visit)
      throw new Problem(
        409,
        'This checkout has been open for too long, or cookies are switched off. Load the page again.',
        'no-visit',
      );
    const quoted = quoteStands(context, visit) ? (context.releases.get(visit.release) ?? release) : release;
    res.json(checkoutPrices(context, quoted, path, { visit, ...beside, ...signedInAs(req) }));
  });

  const signedInAs = (req: Request): { personId?: string; signedIn: boolean } => {
    const personId = personOfDevice(context, req);
    return personId === null ? { signedIn: false } : { personId, signedIn: true };
  };

  router.post('/pay', cardLimit(context.mode === 'real'), async (req, res) => {
    if (!req.is('application/json')) throw new Problem(415, 'This request cannot be read.', 'bad-request');
    const choice = Choice.parse(req.body);
    const { release, path } = pathOf(choice.pathId);
    const visit = readVisit(context, req, path.id);
    if (!visit)
      throw new Problem(
        409,
        'This checkout has been open for too long, or cookies are switched off. Nothing was charged. Load the page again.',
        'no-visit',
      );
    if (!isAddress(choice.address))
      throw new Problem(422, 'That e-mail address cannot be right. Nothing was charged.', 'address-wrong');
    const thanks = `/${path.address}/thanks`;

    const standing = checkoutState(runner.state, visit.checkout, thanks);
    if (standing.status === 'paid' || standing.status === 'asking' || standing.status === 'bank') {
      await runner.synced();
      return void res.json({ state: checkoutState(runner.state, visit.checkout, thanks) });
    }
    const quoted = quoteStands(context, visit) ? (context.releases.get(visit.release) ?? release) : release;
    const personId = await personFor(context, choice);
    const { coupon, country, vatNumber } = choice;
    const soldAtStart = visit.sold?.[choice.priceId];
    const signedIn = personOfDevice(context, req) === personId;
    if (vatNumber) await keepVatNumber(context, personId, visit.checkout, vatNumber);
    const done = await runner.execute({
      type: 'pay',
      checkoutId: visit.checkout,
      personId,
      offerId: path.offerId,
      priceId: choice.priceId,
      release: quoted,
      startedAt: visit.at,
      shown: choice.shown,
      fingerprint: fingerprintHash,
      card: choice.card,
      coupon,
      country,
      vatNumber,
      signedIn,
      ...(soldAtStart === undefined ? {} : { soldAtStart }),
    });
    if ('refused' in done) {
      if (
        done.refused === 'quote-changed' ||
        done.refused === 'no-such-price' ||
        done.refused === 'sold-out' ||
        done.refused === 'coupon' ||
        done.refused === 'vat-number'
      ) {
        const begun = renew(res, visit, release);
        throw refusalProblem(
          done,
          checkoutPrices(context, release, path, { visit: begun, coupon, country, vatNumber, personId, signedIn }),
        );
      }
      if (done.refused !== 'already-paid' && done.refused !== 'still-asking') throw refusalProblem(done);
    }
    const key = runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key) await answered(runner, key, WAIT_FOR_ANSWER_MS);
    await runner.synced();
    const state = checkoutState(runner.state, visit.checkout, thanks);
    if (state.status === 'refused') noteRefusedCard(res);
    res.json({ state });
  });

  router.get('/state', async (req, res) => {
    const { path } = pathOf(textOf(req.query['path']));
    const visit = readVisit(context, req, path.id);
    await runner.synced();
    const key = visit && runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key && runner.state.charges.get(key)?.status === 'waits-for-bank') runner.nudge(key);
    res.set('Cache-Control', 'no-store').json({
      state: visit ? checkoutState(runner.state, visit.checkout, `/${path.address}/thanks`) : { status: 'open' },
    });
  });

  /** From now on the checkout is quoted from what is live. */
  function renew(res: Response, visit: Visit, release: Release): Visit {
    const begun = { ...visit, release: release.number, at: runner.now(), sold: soldOfRising(context, visit.path) };
    giveVisit(context, res, begun);
    return begun;
  }
  return router;
}
