import type { Request, Response } from 'express';
import * as z from 'zod';
import type { CounterContext } from '../context';
import { cookiesOf, giveCookie } from '../http/cookies';
import { readToken, signToken } from '../http/signing';

const DAY = 24 * 3_600_000;
const COOKIE = 'keel_known';
const KEPT_MS = 400 * DAY;
const Known = z.object({ person: z.string(), until: z.number() });

/** A mail that was left lying about: after its first day a receipt's link opens only where a link of theirs was used before. */
export const isOld = (madeAt: number | null): boolean => madeAt !== null && Date.now() - madeAt > DAY;

/** Whether somebody signed in with a link on this browser before. It opens nothing by itself. */
export function isKnownBrowser({ secrets }: CounterContext, req: Request, personId: string): boolean {
  const known = Known.safeParse(readToken(secrets.signing, 'known', cookiesOf(req)[COOKIE] ?? '')).data;
  return known?.person === personId && known.until > Date.now();
}

export function knowBrowser({ secrets }: CounterContext, res: Response, personId: string): void {
  const token = signToken(secrets.signing, 'known', { person: personId, until: Date.now() + KEPT_MS });
  giveCookie(res, COOKIE, token, { maxAgeMs: KEPT_MS, sameSite: 'lax' });
}
