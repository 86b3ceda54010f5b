import { createHmac } from 'node:crypto';
import express, { type NextFunction, type Request, type RequestHandler, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { sameBytes } from '../shared/sameBytes';
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
  log: (message: string, error?: unknown) => void;
}

/** Cards are kept: nobody fills this service with them. */
const TOKENS_A_MINUTE = 600;
const tokenLimit = (): RequestHandler =>
  rateLimit({
    windowMs: 60_000,
    limit: TOKENS_A_MINUTE,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    message: { title: 'Too many cards in a short time. Wait a minute.' },
  });

const Switches = z
  .object({ slowMs: z.int().min(0).max(120_000), down: z.boolean(), holdAnswerMs: z.int().min(0).max(120_000) })
  .partial();

/** The payment service's HTTP face. `slowMs` waits before acting, `holdAnswerMs` after it, `down` answers 503. */
export function createPaymentsStandIn({ folder, key, noticeSecret, noticeUrl, clock, log }: Options): PaymentsStandIn {
  const service = new PaymentService(folder, clock);
  const switches = { slowMs: 0, down: false, holdAnswerMs: 0 };
  const router = Router();
  const shopOnly = (req: Request, res: Response, next: NextFunction): void => {
    if (sameBytes(req.get('authorization') ?? '', `Bearer ${key}`)) next();
    else res.status(401).json({ title: 'Not the shop’s key.' });
  };
  // The key before the body: what only the shop may ask is not read of anybody else.
  router.use(['/charges', '/tries', '/voids', '/refunds', '/switches', '/clock', '/next-due'], shopOnly);
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

  router.get('/sample-cards', (_req, res) => void res.json(SAMPLE_CARDS));
  router.post('/tokens', tokenLimit(), mood, async (req, res) => {
    const input = z
      .object({ number: z.string().max(40), expiry: z.string().max(12), code: z.string().max(8) })
      .parse(req.body);
    const card = service.tokenise(input);
    const shown = { token: card.token, last4: card.last4, expires: card.expires, country: card.country };
    await answer(res, { ...shown, proof: proofOf(key, shown) });
  });
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
      (req.body as Record<string, unknown> | undefined)?.['answer'] === 'approve',
    );
    res.redirect(303, `${req.baseUrl}/bank/${charge.id}`);
  });

  router.post('/switches', (req, res) => void res.json(Object.assign(switches, Switches.parse(req.body))));
  router.post('/clock', (req, res) => {
    clock.tell(z.object({ now: z.number() }).parse(req.body).now);
    service.advance();
    void tellAll().then(() => res.json({ untold: service.untold.size }));
  });
  router.get('/next-due', (_req, res) => void res.json({ at: service.nextDue() }));

  router.use((error: unknown, _req: Request, res: Response, _next: NextFunction) => {
    if (error instanceof Rejected) res.status(error.status).json({ title: error.message });
    else if (error instanceof z.ZodError) res.status(422).json({ title: 'The request is not complete.' });
    else if (typeof (error as { status?: unknown }).status === 'number')
      res.status((error as { status: number }).status).json({ title: 'The request cannot be read.' });
    else {
      log('The payment stand-in failed', error);
      res.status(500).json({ title: 'The payment service failed.' });
    }
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
    })()
      // A service whose own disk is full goes on answering, and tells again later.
      .catch((error: unknown) => log('The payment stand-in could not tell', error))
      .finally(() => {
        telling = null;
      });
    return telling;
  }
  service.onNotice = () => void tellAll();
  const timer = setInterval(() => {
    try {
      service.advance();
    } catch (error) {
      log('The payment stand-in could not go on', error);
    }
    if (service.untold.size > 0) void tellAll();
  }, 1_000);
  timer.unref();
  return {
    router,
    service,
    close() {
      clearInterval(timer);
      service.close();
    },
  };
}

function publicCharge(charge: Charge, base: string): Record<string, unknown> {
  return {
    id: charge.id,
    status: charge.status,
    reason: charge.reason,
    ...(charge.status === 'confirm' ? { confirmAt: `${base}/bank/${charge.id}` } : {}),
  };
}

/** As docs/joining-services.md says: what is said of a card is proved to the shop by its key. */
const proofOf = (
  key: string,
  {
    token,
    last4,
    expires,
    country,
  }: { token: string; last4: string; expires?: string | undefined; country?: string | undefined },
): string =>
  createHmac('sha256', key)
    .update([token, last4, expires ?? '', country ?? ''].join('\n'))
    .digest('base64url');

function keyOf(req: Request): string {
  const key = req.get('idempotency-key') ?? '';
  if (!/^[\w-]{1,80}$/.test(key)) throw new Rejected(400, 'An Idempotency-Key is needed.');
  return key;
}

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
