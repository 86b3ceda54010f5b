import type { Request } from 'express';

/** What somebody who guards the shop wants to see. */
export type SecurityEvent =
  | 'wrong-key'
  | 'wrong-link'
  | 'wrong-origin'
  | 'not-allowed'
  | 'too-many'
  | 'too-many-cards'
  | 'too-many-bodies'
  | 'signed-in'
  | 'address-changed'
  | 'session-ended';

/** Written to the log without personal data: what, by which kind of address, and no query, name or mail address. */
export function securityEvent(log: (message: string) => void, what: SecurityEvent, req: Request): void {
  // Whatever stands in a path may be a secret: only its first parts are kept.
  const [, first = '', second = ''] = req.originalUrl.split(/[/?]/);
  const known = /^(owner|member|checkout|get|notices)$/.test(first)
    ? `/${first}/${/^[a-z]{1,12}$/.test(second) ? second : '…'}`
    : '/…';
  log(`security: ${what} ${req.method} ${known}`);
}
