import { Router } from 'express';
import type { Agreement } from '#core/agreements';
import { consequencesOf } from '#core/messages';
import { type Command, sessionsFalling } from '#core/shop';
import { type CounterContext, shopOf } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import type { OwnerAct } from '../../wire';
import { OWNER_ROUTES } from '../../wire/contract';
import { dueAnswered, dueInWords } from '../shared/dueAnswered';
import { moveBuyer, moveCommand } from '../shared/moveBuyer';
import { productTitle } from '../shared/orderView';
import { readingIn } from '../shared/reading';
import { askedBack, mayBack } from './mayBack';
import { serve } from './serve';

/** The studio reads English. */
const STUDIO_LOCALE = 'en';

function commandFor(agreement: Agreement, wanted: OwnerAct): Command {
  const agreementId = agreement.id;
  switch (wanted.act) {
    case 'move':
      return moveCommand(agreement, wanted, 'looked-at');
    case 'pause':
      return { type: 'pause', agreementId, until: wanted.until, by: 'seller' };
    case 'return':
      return { type: 'return', agreementId, on: wanted.on };
    case 'cancel':
      return { type: 'cancel', agreementId, when: wanted.when, giveBack: wanted.giveBack, by: 'seller' };
    case 'keep':
      return { type: 'keep', agreementId };
    case 'retry':
      return { type: 'retry-due', agreementId };
    case 'switch':
      return {
        type: 'switch',
        agreementId,
        offerId: wanted.offerId,
        priceId: wanted.priceId,
        offSale: wanted.offSale,
      };
    case 'stop-plan':
      return { type: 'stop-plan', agreementId, keepAccess: wanted.keepAccess };
    case 'move-due-day':
      return { type: 'move-due-day', agreementId, day: { of: wanted.of, day: wanted.day } };
    case 'refund':
      return { type: 'refund-agreement', agreementId, amount: wanted.amount, ends: wanted.ends, reason: wanted.reason };
  }
}

/** Acts on payment plans and subscriptions, each first looked at: what it leads to, then the act itself. */
export function agreementRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  const find = (id: string) => {
    const agreement = runner.state.agreements.get(id);
    if (!agreement) throw new Problem(404, 'There is no such payment plan or subscription.', 'no-such-agreement');
    return agreement;
  };

  serve(router, context, OWNER_ROUTES.previewAct, ({ params, body }) => {
    const agreement = find(params.id);
    const decision = runner.preview(commandFor(agreement, body));
    if ('refused' in decision) throw refusalProblem(decision);
    const { locale, tax } = shopOf(context);
    const reading = readingIn(context, STUDIO_LOCALE);
    const titleOfPass = (id: string): string => productTitle(reading, runner.state.passes.get(id)?.productId ?? '');
    return {
      leadsTo: consequencesOf(agreement, decision.events, {
        locale,
        tax,
        now: runner.now(),
        titleOfPass,
        sessionsFalling: sessionsFalling(runner.state, decision.events, runner.now()),
      }),
    };
  });

  serve(router, context, OWNER_ROUTES.actOnAgreement, async ({ params, body: wanted, ...asked }) => {
    const agreement = find(params.id);
    const looked = runner.preview(commandFor(agreement, wanted));
    // Whatever gives money back by the way is money given back.
    if (!('refused' in looked) && looked.events.some((event) => event.type === 'refund.requested'))
      mayBack(context, asked, agreement.orderId, askedBack(looked.events));
    const by = asked.by.id;
    const done =
      wanted.act === 'move'
        ? await moveBuyer(context, agreement, wanted, by)
        : await runner.execute(commandFor(agreement, wanted), by);
    if ('refused' in done) throw refusalProblem(done);
    const became = await dueAnswered(runner, done.events);
    await runner.synced();
    return { sentence: dueInWords(became, STUDIO_LOCALE) };
  });
  return router;
}
