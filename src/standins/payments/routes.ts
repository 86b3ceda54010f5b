import { createHmac, timingSafeEqual } from 'node:crypto';
import express, { type NextFunction, type Request, type Response, Router } from 'express';
import * as z from 'zod';
import type { StandInClock } from '../shared/clock';
import { SAMPLE_CARDS } from './cards';
import { bankPage } from './bankPage';
import { type Charge, PaymentService, Rejected } from './service';

export interface PaymentsStandIn {
  router: Router;
  service: PaymentService;
  close(): void;
}

interface Options {
  folder: string;
  /** The shop's key at this service. */
  key: string;
  /** Signs notices: HMAC-SHA256 over "time.body". */
  noticeSecret: string;
  /** Where notices go; asked for each time, because the port may not be known yet. */
  noticeUrl: () => string | null;
  clock: StandInClock;
}

const Switches = z
  .object({ slowMs: z.int().min(0).max(120_000), down: z.boolean(), holdAnswerMs: z.int().min(0).max(120_000) })
  .partial();

/** The payment service's HTTP face. `slowMs` waits before acting, `holdAnswerMs` after it, `down` answers 503. */
export function createPaymentsStandIn({ folder, key, noticeSecret, noticeUrl, clock }: Options): PaymentsStandIn {
  const service = new PaymentService(folder, clock);
  const switches = { slowMs: 0, down: false, holdAnswerMs: 0 };
  const router = Router();
  router.use(express.json({ limit: '64kb' }));
  router.use(express.urlencoded({ extended: false, limit: '4kb' }));

  const shopOnly = (req: Request, res: Response, next: NextFunction): void => {
    const given = Buffer.from(req.get('authorization') ?? '');
    const wanted = Buffer.from(`Bearer ${key}`);
    if (given.length === wanted.length && timingSafeEqual(given, wanted)) next();
    else res.status(401).json({ title: 'Not the shop’s key.' });
  };
  const mood = async (_req: Request, res: Response, next: NextFunction): Promise<void> => {
    if (switches.slowMs > 0) await wait(switches.slowMs);
    if (switches.down) res.status(503).json({ title: 'The payment service is down.' });
    else next();
  };
  const answer = async (res: Response, value: unknown): Promise<void> => {
    if (switches.holdAnswerMs > 0) await wait(switches.holdAnswerMs);
    res.json(value);
  };

  router.get('/sample-cards', (_req, res) => void res.json(SAMPLE_CARDS));
  router.post('/tokens', mood, async (req, res) => {
    const input = z
      .object({ number: z.string().max(40), expiry: z.string().max(12), code: z.string().max(8) })
      .parse(req.body);
    const card = service.tokenise(input);
    await answer(res, { token: card.token, last4: card.last4, expires: card.expires, country: card.country });
  });
  router.post('/charges', shopOnly, mood, async (req, res) => {
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
  router.get('/charges/by-key/:key', shopOnly, mood, async (req, res) => {
    const charge = service.byKey.get(String(req.params['key']));
    if (charge) await answer(res, publicCharge(charge, req.baseUrl));
    else res.status(404).json({ title: 'No charge has this key.' });
  });
  router.post('/voids', shopOnly, mood, async (req, res) =>
    answer(res, publicCharge(service.void(keyOf(req)), req.baseUrl)),
  );
  router.post('/refunds', shopOnly, mood, async (req, res) => {
    const input = z.object({ chargeId: z.string(), amount: z.int().min(1) }).parse(req.body);
    await answer(res, service.refund(keyOf(req), input));
  });

  router.get('/bank/:id', (req, res) => {
    const charge = service.charges.get(String(req.params['id']));
    if (!charge) throw new Rejected(404, 'No such payment.');
    res
      .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'")
      .send(bankPage(charge));
  });
  router.post('/bank/:id', (req, res) => {
    const charge = service.confirm(
      String(req.params['id']),
      (req.body as Record<string, unknown>)['answer'] === 'approve',
    );
    res.redirect(303, `${req.baseUrl}/bank/${charge.id}`);
  });

  router.post('/switches', shopOnly, (req, res) => void res.json(Object.assign(switches, Switches.parse(req.body))));
  router.post('/clock', shopOnly, (req, res) => {
    clock.tell(z.object({ now: z.number() }).parse(req.body).now);
    service.advance();
    void tellAll().then(() => res.json({ untold: service.untold.size }));
  });
  router.get('/next-due', shopOnly, (_req, res) => void res.json({ at: service.nextDue() }));

  router.use((error: unknown, _req: Request, res: Response, next: NextFunction) => {
    if (error instanceof Rejected) res.status(error.status).json({ title: error.message });
    else if (error instanceof z.ZodError) res.status(422).json({ title: 'The request is not complete.' });
    else next(error);
  });

  let telling: Promise<void> | null = null;
  async function tellAll(): Promise<void> {
    telling ??= (async () => {
      const url = noticeUrl();
      for (const notice of url === null ? [] : [...service.untold.values()]) {
        const body = JSON.stringify(notice);
        const time = String(Date.now());
        const signature = createHmac('sha256', noticeSecret).update(`${time}.${body}`).digest('hex');
        const response = await fetch(url as string, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'notice-time': time, 'notice-signature': signature },
          body,
          signal: AbortSignal.timeout(10_000),
        }).catch(() => null);
        if (response?.ok) service.told(notice.id);
      }
    })().finally(() => {
      telling = null;
    });
    return telling;
  }
  service.onNotice = () => void tellAll();
  const timer = setInterval(() => {
    service.advance();
    if (service.untold.size > 0) void tellAll();
  }, 1_000);
  timer.unref();
  return { router, service, close: () => clearInterval(timer) };
}

function publicCharge(charge: Charge, base: string): Record<string, unknown> {
  return {
    id: charge.id,
    status: charge.status,
    reason: charge.reason,
    ...(charge.status === 'confirm' ? { confirmAt: `${base}/bank/${charge.id}` } : {}),
  };
}

function keyOf(req: Request): string {
  const key = req.get('idempotency-key') ?? '';
  if (!/^[\w-]{1,80}$/.test(key)) throw new Rejected(400, 'An Idempotency-Key is needed.');
  return key;
}

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
