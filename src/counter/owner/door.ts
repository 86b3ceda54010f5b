import type { NextFunction, Request, RequestHandler, Response } from 'express';
import * as z from 'zod';
import type { CounterContext } from '../context';
import { cookiesOf, giveCookie } from '../http/cookies';
import { Problem } from '../http/problem';
import { readToken, sameText, signToken } from '../http/signing';

const COOKIE = 'keel_owner';
const LASTS_MS = 30 * 24 * 3_600_000;
const Token = z.object({ until: z.number() });

/** Exchanges the owner's key for a cookie that only this site can send. */
export function letIn(context: CounterContext, res: Response, key: string): void {
  if (!sameText(key, context.secrets.ownerKey))
    throw new Problem(
      403,
      'This key does not open the shop. Copy the whole address that the shop printed when it started.',
      'wrong-key',
    );
  const token = signToken(context.secrets.signing, 'owner', { until: Date.now() + LASTS_MS });
  giveCookie(res, COOKIE, token, { maxAgeMs: LASTS_MS, sameSite: 'strict', path: '/owner' });
}

export const letOut = (res: Response): void => void res.clearCookie(COOKIE, { path: '/owner' });

export function isOwner(context: CounterContext, req: Request): boolean {
  const token = Token.safeParse(readToken(context.secrets.signing, 'owner', cookiesOf(req)[COOKIE] ?? ''));
  return token.success && token.data.until > Date.now();
}

/** Reading needs the cookie; anything that changes needs besides our own header and our own origin. */
export function ownerOnly(context: CounterContext): RequestHandler {
  return (req: Request, _res: Response, next: NextFunction): void => {
    if (!isOwner(context, req))
      throw new Problem(
        401,
        'This window is not connected to the shop any more. Open the address that the shop printed when it started.',
        'not-owner',
      );
    if (req.method !== 'GET' && req.method !== 'HEAD') checkOrigin(req);
    next();
  };
}

export function checkOrigin(req: Request): void {
  const origin = req.get('origin') ?? '';
  const host = req.get('host') ?? '';
  const ours = URL.canParse(origin) && new URL(origin).host === host;
  if (req.get('x-keel') !== '1' || !ours)
    throw new Problem(
      403,
      'This request did not come from the shop’s own studio. Nothing was changed.',
      'wrong-origin',
    );
}
