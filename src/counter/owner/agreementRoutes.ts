import { Router } from 'express';
import * as z from 'zod';
import type { Agreement } from '#core/agreements';
import { Id } from '#core/catalogue';
import { consequencesOf } from '#core/messages';
import type { Command } from '#core/shop';
import { type CounterContext, shopOf } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { dueAnswered, SAID } from '../member/dueAnswered';
import { Move, moveBuyer, moveCommand } from '../member/moveBuyer';
import { productTitle } from '../public/orderView';

/** What a seller does to somebody's payment plan or subscription. */
const Act = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('pause'), until: z.iso.date().nullable() }),
  z.strictObject({ act: z.literal('return'), on: z.iso.date().nullable() }),
  z.strictObject({ act: z.literal('cancel'), when: z.enum(['end', 'now']), giveBack: z.boolean() }),
  z.strictObject({ act: z.literal('keep') }),
  z.strictObject({ act: z.literal('retry') }),
  z.strictObject({ act: z.literal('switch'), offerId: Id, priceId: Id }),
  z.strictObject({ act: z.literal('stop-plan'), keepAccess: z.boolean() }),
  z.strictObject({ act: z.literal('move-due-day'), of: z.enum(['month', 'week']), day: z.int().min(1).max(31) }),
  z.strictObject({ act: z.literal('move'), ...Move }),
  z.strictObject({
    act: z.literal('refund'),
    amount: z.int().min(1).nullable(),
    ends: z.boolean(),
    reason: z.string().max(500).default(''),
  }),
]);

function commandFor(agreement: Agreement, wanted: z.infer<typeof Act>): Command {
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
      return { type: 'switch', agreementId, offerId: wanted.offerId, priceId: wanted.priceId };
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

  router.post('/:id/preview', (req, res) => {
    const agreement = find(String(req.params['id']));
    const decision = runner.preview(commandFor(agreement, Act.parse(req.body)));
    if ('refused' in decision) throw refusalProblem(decision);
    const { locale, tax } = shopOf(context);
    const titleOfPass = (id: string): string => productTitle(context, runner.state.passes.get(id)?.productId ?? '');
    res.json({ leadsTo: consequencesOf(agreement, decision.events, { locale, tax, now: runner.now(), titleOfPass }) });
  });

  router.post('/:id/act', async (req, res) => {
    const agreement = find(String(req.params['id']));
    const wanted = Act.parse(req.body);
    const done =
      wanted.act === 'move'
        ? await moveBuyer(context, agreement, wanted)
        : await runner.execute(commandFor(agreement, wanted));
    if ('refused' in done) throw refusalProblem(done);
    const asked = done.events.find((e) => e.type === 'due.requested');
    const answer = asked?.type === 'due.requested' ? await dueAnswered(runner, asked.data.key) : 'nothing-asked';
    await runner.synced();
    res.json({ sentence: SAID[answer] });
  });
  return router;
}
