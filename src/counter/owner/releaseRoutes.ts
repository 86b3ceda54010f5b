import { Router } from 'express';
import * as z from 'zod';
import type { Instant } from '#core/calendar';
import { broughtBack, type ReleaseContent } from '#core/release';
import { OWNER_ROUTES } from '../../wire/contract';
import { type CounterContext, liveRelease } from '../context';
import { Problem } from '../http/problem';
import { switchOver } from '../shared/switchOver';
import { releaseLines } from './releaseLines';
import { DONE, serve, serveRaw } from './serve';

/** What is published, and the files it needs. */
export function releaseRoutes(context: CounterContext): Router {
  const router = Router();
  let publishing: Promise<unknown> = Promise.resolve();

  serve(router, context, OWNER_ROUTES.missing, ({ body: { files } }) => {
    const missing = files.filter((sha256) => !context.vault.has(shaOf(sha256)));
    return { missing, begun: missing.filter((sha256) => context.vault.isBegun(sha256)) };
  });
  serveRaw(router, context, OWNER_ROUTES.file, ({ params, query, res }) => {
    const sha256 = shaOf(params.sha256);
    if (!context.vault.has(sha256)) throw new Problem(404, 'This file is not in the shop.', 'no-such-file');
    const { type = '' } = query;
    const safe = /^(image\/(png|jpeg|gif|webp|svg\+xml)|audio\/[\w-]+|video\/[\w-]+|application\/pdf)$/.test(type)
      ? type
      : 'application/octet-stream';
    res.set({
      'Content-Type': safe,
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
    });
    res.sendFile(context.vault.pathOf(sha256), { dotfiles: 'allow', cacheControl: false });
  });
  // A file whole in one request, for scripts.
  serve(router, context, OWNER_ROUTES.putFile, async ({ params, req }) => {
    const sha256 = shaOf(params.sha256);
    if (!(await context.vault.put(sha256, req)))
      throw new Problem(422, 'The file changed during the upload, so it was not saved. Try again.', 'file-changed');
    return DONE;
  });

  serve(router, context, OWNER_ROUTES.live, () => ({ release: liveRelease(context) ?? null }));
  serve(router, context, OWNER_ROUTES.releases, () => ({ releases: releaseLines(context) }));
  serve(router, context, OWNER_ROUTES.bringBack, async ({ params, body: { basedOn }, by }) => {
    const earlier = context.releases.get(z.coerce.number().int().min(1).parse(params.number));
    const live = liveRelease(context);
    if (!earlier || !live) throw new Problem(404, 'There is no such release. Nothing was changed.', 'no-such-release');
    return publishContent(basedOn, broughtBack(earlier.content, live.content), by.id);
  });
  serve(router, context, OWNER_ROUTES.publish, ({ body: { basedOn, content }, by }) =>
    publishContent(basedOn, content, by.id),
  );
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
