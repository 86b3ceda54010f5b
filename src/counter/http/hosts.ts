import { isIP } from 'node:net';
import type { Request, RequestHandler } from 'express';

/** By which names the shop is reached. */
export interface Hosts {
  /** Whether a `Host` is the shop's own. */
  isOurs(host: string): boolean;
  isFormer(host: string): boolean;
  /** Whether a page of this origin is one of the shop's own, for a request that came to `host`. */
  isOwnOrigin(origin: string, host: string): boolean;
}

/**
 * @param publicAddress the address buyers use
 * @param former hosts that the shop had before
 */
export function hostsOf(publicAddress: () => string, former: readonly string[]): Hosts {
  const current = (): string => new URL(publicAddress()).host;
  return {
    // A name that is not ours could be anybody's that points here; an address of this machine is nobody's name.
    isOurs: (host) => host === current() || isMachine(host),
    // An address of some machine is ours only where the request itself came to that very one: another page may lie there.
    isOwnOrigin: (origin, host) =>
      origin === new URL(publicAddress()).origin || (isMachine(host) && origin === `http://${host}`),
    isFormer: (host) => host !== current() && former.includes(host),
  };
}

/** Whether strangers can reach an address: any but this machine's own. */
export const isPublicAddress = (address: string): boolean => {
  const { hostname } = new URL(address);
  return !(hostname === 'localhost' || hostname === '[::1]' || hostname.startsWith('127.'));
};

/** "127.0.0.1:4600", "[::1]:4600", "localhost:4600": no name that somebody could let point here. */
function isMachine(host: string): boolean {
  const name = URL.canParse(`http://${host}`) ? new URL(`http://${host}`).hostname : '';
  return name === 'localhost' || isIP(name.replace(/^\[|\]$/g, '')) !== 0;
}

/** Answers under the shop's own names alone. Under a former one it leads to the same page at the present address. */
export function ownHostOnly(hosts: Hosts, publicAddress: () => string): RequestHandler {
  return (req, res, next) => {
    const host = (req.get('host') ?? '').toLowerCase();
    if (hosts.isOurs(host)) return next();
    if (hosts.isFormer(host)) return res.redirect(308, new URL(ownPath(req), publicAddress()).href);
    // A sentence of its own: whoever reads this has come here by a name the shop does not know.
    res.status(421).type('text/plain').send('This shop does not answer under this name.');
  };
}

// "//elsewhere" would be another host.
const ownPath = (req: Request): string => `/${req.originalUrl.replace(/^[/\\]+/, '')}`;
