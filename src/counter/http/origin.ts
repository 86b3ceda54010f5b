import type { RequestHandler } from 'express';
import { securityEvent } from './securityLog';
import type { Hosts } from './hosts';
import { Problem } from './problem';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Whatever changes something must come from a page of this shop. Browsers say with each such request where it comes
 * from, and let no page say otherwise. Refused before anything is counted, so that no other site can use up a limit.
 */
export function ownOriginOnly(hosts: Hosts, log: (message: string) => void): RequestHandler {
  return (req, _res, next) => {
    if (READS.has(req.method)) return next();
    if (hosts.isOwnOrigin(req.get('origin') ?? '', (req.get('host') ?? '').toLowerCase())) return next();
    securityEvent(log, 'wrong-origin', req);
    throw new Problem(403, (say) => say.wrongOrigin, 'wrong-origin');
  };
}
