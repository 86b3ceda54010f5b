import { type Request, type Response, Router } from 'express';
import * as z from 'zod';
import { dateIn } from '#core/calendar';
import { openingIn } from '#core/catalogue';
import type { Pass } from '#core/passes';
import { refusalInWords, wordsFor } from '#core/words';
import { type CounterContext, liveRelease, shopOf } from '../context';
import { readToken } from '../http/signing';
import { personOfDevice } from '../shared/device';
import { localeFor, readingFor } from '../shared/reading';
import { ownCopy } from '../shared/ownCopy';
import { sendFile } from '../shared/sendFile';
import { sendWords } from '../shared/sendWords';
import { ordersOfVisit } from './visit';

const FileToken = z.object({ p: z.string(), f: z.string(), u: z.string() });

/**
 * Protected files. A link is signed, for one buyer, and expires; besides it the pass is looked at on every
 * request, parts included, so that a closed pass closes at once. Streamed from the vault, never whole in memory.
 */
export function fileRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;

  const refuse = (req: Request, res: Response, status: number, [heading = '', text = '']: readonly string[]): void => {
    const reading = readingFor(context, req);
    const action = { label: reading.words.pages.goToMemberArea, href: '/member/' };
    sendWords(context, reading, res, { status, heading, text, action });
  };

  const mayUse = (req: Request, pass: Pass): boolean => {
    if (personOfDevice(context, req) === pass.personId) return true;
    return (
      pass.cause.kind === 'paid' &&
      ordersOfVisit(context, req).some((order) => pass.cause.kind === 'paid' && order.id === pass.cause.orderId)
    );
  };

  router.get('/:token', async (req, res) => {
    const say = wordsFor(localeFor(shopOf(context), req)).pages.file;
    const token = FileToken.safeParse(readToken(context.secrets.signing, 'file', String(req.params['token']))).data;
    const pass = token && runner.state.passes.get(token.p);
    if (!token || !pass) return refuse(req, res, 404, say.noLink);
    if (runner.now() >= token.u) return refuse(req, res, 410, say.tooOld);
    if (!mayUse(req, pass)) return refuse(req, res, 403, say.notYours);

    const command = { type: 'fetch-file', passId: token.p, fileId: token.f } as const;
    // Asking for the head alone is free; a part counts like a whole, and tries within a day are one.
    const decision = req.method === 'HEAD' ? runner.preview(command) : await runner.execute(command);
    if ('refused' in decision) {
      if (decision.refused === 'storage' || decision.refused === 'stands-still')
        return refuse(req, res, 503, say.notNoted);
      const why = refusalInWords(decision, localeFor(shopOf(context), req));
      const usedUp = decision.refused === 'used-up';
      return refuse(req, res, usedUp ? 429 : 403, [usedUp ? say.usedUp : say.closed, why]);
    }
    if (req.method !== 'HEAD')
      context.networks.note(pass.personId, req.ip ?? '', dateIn(runner.now(), shopOf(context).zone));
    const found = openingIn(liveRelease(context)?.content.products ?? [], pass.productId, token.f);
    const opening = found?.opening;
    // Where it leads is the thing itself: only a request that counts is told.
    if (opening?.url && req.method === 'HEAD') return void res.set('Cache-Control', 'private, no-store').end();
    if (opening?.url)
      return void res
        .set({ 'Cache-Control': 'private, no-store', 'Referrer-Policy': 'no-referrer' })
        .redirect(303, opening.url);
    const file = opening?.file;
    if (!file) return refuse(req, res, 404, say.gone);
    const own = found && (await ownCopy(context, pass, found));
    sendFile(context, req, res, file, () => refuse(req, res, 404, say.gone), own ?? undefined);
  });
  return router;
}
