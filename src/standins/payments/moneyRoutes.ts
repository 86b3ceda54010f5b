import express, { type NextFunction, type Request, type RequestHandler, type Response, Router } from 'express';
import * as z from 'zod';
import { sameBytes } from '../shared/sameBytes';
import type { Charge } from './records';
import { Rejected } from './rejected';
import type { PaymentService } from './service';

const Switches = z
  .object({
    slowMs: z.int().min(0).max(120_000),
    down: z.boolean(),
    holdAnswerMs: z.int().min(0).max(120_000),
    standing: z.enum(['ready', 'being-checked']),
    /** What it keeps from now on. */
    tariff: z.object({ share: z.int().min(0).max(10_000), fixed: z.int().min(0), dispute: z.int().min(0) }),
  })
  .partial();

export interface MoneyRoutes {
  router: Router;
  /** Waits, or answers that the service is down, as its switches say. */
  mood: RequestHandler;
  /** Answers, after a while where a switch says so. */
  answer: (res: Response, value: unknown) => Promise<void>;
}

/**
 * What every way to pay answers to the shop and to nobody else: charges, tries, voids, refunds, and how far it is
 * connected. `slowMs` waits before acting, `holdAnswerMs` after it, `down` answers 503.
 * @param own further addresses that only the shop may ask
 */
export function moneyRoutes(service: PaymentService, key: string, own: readonly string[] = []): MoneyRoutes {
  const switches = { slowMs: 0, down: false, holdAnswerMs: 0, standing: 'ready' as 'ready' | 'being-checked' };
  const router = Router();
  const shopOnly = (req: Request, res: Response, next: NextFunction): void => {
    if (sameBytes(req.get('authorization') ?? '', `Bearer ${key}`)) next();
    else res.status(401).json({ title: 'Not the shop’s key.' });
  };
  // The key before the body: what only the shop may ask is not read of anybody else.
  router.use(['/charges', '/tries', '/voids', '/refunds', '/switches', '/standing', ...own], shopOnly);
  router.use(express.json({ limit: '64kb' }));
  router.use(express.urlencoded({ extended: false, limit: '4kb' }));
  const mood = async (_req: Request, res: Response, next: NextFunction): Promise<void> => {
    if (switches.slowMs > 0) await wait(switches.slowMs);
    if (switches.down) res.status(503).json({ title: 'The payment service is down.' });
    else next();
  };
  const answer = async (res: Response, value: unknown): Promise<void> => {
    if (switches.holdAnswerMs > 0) await wait(switches.holdAnswerMs);
    res.json(value);
  };

  router.post('/charges', mood, async (req, res) => {
    const input = z
      .object({
        amount: z.int(),
        currency: z.string(),
        token: z.string(),
        description: z.string(),
        statement: z.string(),
      })
      .parse(req.body);
    await answer(res, publicCharge(service.charge(keyOf(req), input), req.baseUrl));
  });
  router.post('/tries', mood, async (req, res) => {
    const { token } = z.object({ token: z.string() }).parse(req.body);
    await answer(res, { reason: service.tryCard(token) });
  });
  router.get('/charges/by-key/:key', mood, async (req, res) => {
    const charge = service.byKey.get(String(req.params['key']));
    if (charge) await answer(res, publicCharge(charge, req.baseUrl));
    else res.status(404).json({ title: 'No charge has this key.' });
  });
  router.post('/voids', mood, async (req, res) => answer(res, publicCharge(service.void(keyOf(req)), req.baseUrl)));
  router.post('/refunds', mood, async (req, res) => {
    const input = z.object({ chargeId: z.string(), amount: z.int().min(1) }).parse(req.body);
    await answer(res, service.refund(keyOf(req), input));
  });
  router.get('/standing', mood, (_req, res) => void res.json({ standing: switches.standing }));
  router.post('/switches', (req, res) => {
    const { tariff, ...others } = Switches.parse(req.body);
    if (tariff) service.tariff = tariff;
    res.json({ ...Object.assign(switches, others), tariff: service.tariff });
  });
  return { router, mood, answer };
}

/** Errors in the words of a service. */
export const rejections =
  (log: (message: string, error?: unknown) => void) =>
  (error: unknown, _req: Request, res: Response, _next: NextFunction): void => {
    if (error instanceof Rejected) res.status(error.status).json({ title: error.message });
    else if (error instanceof z.ZodError) res.status(422).json({ title: 'The request is not complete.' });
    else if (typeof (error as { status?: unknown }).status === 'number')
      res.status((error as { status: number }).status).json({ title: 'The request cannot be read.' });
    else {
      log('The payment stand-in failed', error);
      res.status(500).json({ title: 'The payment service failed.' });
    }
  };

function publicCharge(charge: Charge, base: string): Record<string, unknown> {
  return {
    id: charge.id,
    status: charge.status,
    reason: charge.reason,
    ...(charge.fee ? { fee: charge.fee } : {}),
    ...(charge.status === 'confirm' ? { confirmAt: `${base}/bank/${charge.id}` } : {}),
  };
}

function keyOf(req: Request): string {
  const key = req.get('idempotency-key') ?? '';
  if (!/^[\w-]{1,80}$/.test(key)) throw new Rejected(400, 'An Idempotency-Key is needed.');
  return key;
}

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
