import express, { Router } from 'express';
import * as z from 'zod';
import type { Instant } from '#core/calendar';
import type { Right } from '#core/helpers';
import { broughtBack, type ReleaseContent } from '#core/release';
import {
  AgainRequest,
  LiveAnswer,
  MissingAnswer,
  MissingRequest,
  Ok,
  PublishedAnswer,
  PublishRequest,
  ReleasesAnswer,
} from '../../wire';
import { type CounterContext, liveRelease } from '../context';
import { answer } from '../http/answer';
import { Problem } from '../http/problem';
import { textOf } from '../http/textOf';
import { switchOver } from '../shared/switchOver';
import { uploadRoutes } from './uploadRoutes';
import { releaseLines } from './releaseLines';
import { needs, whoIs } from './who';

/** What is published, and the files it needs. */
export function releaseRoutes(context: CounterContext): Router {
  const router = Router();
  const may = (right: Right) => needs(context, right);
  let publishing: Promise<unknown> = Promise.resolve();

  router.post('/vault/missing', may('edit'), express.json({ limit: '2mb' }), (req, res) => {
    const { files } = MissingRequest.parse(req.body);
    const missing = files.filter((sha256) => !context.vault.has(shaOf(sha256)));
    answer(res, MissingAnswer, { missing, begun: missing.filter((sha256) => context.vault.isBegun(sha256)) });
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
  router.use('/uploads', may('edit'));
  router.use(uploadRoutes(context));
  // A file whole in one request, for scripts.
  router.put('/vault/:sha256', may('edit'), async (req, res) => {
    const sha256 = shaOf(req.params['sha256']);
    if (!(await context.vault.put(sha256, req)))
      throw new Problem(422, 'The file changed on its way, so it was not kept. Try again.', 'file-changed');
    answer(res.status(201), Ok, { ok: true });
  });

  router.get('/releases/live', (_req, res) => answer(res, LiveAnswer, { release: liveRelease(context) ?? null }));
  router.get('/releases', (_req, res) => answer(res, ReleasesAnswer, { releases: releaseLines(context) }));
  router.post('/releases/:number/again', may('publish'), express.json({ limit: '2kb' }), async (req, res) => {
    const { basedOn } = AgainRequest.parse(req.body);
    const earlier = context.releases.get(z.coerce.number().int().min(1).parse(req.params['number']));
    const live = liveRelease(context);
    if (!earlier || !live) throw new Problem(404, 'There is no such release. Nothing was changed.', 'no-such-release');
    const done = await publishContent(basedOn, broughtBack(earlier.content, live.content), whoIs(res).id);
    answer(res.status(201), PublishedAnswer, done);
  });
  router.post('/releases', may('publish'), express.json({ limit: '50mb' }), async (req, res) => {
    const { basedOn, content } = PublishRequest.parse(req.body);
    answer(res.status(201), PublishedAnswer, await publishContent(basedOn, content, whoIs(res).id));
  });
  return router;

  /** One after the other: of two at once the second is judged by what the first has made live. */
  function publishContent(
    basedOn: number | null,
    content: ReleaseContent,
    by: string,
  ): Promise<{ release: number; at: Instant }> {
    const mine = publishing.then(() => publishNow(basedOn, content, by));
    publishing = mine.catch(() => undefined);
    return mine;
  }

  async function publishNow(
    basedOn: number | null,
    content: ReleaseContent,
    by: string,
  ): Promise<{ release: number; at: Instant }> {
    const number = context.releases.nextNumber();
    const release = { format: 1 as const, number, basedOn, at: context.runner.now(), by, content };
    // No real money need move in a test shop.
    const ready = context.mode === 'real' ? { ready: context.ways.ready() } : {};
    const { at } = await switchOver(context, release, { ...ready, by });
    return { release: number, at };
  }
}

function shaOf(text: unknown): string {
  if (typeof text !== 'string' || !/^[0-9a-f]{64}$/.test(text))
    throw new Problem(400, 'A file is named by its SHA-256.', 'bad-request');
  return text;
}
