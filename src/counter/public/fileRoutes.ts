import contentDisposition from 'content-disposition';
import { type Request, type Response, Router } from 'express';
import send from 'send';
import * as z from 'zod';
import { safeFileName } from '#core/catalogue';
import type { Pass } from '#core/passes';
import { documentHtml, wordsHtml } from '../../pages/render';
import { type CounterContext, liveRelease, shopOf, stripOf } from '../context';
import { readToken } from '../http/signing';
import { personOfDevice } from '../member/device';
import { PAGES } from './pagesRoutes';
import { ordersOfVisit } from './visit';

const FileToken = z.object({ p: z.string(), f: z.string(), u: z.string() });

/**
 * Protected files. A link is signed, for one buyer, and expires; besides it the pass is looked at on every
 * request, parts included, so that a closed pass closes at once. Streamed from the vault, never whole in memory.
 */
export function fileRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;

  const refuse = (res: Response, status: number, heading: string, text: string): void => {
    const shop = shopOf(context);
    const { stylesheets } = context.client.assetsOf(PAGES);
    const body = wordsHtml(heading, [text], { label: 'Go to the member area', href: '/member/' });
    res
      .status(status)
      .set('Cache-Control', 'no-store')
      .send(
        documentHtml({
          title: heading,
          description: '',
          language: shop.locale,
          shopName: shop.name,
          stylesheets,
          strip: stripOf(context),
          keepOut: true,
          body,
          foot: [],
        }),
      );
  };

  const mayUse = (req: Request, pass: Pass): boolean => {
    if (personOfDevice(context, req) === pass.personId) return true;
    return (
      pass.cause.kind === 'paid' &&
      ordersOfVisit(context, req).some((order) => pass.cause.kind === 'paid' && order.id === pass.cause.orderId)
    );
  };

  router.get('/:token', async (req, res) => {
    const token = FileToken.safeParse(readToken(context.secrets.signing, 'file', String(req.params['token']))).data;
    const pass = token && runner.state.passes.get(token.p);
    if (!token || !pass)
      return refuse(
        res,
        404,
        'This link does not lead to a file',
        'It may have been cut off or changed. Sign in, and you will find your files with fresh links.',
      );
    if (runner.now() >= token.u)
      return refuse(
        res,
        410,
        'This link is too old',
        'Links to files work for a limited time. Sign in, and you will find a fresh one.',
      );
    if (!mayUse(req, pass))
      return refuse(
        res,
        403,
        'This file belongs to somebody who bought it',
        'A link works only for the person it was made for. If that is you, sign in first.',
      );

    const command = { type: 'fetch-file', passId: token.p, fileId: token.f } as const;
    // Asking for the head alone is free; a part counts like a whole, and tries within a day are one.
    const decision = req.method === 'HEAD' ? runner.preview(command) : await runner.execute(command);
    if ('refused' in decision) {
      if (decision.refused === 'storage')
        return refuse(
          res,
          503,
          'Please try again in a minute',
          'The shop could not note this download, so it was not counted.',
        );
      return refuse(
        res,
        decision.refused === 'used-up' ? 429 : 403,
        decision.refused === 'used-up'
          ? 'This file was fetched as often as it can be'
          : 'Access to this file is closed',
        decision.sentence,
      );
    }
    const product = liveRelease(context)?.content.products.find((p) => p.id === pass.productId);
    const link = product?.links.find((l) => l.id === token.f);
    if (link)
      return void res
        .set({ 'Cache-Control': 'private, no-store', 'Referrer-Policy': 'no-referrer' })
        .redirect(303, link.url.trim());
    const file = product?.files.find((f) => f.id === token.f);
    if (!file) return refuse(res, 404, 'This file is not here any more', 'Write to us and we will help.');
    const inline =
      /^(image\/(png|jpeg|gif|webp)|audio\/|video\/|application\/pdf)/.test(file.type) && 'view' in req.query;
    res.set({
      'Content-Type': file.type,
      'Content-Disposition': contentDisposition(safeFileName(file.name), { type: inline ? 'inline' : 'attachment' }),
      'Content-Security-Policy': 'sandbox',
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, no-store',
    });
    send(req, context.vault.pathOf(file.sha256), {
      cacheControl: false,
      dotfiles: 'allow',
      etag: true,
      lastModified: false,
    })
      .on('error', (error: { status?: number }) => {
        // A part beyond the end; its Content-Range already says how long the file is.
        if (error.status === 416) return void res.status(416).end();
        refuse(res, 404, 'This file is not here any more', 'Write to us and we will help.');
      })
      .pipe(res);
  });
  return router;
}
