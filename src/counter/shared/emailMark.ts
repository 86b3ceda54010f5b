import type { Request } from 'express';
import { hmac, sameText } from '../http/signing';
import { textOf } from '../http/textOf';

/** The word in an address that says which email its link stood in. */
const MARK = 'email';
/** Enough of a signature to keep strangers from adding to the figures of an email; it opens nothing. */
const SIGNED_CHARS = 16;
const signatureOf = (secret: string, email: string): string =>
  hmac(secret, `email-mark.${email}`).slice(0, SIGNED_CHARS);

/**
 * An address as an email carries it: what is bought after its link was pressed is known to have come by that email.
 * @param email the email's own id, of letters, digits, `_` and `-`: not a person's, nor anything that names one
 */
export function markedAddress(secret: string, address: string, email: string): string {
  const marked = new URL(address);
  marked.searchParams.set(MARK, `${email}.${signatureOf(secret, email)}`);
  return marked.href;
}

/** The email whose link leads here; null where none does, or where the mark was not made by this shop. */
export function emailOfLink(secret: string, req: Request): string | null {
  const [, email, signature] = /^([\w-]{1,60})\.([\w-]+)$/.exec(textOf(req.query[MARK])) ?? [];
  if (email === undefined || signature === undefined) return null;
  return sameText(signature, signatureOf(secret, email)) ? email : null;
}
