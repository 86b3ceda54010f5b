import { Router } from 'express';
import { sum } from '#core/money';
import { creditOf } from '#core/payments';
import { refuse } from '#core/refusal';
import { refundLeft, sessionsFalling } from '#core/shop';
import { OWNER_ROUTES } from '../../wire/contract';
import type { CounterContext } from '../context';
import { refusalProblem } from '../http/problem';
import { waitFor } from '../shared/waitFor';
import { askedBack, mayBack, refundsAsked } from './mayBack';
import { serve } from './serve';

/** How long a refund waits for its answer before it is "not known yet". */
const WAIT_FOR_REFUND_MS = 8_000;

/** Money that goes back: what can, what it would come to, and the refund itself. */
export function refundRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;

  serve(router, context, OWNER_ROUTES.refundLeft, ({ body }) => {
    const order = runner.state.orders.get(body.orderId);
    if (!order) throw refusalProblem(refuse('no-such-order'));
    const left = refundLeft(runner.state, order);
    return { lines: left.map(({ lineId, card, credits }) => ({ lineId, left: card + creditOf(credits) })) };
  });

  serve(router, context, OWNER_ROUTES.previewRefund, ({ body }) => {
    const decision = runner.preview({ type: 'refund', ...body });
    if ('refused' in decision) throw refusalProblem(decision);
    const parts = refundsAsked(decision.events);
    return {
      amount: sum(parts.map((part) => part.amount)),
      closes: parts.flatMap((part) => part.closes),
      sessions: sessionsFalling(runner.state, decision.events, runner.now()),
    };
  });

  serve(router, context, OWNER_ROUTES.refund, async ({ body, ...asked }) => {
    const looked = runner.preview({ type: 'refund', ...body });
    if (!('refused' in looked)) mayBack(context, asked, body.orderId, askedBack(looked.events));
    const done = await runner.execute({ type: 'refund', ...body }, asked.by.id);
    if ('refused' in done) throw refusalProblem(done);
    const ids = refundsAsked(done.events).map(({ refundId }) => refundId);
    const refunds = () => ids.flatMap((id) => runner.state.refunds.get(id) ?? []);
    await waitFor(runner, () => (refunds().some((r) => r.status === 'asked') ? null : true), WAIT_FOR_REFUND_MS);
    await runner.synced();
    // Of several payments each is answered by itself: what did not go back is what is said.
    const worst = refunds().find((r) => r.status === 'refused') ?? refunds().find((r) => r.status === 'asked');
    return { status: worst?.status ?? 'paid', reason: worst?.refusal ?? null };
  });
  return router;
}
