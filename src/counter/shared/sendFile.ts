import { parse } from 'node:path';
import contentDisposition from 'content-disposition';
import type { Request, Response } from 'express';
import send from 'send';
import { type FileRef, safeFileName } from '#core/catalogue';
import type { CounterContext } from '../context';

/** What a browser may show in its place; everything else it is given to keep. */
const SHOWN = /^(image\/(png|jpeg|gif|webp)|audio\/|video\/|application\/pdf|text\/vtt)/;

/**
 * Streams a file of the vault, or the part of it that is asked for.
 * @param gone answers where it is not there
 * @param path where its bytes lie, where that is not the vault: a buyer's own copy
 */
export function sendFile(
  context: CounterContext,
  req: Request,
  res: Response,
  file: FileRef,
  gone: () => void,
  path = context.vault.pathOf(file.sha256),
): void {
  const inline = SHOWN.test(file.type) && 'view' in req.query;
  res.set({
    'Content-Type': file.type,
    'Content-Disposition': contentDisposition(safeFileName(file.name), { type: inline ? 'inline' : 'attachment' }),
    'Content-Security-Policy': 'sandbox',
    'X-Content-Type-Options': 'nosniff',
    'Cache-Control': 'private, no-store',
    // Files are named by what is in them: a part that is asked for of one that was replaced is never joined to the new one.
    ETag: `"${parse(path).name}"`,
  });
  send(req, path, {
    cacheControl: false,
    dotfiles: 'allow',
    etag: true,
    lastModified: false,
  })
    .on('error', (error: { status?: number }) => {
      // A part beyond the end; its Content-Range already says how long the file is.
      if (error.status === 416) return void res.status(416).end();
      gone();
    })
    .pipe(res);
}
