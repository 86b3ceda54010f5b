import { parseCookie } from 'cookie';
import type { Request, Response } from 'express';

/** Set once on the app: whether people reach it over https, as its address says. */
export const HTTPS_SETTING = 'keel https';

/** Set on the app of a practice shop: its cookies lie beside those of the shop, and neither takes the other's for its own. */
export const COOKIES_SETTING = 'keel cookies';

const isHttps = (req: Request): boolean => req.app.get(HTTPS_SETTING) === true || req.secure;

/** Over https no other host, and no page without https, can set a cookie of this prefix (RFC 6265bis, 4.1.3.2). */
const HOST_PREFIX = '__Host-';

/** What stands before the name of every cookie of a shop. */
const prefixOf = (req: Request): string =>
  `${isHttps(req) ? HOST_PREFIX : ''}${String((req.app.get(COOKIES_SETTING) as string | undefined) ?? '')}`;

/** The cookies of a request by name. Over https only those that nobody else can have planted. */
export function cookiesOf(req: Request): Record<string, string | undefined> {
  const all = parseCookie(req.get('cookie') ?? '');
  const prefix = prefixOf(req);
  if (prefix === '') return all;
  return Object.fromEntries(
    Object.entries(all).flatMap(([name, value]) =>
      name.startsWith(prefix) ? [[name.slice(prefix.length), value]] : [],
    ),
  );
}

interface Kind {
  maxAgeMs: number;
  sameSite: 'lax' | 'strict';
}

/** Sets a cookie no script can read; over https only, where the shop is reached so. */
export function giveCookie(res: Response, name: string, value: string, { maxAgeMs, sameSite }: Kind): void {
  const secure = isHttps(res.req);
  res.cookie(prefixOf(res.req) + name, value, { httpOnly: true, sameSite, path: '/', maxAge: maxAgeMs, secure });
}

export function dropCookie(res: Response, name: string): void {
  res.clearCookie(prefixOf(res.req) + name, { path: '/', secure: isHttps(res.req), httpOnly: true });
}
