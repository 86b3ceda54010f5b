import { ownPagesOnly } from '../shared/ownPagesOnly';
import type { Router } from 'express';
import * as z from 'zod';
import type { CardDoes } from '../payments/cards';
import { moneyRoutes, rejections } from '../payments/moneyRoutes';
import { Rejected } from '../payments/rejected';
import { PaymentService } from '../payments/service';
import type { StandInClock } from '../shared/clock';
import { approvalPage, type Kind } from './approvalPage';

export interface WalletStandIn {
  router: Router;
  close(): void;
}

interface Options extends Kind {
  folder: string;
  /** The shop's key at this service. */
  key: string;
  clock: StandInClock;
  log: (message: string, error?: unknown) => void;
}

const ANSWERS: Record<string, CardDoes> = {
  approve: 'goes-through',
  'approve-now': 'refuses-later',
  empty: 'not-enough-money',
};

/** What a buyer goes to is of the web, and nothing else. */
const Address = z.url({ protocol: /^https?$/ }).max(2_000);

/**
 * A wallet, or a bank that is asked straight: the shop asks for an approval, its owner answers on the service's own page
 * and is led to the address for one who approved, or for one who turned back. What was approved is charged like a card.
 */
export function createWalletStandIn({ folder, key, clock, log, ...kind }: Options): WalletStandIn {
  const service = new PaymentService(folder, clock);
  const { router, mood, answer } = moneyRoutes(service, key, ['/approvals']);

  router.post('/approvals', mood, async (req, res) => {
    const input = z
      .object({
        amount: z.int().min(0),
        currency: z.string().max(3),
        description: z.string().max(500),
        statement: z.string().max(80),
        paidAddress: Address,
        turnedBackAddress: Address,
      })
      .parse(req.body);
    const { token } = service.askApproval(input);
    await answer(res, { token, approveAt: `${req.baseUrl}/approve/${token}` });
  });

  router.get('/approve/:token', (req, res) => {
    const approval = service.approvals.get(String(req.params['token']));
    if (!approval) throw new Rejected(404, 'There is nothing to approve.');
    if (approval.status === 'approved') return res.redirect(303, approval.paidAddress);
    if (approval.status === 'turned-back') return res.redirect(303, approval.turnedBackAddress);
    const back = new Set([approval.paidAddress, approval.turnedBackAddress].map((at) => new URL(at).origin));
    res
      .set(
        'Content-Security-Policy',
        `default-src 'none'; style-src 'unsafe-inline'; form-action 'self' ${[...back].join(' ')}; frame-ancestors 'none'`,
      )
      .set('Cache-Control', 'no-store')
      .send(approvalPage(approval, kind));
  });
  router.post('/approve/:token', (req, res) => {
    ownPagesOnly(req);
    const said = String((req.body as Record<string, unknown> | undefined)?.['answer']);
    const { status, paidAddress, turnedBackAddress } = service.answerApproval(
      String(req.params['token']),
      ANSWERS[said] ?? null,
      kind.once,
    );
    res.redirect(303, status === 'approved' ? paidAddress : turnedBackAddress);
  });
  router.use(rejections(log));
  return { router, close: () => service.close() };
}
