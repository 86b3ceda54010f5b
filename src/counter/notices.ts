import { createHmac } from 'node:crypto';
import express, { Router } from 'express';
import * as z from 'zod';
import { instantOf } from '#core/calendar';
import type { CounterContext } from './context';
import { Problem, refusalProblem } from './http/problem';
import { FeeBody } from './ports/paymentsOverHttp';
import { sameText } from './http/signing';

const Notice = z.object({
  id: z.string(),
  kind: z.enum(['charge', 'dispute-opened', 'dispute-closed']),
  key: z.string(),
  data: z.record(z.string(), z.unknown()),
});
const Opened = z.object({
  disputeId: z.string(),
  paymentId: z.string(),
  amount: z.int().min(0),
  answerBy: z.number(),
  fee: FeeBody,
});
const Closed = z.object({ disputeId: z.string(), won: z.boolean(), fee: FeeBody });
/** A notice signed longer ago than this is not taken: it may be a copy. */
const FRESH_MS = 5 * 60_000;

/** Signed notices from the payment service. A notice about a charge is only a nudge: the answer is asked for, not believed. */
export function noticeRoutes(context: CounterContext): Router {
  const router = Router();
  router.post('/payments', express.text({ type: 'application/json', limit: '64kb' }), async (req, res) => {
    const body = String(req.body ?? '');
    const time = req.get('notice-time') ?? '';
    const signature = createHmac('sha256', context.secrets.noticeSecret).update(`${time}.${body}`).digest('hex');
    if (!sameText(signature, req.get('notice-signature') ?? '') || Math.abs(Date.now() - Number(time)) > FRESH_MS)
      throw new Problem(401, 'This notice is not signed as it should be.', 'not-signed');
    const notice = Notice.parse(JSON.parse(body));
    if (notice.kind === 'charge') {
      context.runner.nudge(notice.key);
    } else {
      const opened = notice.kind === 'dispute-opened' ? Opened.parse(notice.data) : null;
      const done = await context.runner.execute(
        opened
          ? {
              type: 'open-dispute',
              disputeId: opened.disputeId,
              paymentId: opened.paymentId,
              amount: opened.amount,
              answerBy: instantOf(opened.answerBy),
              fee: opened.fee,
            }
          : { type: 'close-dispute', ...Closed.parse(notice.data) },
      );
      // Only a full disk, or a shop that stands still, is worth sending again; what is known already was taken.
      if ('refused' in done && (done.refused === 'storage' || done.refused === 'stands-still'))
        throw refusalProblem(done);
    }
    res.status(204).end();
  });
  return router;
}
