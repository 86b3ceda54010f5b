import { existsSync, mkdirSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import express from 'express';
import compressedFiles from 'express-static-gzip';
import { type Instant, msOf } from '#core/calendar';
import { boughtAt, createRunner } from '#core/shop';
import { createMailStandIn, createPaymentsStandIn, standInClock } from '../standins';
import { type CounterContext, liveRelease, shopOf } from './context';
import { realDisk } from './files/disk';
import { openDoorsFile } from './files/doorsFile';
import { journalFile } from './files/journalFile';
import { openPeopleFile } from './files/peopleFile';
import { openPresence } from './files/presence';
import { openReleaseFiles } from './files/releaseFiles';
import { openVaultFiles } from './files/vaultFiles';
import { openViewsFile } from './files/viewsFile';
import { openClientFiles } from './http/clientFiles';
import { securityHeaders } from './http/headers';
import { problemHandler } from './http/problem';
import { memberRoutes } from './member/routes';
import { noticeRoutes } from './notices';
import type { CounterOptions } from './options';
import { watchPresence } from './owner/absence';
import { finishedShop } from './owner/finishedShop';
import { ownerRoutes } from './owner/routes';
import { demoClock, realClock } from './ports/clocks';
import { randomIds } from './ports/ids';
import { createMailer } from './ports/mailer';
import { paymentsOverHttp } from './ports/paymentsOverHttp';
import { checkoutRoutes } from './public/checkoutRoutes';
import { fileRoutes } from './public/fileRoutes';
import { laterOf } from './shared/orderView';
import { localeFor } from './shared/reading';
import { pagesRoutes } from './public/pagesRoutes';
import { loadSecrets } from './secrets';

export interface Counter {
  address: string;
  ownerAddress: string;
  context: CounterContext;
  server: Server;
  close(): Promise<void>;
}

const TURN_EVERY_MS = 1_000;
const NOTED_EVERY_MS = 60_000;
const DEMO_START: Instant = '2026-06-15T08:00:00.000Z';

/** Opens a shop's folder, joins its ports and routes, and serves it on one port. */
export async function createCounter(options: CounterOptions): Promise<Counter> {
  const log = options.log ?? (() => undefined);
  const disk = options.disk ?? realDisk;
  const ids = options.ids ?? randomIds;
  const root = options.dataFolder;
  // Test and real keep everything apart but the files of releases, which are the same.
  const own = join(root, options.mode === 'real' ? 'real' : 'test');
  mkdirSync(own, { recursive: true, mode: 0o700 });
  const secrets = await loadSecrets(root);
  const journal = journalFile(own, disk);
  const people = await openPeopleFile(own, disk);
  const doors = await openDoorsFile(own, disk);
  const views = openViewsFile(own);
  const finished = finishedShop(options.clientFolder);
  const vault = openVaultFiles(join(root, 'vault'));
  const releases = openReleaseFiles(join(own, 'releases'));
  const client = openClientFiles(options.clientFolder);

  let address = '';
  const publicAddress = (): string => options.publicAddress ?? address;
  const demo = options.mode === 'demo' ? demoClock(options.demoStart ?? DEMO_START) : null;
  const payments = paymentsOverHttp(() => `${address}/standin/payments`, secrets.paymentsKey);
  const mailer = createMailer({
    endpoint: () => `${address}/standin/mail`,
    key: secrets.mailKey,
    publicAddress,
    doors,
    real: options.mode === 'real',
    shop: () => shopOf(context),
    productTitle: (id) => liveRelease(context)?.content.products.find((p) => p.id === id)?.title ?? 'what you bought',
    laterOf: (order, step, locale) =>
      laterOf({ state: runner.state, shop: shopOf(context), locale }, order, boughtAt(order, step).lines),
    productOfPass: (id) => runner.state.passes.get(id)?.productId ?? '',
  });
  const runner = createRunner({
    journal,
    people,
    clock: demo ?? options.clock ?? realClock,
    payments,
    mailer,
    vault,
    ids,
    releases,
  });
  await runner.start();
  // A demo goes on from where its time had come to, never back.
  if (demo && runner.state.at > demo.now()) demo.moveTo(runner.state.at);

  const absence = await watchPresence({ runner, presence: openPresence(own), real: options.mode === 'real', log });

  const outside = join(root, 'outside');
  const clock = standInClock(demo ? msOf(demo.now()) : Date.now());
  const paymentService = createPaymentsStandIn({
    folder: join(outside, 'payments'),
    key: secrets.paymentsKey,
    noticeSecret: secrets.noticeSecret,
    noticeUrl: () => (address === '' ? null : `${address}/notices/payments`),
    clock,
  });
  const mailService = createMailStandIn({
    folder: join(outside, 'mail'),
    key: secrets.mailKey,
    viewer: options.mode !== 'real',
  });
  const tellTo = async (path: string, init?: RequestInit): Promise<unknown> =>
    (
      await fetch(`${address}/standin/payments${path}`, {
        ...init,
        headers: { authorization: `Bearer ${secrets.paymentsKey}`, 'content-type': 'application/json' },
      })
    ).json();

  const context: CounterContext = {
    mode: options.mode,
    runner,
    journal,
    people,
    doors,
    views,
    finishedShop: finished,
    vault,
    releases,
    mailer,
    secrets,
    client,
    demoClock: demo,
    problems: journal.problems,
    ids,
    publicAddress,
    log,
    tellTime: async () => {
      if (demo) await tellTo('/clock', { method: 'POST', body: JSON.stringify({ now: msOf(demo.now()) }) });
    },
    get away() {
      return absence.away();
    },
    confirmAway: () => absence.confirm(),
    standInsNextDue: async () => ((await tellTo('/next-due')) as { at: number | null }).at,
  };

  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', options.publicAddress ? 'loopback' : false);
  // Outside services come before any parser or log of ours: card numbers pass only through their own.
  app.use('/standin/payments', paymentService.router);
  app.use('/standin/mail', mailService.router);
  app.use(securityHeaders());
  app.get('/health', (_req, res) => void res.json({ ok: true }));
  app.use(
    '/assets',
    compressedFiles(join(client.folder, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  );
  app.use('/notices', noticeRoutes(context));
  app.use('/owner/api', ownerRoutes(context));
  app.use('/checkout', checkoutRoutes(context));
  app.use('/get', fileRoutes(context));
  app.use('/member', memberRoutes(context));
  app.get(['/studio', '/studio/{*rest}'], sendApp('studio.html'));
  app.get(['/member', '/member/{*rest}'], sendApp('member.html'));
  app.get(
    '/robots.txt',
    (_req, res) =>
      void res.type('text/plain').send('User-agent: *\nDisallow: /studio/\nDisallow: /member/\nDisallow: /get/\n'),
  );
  app.get('/favicon.ico', (_req, res) => void res.status(204).end());
  app.use(pagesRoutes(context));
  app.use(
    problemHandler(
      (error) => log('A request failed', error),
      // The studio is English; buyers and members read theirs.
      (req) => (req.path.startsWith('/owner/') ? 'en' : localeFor(shopOf(context), req)),
    ),
  );

  function sendApp(name: string): express.RequestHandler {
    return (_req, res) => {
      const path = join(client.folder, name);
      if (!existsSync(path)) return void res.status(500).send('The studio is not built yet. Run: npm run build');
      res.set('Cache-Control', 'no-store').sendFile(path, { dotfiles: 'allow', cacheControl: false });
    };
  }

  const server = createServer(app);
  const host = options.host ?? '127.0.0.1';
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(options.port, host, resolve);
  });
  address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${(server.address() as AddressInfo).port}`;

  let turning: Promise<void> | null = null;
  const turn = (): void => {
    turning ??= runner
      .turn()
      .catch((error: unknown) => log('A round of due work failed', error))
      .finally(() => {
        turning = null;
      });
  };
  turn();
  const timer = setInterval(turn, TURN_EVERY_MS);
  const presence = setInterval(() => void absence.note(), NOTED_EVERY_MS);

  return {
    address,
    ownerAddress: `${address}/studio/#key=${secrets.ownerKey}`,
    context,
    server,
    async close() {
      clearInterval(timer);
      clearInterval(presence);
      await absence.note();
      paymentService.close();
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      });
      await turning;
      await runner.synced();
      await Promise.all([journal.close(), people.close(), doors.close(), views.close(), finished.close()]);
    },
  };
}
