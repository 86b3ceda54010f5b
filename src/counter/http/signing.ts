import { createHmac, timingSafeEqual } from 'node:crypto';

/** HMAC-SHA256 in base64url (RFC 2104, RFC 4231 for its test vectors). */
export const hmac = (secret: string | Buffer, text: string): string =>
  createHmac('sha256', secret).update(text).digest('base64url');

/**
 * A value that can leave the shop and come back unchanged: "payload.signature". The purpose is signed along, so
 * that a token made for one thing is worth nothing for another.
 */
export function signToken(secret: string, purpose: string, value: unknown): string {
  const payload = Buffer.from(JSON.stringify(value)).toString('base64url');
  return `${payload}.${hmac(secret, `${purpose}.${payload}`)}`;
}

/** The value of a token, or null when it was not made here for this purpose or was changed. */
export function readToken(secret: string, purpose: string, token: string): unknown {
  const [payload, signature, more] = token.split('.');
  if (!payload || !signature || more !== undefined || !sameText(signature, hmac(secret, `${purpose}.${payload}`)))
    return null;
  try {
    return JSON.parse(Buffer.from(payload, 'base64url').toString('utf8')) as unknown;
  } catch {
    return null;
  }
}

/** Compares without telling by its time where two texts differ. */
export function sameText(a: string, b: string): boolean {
  const x = Buffer.from(a);
  const y = Buffer.from(b);
  return x.length === y.length && timingSafeEqual(x, y);
}

/**
 * How a payment service proves what it says of a card: HMAC-SHA256, under the shop's key with it, over token, last
 * digits, last month and country, a line each, in base64url. It is part of the contract in docs/joining-services.md.
 */
export const cardProof = (
  key: string,
  {
    token,
    last4,
    expires,
    country,
  }: { token: string; last4: string; expires?: string | undefined; country?: string | undefined },
): string => hmac(key, [token, last4, expires ?? '', country ?? ''].join('\n'));
