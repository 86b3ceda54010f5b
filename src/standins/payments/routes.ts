import { createHmac } from 'node:crypto';
import type { RequestHandler, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import type { StandInClock } from '../shared/clock';
import { SAMPLE_CARDS } from './cards';
import { ownPagesOnly } from '../shared/ownPagesOnly';
import { bankPage } from './bankPage';
import { moneyRoutes, rejections } from './moneyRoutes';
import { Rejected } from './rejected';
import { PaymentService } from './service';

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

/** The HTTP face of the service that takes cards. */
export function createPaymentsStandIn({ folder, key, noticeSecret, noticeUrl, clock, log }: Options): PaymentsStandIn {
  const service = new PaymentService(folder, clock);
  const { router, mood, answer } = moneyRoutes(service, key, ['/clock', '/next-due']);

  router.get('/sample-cards', (_req, res) => void res.json(SAMPLE_CARDS));
  router.post('/tokens', tokenLimit(), mood, async (req, res) => {
    const input = z
      .object({ number: z.string().max(40), expiry: z.string().max(12), code: z.string().max(8) })
      .parse(req.body);
    const card = service.tokenise(input);
    const shown = { token: card.token, last4: card.last4, expires: card.expires, country: card.country };
    await answer(res, { ...shown, proof: proofOf(key, shown) });
  });
  router.get('/bank/:id', (req, res) => {
    const charge = service.charges.get(String(req.params['id']));
    if (!charge) throw new Rejected(404, 'No such payment.');
    res
      .set(
        'Content-Security-Policy',
        "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'",
      )
      .send(bankPage(charge));
  });
  router.post('/bank/:id', (req, res) => {
    ownPagesOnly(req);
    const charge = service.confirm(
      String(req.params['id']),
      (req.body as Record<string, unknown> | undefined)?.['answer'] === 'approve',
    );
    res.redirect(303, `${req.baseUrl}/bank/${charge.id}`);
  });

  router.post('/clock', (req, res) => {
    clock.tell(z.object({ now: z.number() }).parse(req.body).now);
    service.advance();
    void tellAll().then(() => res.json({ untold: service.untold.size }));
  });
  router.get('/next-due', (_req, res) => void res.json({ at: service.nextDue() }));

  router.use(rejections(log));

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
