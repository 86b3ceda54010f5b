import express, { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { Id } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import { broughtBack, ReleaseContent } from '#core/release';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { textOf } from '../http/textOf';
import { sendSignInLink } from '../member/signInLink';
import { clockMove, moveClock } from './clock';
import { agreementRoutes } from './agreementRoutes';
import { checkOrigin, isOwner, letIn, letOut, ownerOnly } from './door';
import { firstHours, type Walks } from './firstHours';
import { journalRoutes } from './journalRoutes';
import { releaseLines } from './releaseLines';

const Shares = z.strictObject({
  orderId: Id,
  shares: z
    .array(z.strictObject({ lineId: Id, amount: z.int().min(0) }))
    .min(1)
    .max(50),
  reason: z.string().max(500).default(''),
});
/** How long a refund waits for its answer before it is "not known yet". */
const WAIT_FOR_REFUND_MS = 8_000;

/** The seller's side: everything here is behind the owner's key. */
export function ownerRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  const walks: Walks = new Map();
  router.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });

  const tries = rateLimit({
    windowMs: 60_000,
    limit: 10,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    handler: () => {
      throw new Problem(429, 'Too many tries with a wrong key. Wait a minute.', 'too-many');
    },
  });
  router.post('/session', tries, express.json({ limit: '2kb' }), (req, res) => {
    checkOrigin(req);
    letIn(context, res, z.strictObject({ key: z.string().max(200) }).parse(req.body).key);
    res.json({ ok: true });
  });
  router.get('/session', (req, res) => void res.json({ owner: isOwner(context, req) }));
  router.use(ownerOnly(context));
  router.delete('/session', (_req, res) => {
    letOut(res);
    res.json({ ok: true });
  });

  router.get('/about', (_req, res) => {
    const { state } = runner;
    res.json({
      mode: context.mode,
      now: runner.now(),
      release: state.release,
      publicAddress: context.publicAddress(),
      shopName: shopOf(context).name,
      head: context.journal.head(),
      problems: context.problems,
      attention: state.attention,
      unanswered: state.todo.size,
      clockMove: clockMove(context),
      away: context.away,
    });
  });

  router.get('/first-hours', async (_req, res) => void res.json({ first: await firstHours(context, walks) }));
  router.post('/finished-shop', async (_req, res) => void res.json({ address: await context.finishedShop.open() }));

  // ---- files
  router.post('/vault/missing', express.json({ limit: '2mb' }), (req, res) => {
    const { files } = z.strictObject({ files: z.array(z.string()).max(20_000) }).parse(req.body);
    res.json({ missing: files.filter((sha256) => !context.vault.has(shaOf(sha256))) });
  });
  router.get('/vault/:sha256', (req, res) => {
    const sha256 = shaOf(req.params['sha256']);
    if (!context.vault.has(sha256)) throw new Problem(404, 'This file is not in the shop.', 'no-such-file');
    const type = textOf(req.query['type']);
    const safe = /^(image\/(png|jpeg|gif|webp|svg\+xml)|audio\/[\w-]+|video\/[\w-]+|application\/pdf)$/.test(type)
      ? type
      : 'application/octet-stream';
    res.set({
      'Content-Type': safe,
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
    });
    res.sendFile(context.vault.pathOf(sha256), { dotfiles: 'allow', cacheControl: false });
  });
  router.put('/vault/:sha256', async (req, res) => {
    const sha256 = shaOf(req.params['sha256']);
    if (!(await context.vault.put(sha256, req)))
      throw new Problem(422, 'The file changed on its way, so it was not kept. Try again.', 'file-changed');
    res.status(201).json({ ok: true });
  });

  // ---- releases
  router.get('/releases/live', (_req, res) => void res.json({ release: liveRelease(context) ?? null }));
  router.get('/releases', (_req, res) => void res.json({ releases: releaseLines(context) }));
  router.post('/releases/:number/again', express.json({ limit: '2kb' }), async (req, res) => {
    const { basedOn } = z.strictObject({ basedOn: z.int().min(1).nullable() }).parse(req.body);
    const earlier = context.releases.get(z.coerce.number().int().min(1).parse(req.params['number']));
    const live = liveRelease(context);
    if (!earlier || !live) throw new Problem(404, 'There is no such release. Nothing was changed.', 'no-such-release');
    const done = await publishContent(basedOn, broughtBack(earlier.content, live.content));
    res.status(201).json(done);
  });
  router.post('/releases', express.json({ limit: '50mb' }), async (req, res) => {
    const { basedOn, content } = z
      .strictObject({ basedOn: z.int().min(1).nullable(), content: ReleaseContent })
      .parse(req.body);
    res.status(201).json(await publishContent(basedOn, content));
  });

  // ---- refunds
  router.use(express.json({ limit: '64kb' }));
  router.post('/refunds/preview', (req, res) => {
    const decision = runner.preview({ type: 'refund', ...Shares.parse(req.body) });
    if ('refused' in decision) throw refusalProblem(decision);
    const event = decision.events[0];
    res.json(event?.type === 'refund.requested' ? event.data : null);
  });
  router.post('/refunds', async (req, res) => {
    const done = await runner.execute({ type: 'refund', ...Shares.parse(req.body) });
    if ('refused' in done) throw refusalProblem(done);
    const event = done.events[0];
    const refundId = event?.type === 'refund.requested' ? event.data.refundId : '';
    await until(() => runner.state.refunds.get(refundId)?.status !== 'asked', WAIT_FOR_REFUND_MS);
    await runner.synced();
    const refund = runner.state.refunds.get(refundId);
    res.json({ status: refund?.status ?? 'asked', reason: refund?.refusal ?? null });
  });

  router.use('/agreements', agreementRoutes(context));

  router.post('/people/read', (req, res) => {
    const { ids } = z.strictObject({ ids: z.array(Id).max(5_000) }).parse(req.body);
    res.json({ people: ids.map((id) => context.people.get(id)).filter((p) => p !== undefined) });
  });

  router.post('/people/link', async (req, res) => {
    const person = context.people.get(z.strictObject({ personId: Id }).parse(req.body).personId);
    if (!person) throw new Problem(404, 'This person is not known here. Nothing was sent.', 'no-such-person');
    await sendSignInLink(context, person).catch(() => {
      throw new Problem(
        503,
        'The mail service did not answer, so the link was not sent. Try again in a minute.',
        'not-sent',
      );
    });
    res.json({ sentence: `A sign-in link is on its way to ${person.address}.` });
  });

  router.post('/away/confirm', async (_req, res) => {
    await context.confirmAway();
    res.json({ away: context.away });
  });

  router.post('/clock', async (req, res) => {
    const { by } = z.strictObject({ by: z.enum(['next', 'day', 'week', 'month']) }).parse(req.body);
    res.json({ now: await moveClock(context, by) });
  });
  router.use(journalRoutes(context));
  return router;

  async function publishContent(
    basedOn: number | null,
    content: ReleaseContent,
  ): Promise<{ release: number; at: Instant }> {
    const release = { format: 1 as const, number: context.releases.nextNumber(), basedOn, at: runner.now(), content };
    const command = { type: 'publish' as const, release, hasFile: (sha256: string) => context.vault.has(sha256) };
    const looked = runner.preview(command);
    if ('refused' in looked) throw refusalProblem(looked);
    // The file is whole on the disk before the journal names it: the switch-over is that one line.
    await context.releases.save(release);
    const done = await runner.execute(command);
    if ('refused' in done) throw refusalProblem(done);
    return { release: release.number, at: done.at };
  }

  function until(isSo: () => boolean, ms: number): Promise<void> {
    return new Promise((resolve) => {
      if (isSo()) return resolve();
      const finish = (): void => {
        clearTimeout(timer);
        stop();
        resolve();
      };
      const timer = setTimeout(finish, ms);
      const stop = runner.onBatch(() => {
        if (isSo()) finish();
      });
    });
  }
}

function shaOf(text: unknown): string {
  if (typeof text !== 'string' || !/^[0-9a-f]{64}$/.test(text))
    throw new Problem(400, 'A file is named by its SHA-256.', 'bad-request');
  return text;
}
