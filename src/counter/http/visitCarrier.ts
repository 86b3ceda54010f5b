import { parseCookie, stringifyCookie } from 'cookie';
import type { Request, Response } from 'express';
import { VISIT_HEADER } from '../../wire/checkout';
import { cookiesOf, giveCookie } from './cookies';

/**
 * How a visit's signed notes travel: which checkouts it is in, how it came, what it paid. A browser on our own pages
 * carries them as cookies. A checkout framed by another site has none there, so it carries them itself, in a header:
 * whoever sends the header, empty the first time, is read by it and by no cookie.
 *
 * Whatever carries them, each note is signed and says for itself what it is: the carrier is believed in nothing.
 */
interface VisitCarrier {
  /** The notes that came with a request, by name. */
  read(req: Request): Record<string, string | undefined>;
  /** Sends a note along, to be carried from now on. */
  give(res: Response, name: string, note: string, maxAgeMs: number): void;
}

const byCookie: VisitCarrier = {
  read: cookiesOf,
  give: (res, name, note, maxAgeMs) => giveCookie(res, name, note, { maxAgeMs, sameSite: 'lax' }),
};

const byHeader: VisitCarrier = {
  read: (req) => parseCookie(req.get(VISIT_HEADER) ?? ''),
  // Of several given with one answer all are carried.
  give(res, name, note) {
    const given = parseCookie(String(res.getHeader(VISIT_HEADER) ?? ''));
    res.set(VISIT_HEADER, stringifyCookie({ ...given, [name]: note }));
  },
};

const carrierOf = (req: Request): VisitCarrier => (req.get(VISIT_HEADER) === undefined ? byCookie : byHeader);

/** The notes that a visit carries, by name. */
export const carriedBy = (req: Request): Record<string, string | undefined> => carrierOf(req).read(req);

/** Gives a visit a note to carry. */
export const giveToCarry = (res: Response, name: string, note: string, maxAgeMs: number): void =>
  carrierOf(res.req).give(res, name, note, maxAgeMs);
