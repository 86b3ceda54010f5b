import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import express, { type Express, type RequestHandler } from 'express';
import compressedFiles from 'express-static-gzip';
import { type CounterContext, shopOf } from './context';
import { boundedBodies } from './http/bodies';
import { COOKIES_SETTING, HTTPS_SETTING } from './http/cookies';
import { securityHeaders } from './http/headers';
import { ownHostOnly } from './http/hosts';
import { ownOriginOnly } from './http/origin';
import { refuse } from '#core/refusal';
import { problemHandler, refusalProblem } from './http/problem';
import { bookingRoutes } from './member/bookingRoutes';
import { classRoutes } from './member/classRoutes';
import { taskRoutes } from './member/taskRoutes';
import { learnRoutes } from './member/learnRoutes';
import { movingRoutes } from './member/movingRoutes';
import { membershipRoutes } from './member/membershipRoutes';
import { memberRoutes } from './member/routes';
import { noticeRoutes } from './notices';
import { STANDINS } from './outside';
import { studioOnly, whoWorks } from './owner/door';
import { needs } from './owner/who';
import { seeRoutes } from './member/seeRoutes';
import { enterRoutes } from './owner/enterRoutes';
import { ownerRoutes } from './owner/routes';
import { practiceDoor } from './practice/practiceDoor';
import { relayedOnly } from './practice/relayed';
import { checkoutRoutes } from './public/checkoutRoutes';
import { fileRoutes } from './public/fileRoutes';
import { entranceRoutes } from './public/entranceRoutes';
import { pagesRoutes } from './public/pagesRoutes';
import { THEME_SCRIPT } from '../pages/render';
import { practiceStart } from './public/practiceStart';
import { outRoutes } from './public/outRoutes';
import { feedRoutes } from './public/feedRoutes';
import { insideRoutes } from './public/insideRoutes';
import { readingRoutes } from './public/readingRoutes';
import { turnBackRoutes } from './public/turnBackRoutes';
import { localeFor } from './shared/reading';
import { OWNER_API } from '../wire/contract/owner';

/** Chooses light or dark by the device, and again when that changes. */
const THEME = `(function(){var d=document.documentElement,m=matchMedia('(prefers-color-scheme: dark)');function t(){d.dataset.theme=m.matches?'night':'day'}t();m.addEventListener('change',t)})();`;

/** What stands before the names of a practice shop's cookies. */
const PRACTICE_COOKIES = 'practice_';

/** Every route of a shop, behind what guards all of them. */
export function counterApp(context: CounterContext, behindProxy: boolean): Express {
  const { client, security } = context;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', behindProxy ? 'loopback' : false);
  app.set(HTTPS_SETTING, context.publicAddress().startsWith('https://'));
  app.use(ownHostOnly(context.hosts, context.publicAddress));
  app.use(
    boundedBodies(
      // Uploads from a signed-in studio, and email that the shop itself hands to the mail stand-in.
      (req) =>
        (req.path.startsWith(`${OWNER_API}/`) && whoWorks(context, req) !== null) ||
        (req.path === `${STANDINS}/mail/messages` && req.get('authorization') !== undefined),
      security,
    ),
  );
  if (context.practice) app.use(practiceDoor(context));
  else {
    app.set(COOKIES_SETTING, PRACTICE_COOKIES);
    app.use(relayedOnly);
  }
  // Outside services come before any parser or log of ours: card numbers pass only through their own.
  app.use(STANDINS, context.outside.router);
  app.use(securityHeaders(context.outside.cardService));
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
  app.use(onlyWhenSure(context));
  // Notices are signed instead.
  app.use('/notices', noticeRoutes(context));
  app.use(ownOriginOnly(context.hosts, security));
  app.use('/owner/enter', enterRoutes(context));
  app.use(OWNER_API, ownerRoutes(context));
  app.use(seeRoutes(context, [studioOnly(context), needs(context, 'answer')], sendApp(client.folder, 'member.html')));
  app.use('/checkout', checkoutRoutes(context));
  app.use('/get', fileRoutes(context));
  app.use('/member', learnRoutes(context));
  app.use('/member', membershipRoutes(context));
  app.use('/member', movingRoutes(context));
  app.use('/member', bookingRoutes(context));
  app.use('/member', classRoutes(context));
  app.use('/member', taskRoutes(context));
  app.use('/member', memberRoutes(context));
  app.get(['/studio', '/studio/{*rest}'], sendApp(client.folder, 'studio.html'));
  app.get(['/member', '/member/{*rest}'], sendApp(client.folder, 'member.html'));
  app.get(
    '/robots.txt',
    (_req, res) =>
      void res
        .type('text/plain')
        .send('User-agent: *\nDisallow: /studio/\nDisallow: /member/\nDisallow: /get/\nDisallow: /-/\n'),
  );
  app.get(
    THEME_SCRIPT,
    (_req, res) => void res.type('text/javascript').set('Cache-Control', 'max-age=86400').send(THEME),
  );
  app.get('/favicon.ico', (_req, res) => void res.status(204).end());
  if (!context.practice) app.use(practiceStart(context));
  app.use(readingRoutes(context));
  app.use(insideRoutes(context));
  app.use(feedRoutes(context));
  app.use(entranceRoutes(context));
  app.use(turnBackRoutes(context));
  app.use(outRoutes(context));
  app.use(pagesRoutes(context));
  app.use(
    problemHandler(
      (error) => context.log('A request failed', error),
      // The studio is English; buyers and members read theirs.
      (req) => (req.path.startsWith('/owner/') ? 'en' : localeFor(shopOf(context), req)),
    ),
  );
  return app;
}

/** While it is not known what was kept nobody is told anything but that; the owner still sees what is wrong. */
function onlyWhenSure({ runner }: CounterContext): RequestHandler {
  return (req, _res, next) => {
    if (!runner.isSure && !/^\/(owner|studio)(\/|$)/.test(req.path)) throw refusalProblem(refuse('storage'));
    next();
  };
}

function sendApp(folder: string, name: string): RequestHandler {
  return (_req, res) => {
    const path = resolve(folder, name);
    if (!existsSync(path)) return void res.status(500).send('The studio is not built yet. Run: npm run build');
    res.set('Cache-Control', 'no-store').sendFile(path, { dotfiles: 'allow', cacheControl: false });
  };
}
