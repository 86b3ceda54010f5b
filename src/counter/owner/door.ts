import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { CounterContext } from '../context';
import { OWNER } from '../files/doorsFile';
import { cookiesOf, dropCookie, giveCookie } from '../http/cookies';
import { Problem } from '../http/problem';
import { securityEvent } from '../http/securityLog';
import { sameText } from '../http/signing';
import { deviceInWords } from '../shared/deviceInWords';
import { noteWho, type Who, whoOf } from './who';

const COOKIE = 'keel_owner';
const DAY = 24 * 3_600_000;
const LASTS_MS = 30 * DAY;
/** A session that nobody uses for so long is over. */
const IDLE_MS = 14 * DAY;

/** Exchanges the owner's key for a session that only this browser has, and that can be ended from elsewhere. */
export async function letIn(context: CounterContext, req: Request, res: Response, key: string): Promise<void> {
  if (!sameText(key, context.secrets.ownerKey)) {
    securityEvent(context.security, 'wrong-key', req);
    throw new Problem(
      403,
      'This key does not open the shop. Copy the whole address that the shop printed when it started, or make a new key: npm run key.',
      'wrong-key',
    );
  }
  await enterStudio(context, req, res, OWNER);
}

/** A session of the studio, for the owner or a helper. @param door under which name it lies */
export async function enterStudio(context: CounterContext, req: Request, res: Response, door: string): Promise<void> {
  const secret = await context.doors.makeDevice(door, LASTS_MS, deviceInWords(req));
  securityEvent(context.security, 'signed-in', req);
  giveCookie(res, COOKIE, secret, { maxAgeMs: LASTS_MS, sameSite: 'strict' });
}

/** Ends this session here, not only in the browser. */
export async function letOut(context: CounterContext, req: Request, res: Response): Promise<void> {
  const secret = cookiesOf(req)[COOKIE];
  if (secret !== undefined) await context.doors.dropDevice(secret);
  dropCookie(res, COOKIE);
}

/** Whose session of the studio a request comes in. */
function doorOf(context: CounterContext, req: Request, isUse = true): string | null {
  const secret = cookiesOf(req)[COOKIE];
  return secret === undefined ? null : context.doors.personOf(secret, IDLE_MS, isUse);
}

/** Who works in the studio with this request; null where nobody does. */
export const whoWorks = (context: CounterContext, req: Request): Who | null => whoOf(context, doorOf(context, req));

/** Whether the session of a request that is still being answered has ended. Asking does not keep it from ending. */
export const hasEnded = (context: CounterContext, req: Request): boolean =>
  whoOf(context, doorOf(context, req, false)) === null;

/** Which session this request comes in, and among whose. */
export const ownSession = (context: CounterContext, req: Request): { here: string; door: string } => ({
  here: context.doors.sessionOf(cookiesOf(req)[COOKIE] ?? ''),
  door: doorOf(context, req) ?? '',
});

/** The owner's side, for the owner and who helps. Reading needs the session; anything that changes needs besides a header that no other site can send. */
export function studioOnly(context: CounterContext): RequestHandler {
  return (req: Request, res: Response, next: NextFunction): void => {
    const who = whoWorks(context, req);
    if (who === null)
      throw new Problem(
        401,
        'This window is not connected to the shop any more. Open the address that the shop printed when it first started.',
        'not-owner',
      );
    if (req.method !== 'GET' && req.method !== 'HEAD') ownHeader(context, req);
    noteWho(res, who);
    next();
  };
}

export function ownHeader(context: CounterContext, req: Request): void {
  if (req.get('x-keel') === '1') return;
  securityEvent(context.security, 'wrong-origin', req);
  throw new Problem(403, 'This request did not come from the shop’s own studio. Nothing was changed.', 'wrong-origin');
}
