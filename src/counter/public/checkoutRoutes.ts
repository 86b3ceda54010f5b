import express, { type Request, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { isAddress } from '#core/people';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import type { QuoteChoice } from '#core/checkout';
import type { ChargeKey, PathId, PersonId } from '#core/ids';
import { type CounterContext, liveRelease } from '../context';
import { type CheckoutState, GiveUpRequest, PayRequest, QuoteAnswer, QuoteRequest, StateAnswer } from '../../wire';
import { answer } from '../http/answer';
import { keepVatNumber, personFor } from '../shared/people';
import { languageToKeep, readingFor } from '../shared/reading';
import { waitFor } from '../shared/waitFor';
import { cardLimit, noteRefusedCard } from '../http/cardLimit';
import { Problem, refusalProblem } from '../http/problem';
import { textOf } from '../http/textOf';
import { checkoutPrices, fingerprintHash } from './checkoutPrices';
import { nextHref } from './afterPayment';
import { cartFor } from './cart';
import { checkoutState, isAnswered, WAIT_FOR_ANSWER_MS } from './checkoutState';
import { offerRoutes } from './offerRoutes';
import { personOfDevice } from '../shared/device';
import { asItCounts, begunAnew, cameWith, giveVisit, readVisit, type Visit } from './visit';

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
        throw new Problem(429, (say) => say.tooManyTries, 'too-many');
      },
    }),
  );

  const pathOf = (pathId: PathId): { release: Release; path: Path } => {
    const release = liveRelease(context);
    const path = release?.content.paths.find((p) => p.id === pathId);
    if (!release || !path) throw new Problem(404, (say) => say.gone, 'not-on-sale');
    return { release, path };
  };

  /** The prices again with a coupon, a country, a number: looked at, nothing asked. */
  router.post('/quote', (req, res) => {
    const { pathId, ...beside } = QuoteRequest.parse(req.body);
    const { release, path } = pathOf(pathId);
    const kept = readVisit(context, req, path.id);
    if (!kept) throw new Problem(409, (say) => say.checkoutTooOld, 'no-visit');
    const { visit, release: quoted } = asItCounts(context, kept, release);
    answer(
      res,
      QuoteAnswer,
      checkoutPrices(readingFor(context, req), quoted, path, { visit, ...beside, ...signedInAs(req) }),
    );
  });

  const signedInAs = (req: Request): { personId?: PersonId; signedIn: boolean } => {
    const personId = personOfDevice(context, req);
    return personId === null ? { signedIn: false } : { personId, signedIn: true };
  };

  router.post('/pay', cardLimit(context.mode === 'real'), async (req, res) => {
    if (!req.is('application/json')) throw new Problem(415, (say) => say.unreadable, 'bad-request');
    const choice = PayRequest.parse(req.body);
    const reading = readingFor(context, req);
    const { locale } = reading;
    const { release, path } = pathOf(choice.pathId);
    const kept = readVisit(context, req, path.id);
    if (!kept) throw new Problem(409, (say) => say.checkoutTooOld, 'no-visit');
    const { visit, release: quoted } = asItCounts(context, kept, release);
    if (!isAddress(choice.address)) throw new Problem(422, (say) => say.badAddress, 'address-wrong');
    const stateNow = () => stateOf(req, visit, path, locale);
    const standing = stateNow();
    if (standing.status === 'paid' || standing.status === 'asking' || standing.status === 'bank') {
      await runner.synced();
      return answer(res, StateAnswer, { state: stateNow() });
    }
    const personId = await personFor(context, choice);
    const { coupon, country, vatNumber, extras, quantity, named } = choice;
    const beside = { coupon, country, vatNumber, extras, quantity, named };
    const signedIn = personOfDevice(context, req) === personId;
    if (vatNumber) await keepVatNumber(context, personId, visit.checkout, vatNumber);
    const cart = cartFor(quoted, path, choice.priceId, beside);
    if (signedIn) await setFree(visit, personId, cart);
    const done = await runner.execute({
      type: 'pay',
      checkoutId: visit.checkout,
      personId,
      ...cart,
      release: quoted,
      startedAt: visit.at,
      shown: choice.shown,
      fingerprint: fingerprintHash,
      card: choice.card,
      signedIn,
      came: cameWith(visit, path),
      language: languageToKeep(reading.shop, locale),
      soldAtStart: visit.sold,
    });
    if ('refused' in done) {
      if (
        done.refused === 'quote-changed' ||
        done.refused === 'no-such-price' ||
        done.refused === 'sold-out' ||
        done.refused === 'too-many' ||
        done.refused === 'amount-named' ||
        done.refused === 'coupon' ||
        done.refused === 'vat-number'
      ) {
        const begun = renew(res, visit, release);
        throw refusalProblem(
          done,
          checkoutPrices(readingFor(context, req), release, path, {
            visit: begun,
            ...beside,
            personId,
            signedIn,
          }),
        );
      }
      if (done.refused !== 'already-paid' && done.refused !== 'still-asking') throw refusalProblem(done);
    }
    const key = runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key) await waitFor(runner, () => isAnswered(runner.state, key), WAIT_FOR_ANSWER_MS);
    await runner.synced();
    const state = stateNow();
    if (state.status === 'refused') noteRefusedCard(res);
    answer(res, StateAnswer, { state });
  });

  /** What others claimed with a member's address, and have not paid for, is theirs no more. */
  async function setFree(visit: Visit, personId: PersonId, cart: QuoteChoice): Promise<void> {
    const lines = [cart, ...(cart.extras ?? [])];
    const done = await runner.execute({ type: 'void-claims', personId, checkoutId: visit.checkout, lines });
    if ('refused' in done) return;
    const keys = done.events.flatMap((event) => (event.type === 'void.due' ? [event.data.chargeKey] : []));
    const waits = (key: ChargeKey): boolean => runner.state.todo.has(key);
    await waitFor(runner, () => (keys.some(waits) ? null : true), WAIT_FOR_ANSWER_MS);
  }

  router.get('/state', async (req, res) => {
    const { path } = pathOf(textOf(req.query['path']));
    const visit = readVisit(context, req, path.id);
    await runner.synced();
    const key = visit && runner.state.checkouts.get(visit.checkout)?.lastKey;
    if (key && runner.state.charges.get(key)?.status === 'waits-for-bank') runner.nudge(key);
    const { locale } = readingFor(context, req);
    answer(res.set('Cache-Control', 'no-store'), StateAnswer, {
      state: visit ? stateOf(req, visit, path, locale) : { status: 'open' },
    });
  });

  /** Rather another card: what waits for the bank is made impossible, and its places are free again. */
  router.post('/give-up', async (req, res) => {
    const { pathId } = GiveUpRequest.parse(req.body);
    const { path } = pathOf(pathId);
    const visit = readVisit(context, req, path.id);
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
    answer(res, StateAnswer, { state: stateOf(req, visit, path, readingFor(context, req).locale) });
  });

  router.use('/offer', offerRoutes(context));

  const stateOf = (req: Request, visit: Visit, path: Path, locale: string): CheckoutState =>
    checkoutState(runner.state, visit.checkout, (order) => nextHref(context, req, order, path.id), locale);

  /** From now on the checkout is quoted from what is live. */
  function renew(res: Response, visit: Visit, release: Release): Visit {
    const begun = begunAnew(context, visit, release);
    giveVisit(context, res, begun);
    return begun;
  }
  return router;
}
