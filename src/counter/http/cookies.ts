import { parseCookie } from 'cookie';
import type { Request, Response } from 'express';

/** The cookies of a request by name. */
export const cookiesOf = (req: Request): Record<string, string | undefined> => parseCookie(req.get('cookie') ?? '');

interface Kind {
  maxAgeMs: number;
  sameSite: 'lax' | 'strict';
  path?: string;
}

/** Sets a cookie no script can read; over https only, where the shop is reached so. */
export function giveCookie(res: Response, name: string, value: string, { maxAgeMs, sameSite, path = '/' }: Kind): void {
  res.cookie(name, value, { httpOnly: true, sameSite, path, maxAge: maxAgeMs, secure: res.req.secure });
}
