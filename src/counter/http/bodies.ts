import type { Request, RequestHandler } from 'express';
import { placeOf } from './limits';
import { Problem } from './problem';
import { securityEvent } from './securityLog';

/** So many small bodies may be unfinished at once; a further one cuts off the one that has been coming for longest. */
const MOST_SMALL = 200;
/** So many large ones, all of somebody who works in the studio. */
const MOST_LARGE = 50;
/** A small body takes no longer than this to come, whatever the line. */
const SMALL_WITHIN_MS = 10_000;
/** No small body says that it is larger; how much is read of any, also of one that comes in pieces, its route says. */
const SMALL_BYTES = 1 << 20;
/** A large one, of the studio's, may take long, but not stand still for so long. */
const STANDS_STILL_MS = 60_000;
/** So long an answer has to arrive before its connection is closed. */
const LINGERS_MS = 1_000;

/** A body that is still coming. */
interface Unfinished {
  place: string;
  cut: () => void;
}

/**
 * Bounds what is unfinished, before any parser: in number, bytes and time. Nobody is refused because others send slowly:
 * a whole body comes at once, so where there are too many unfinished ones, the oldest of the place with most of them is
 * cut off. An office or a phone network that shares an address loses nothing but what stands still.
 * @param isLarge whether a request may bring a file: only of somebody who is signed in to bring one
 */
export function boundedBodies(isLarge: (req: Request) => boolean, log: (message: string) => void): RequestHandler {
  // In the order in which they began to come.
  const small = new Set<Unfinished>();
  const large = new Set<Unfinished>();

  function makeRoom(req: Request): void {
    if (small.size < MOST_SMALL) return;
    const perPlace = new Map<string, number>();
    for (const { place } of small) perPlace.set(place, (perPlace.get(place) ?? 0) + 1);
    const most = Math.max(...perPlace.values());
    const goes = [...small].find(({ place }) => perPlace.get(place) === most);
    securityEvent(log, 'too-many-bodies', req);
    goes?.cut();
  }

  return (req, res, next) => {
    const length = req.get('content-length');
    if (req.get('transfer-encoding') === undefined && (length === undefined || length === '0')) return next();
    const isFile = isLarge(req);
    if (!isFile && Number(length ?? 0) > SMALL_BYTES) {
      res.set('Connection', 'close');
      throw new Problem(413, (say) => say.tooLarge, 'too-large');
    }
    if (isFile && large.size >= MOST_LARGE) {
      securityEvent(log, 'too-many-bodies', req);
      res.set('Connection', 'close');
      throw new Problem(503, (say) => say.tooManyTries, 'too-many-bodies');
    }
    if (!isFile) makeRoom(req);
    const all = isFile ? large : small;
    // A large body may take long, but something of it has to come.
    const { socket } = req;
    let seen = socket.bytesRead;
    const timer = setInterval(
      () => {
        const now = socket.bytesRead;
        if (!isFile || now === seen) cut();
        seen = now;
      },
      isFile ? STANDS_STILL_MS : SMALL_WITHIN_MS,
    );
    let over = false;
    const unfinished: Unfinished = { place: placeOf(req), cut };
    all.add(unfinished);
    const finish = (): void => {
      if (over) return;
      over = true;
      clearInterval(timer);
      all.delete(unfinished);
    };
    function cut(): void {
      finish();
      req.destroy();
    }
    // Answered without reading it all: whoever goes on sending is not listened to.
    res.once('finish', () => {
      if (!req.complete) setTimeout(() => req.destroy(), LINGERS_MS).unref();
    });
    req.once('end', finish);
    req.once('close', finish);
    res.once('close', finish);
    next();
  };
}
