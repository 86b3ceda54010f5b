import type { RequestHandler } from 'express';
import { securityEvent } from './securityLog';
import { Problem } from './problem';

/** So many requests may be sending a body at once. */
const MOST_UNFINISHED = 200;
/** A small body takes no longer than this to come. */
const SMALL_WITHIN_MS = 20_000;
/** A large one, of the owner's, may take long, but not stand still for so long. */
const STANDS_STILL_MS = 60_000;
/** So long an answer has to arrive before its connection is closed. */
const LINGERS_MS = 1_000;

/**
 * Bounds what is unfinished: in number, and in time. A body that does not come is cut off, so that nobody holds the
 * shop by sending slowly. How large one may be each route says before it reads.
 * @param isLarge whether a request may bring a file
 */
export function boundedBodies(isLarge: (path: string) => boolean, log: (message: string) => void): RequestHandler {
  let unfinished = 0;
  return (req, res, next) => {
    const length = req.get('content-length');
    if (req.get('transfer-encoding') === undefined && (length === undefined || length === '0')) return next();
    if (unfinished >= MOST_UNFINISHED) {
      securityEvent(log, 'too-many-bodies', req);
      res.set('Connection', 'close');
      throw new Problem(503, (say) => say.tooManyTries, 'too-many-bodies');
    }
    unfinished += 1;
    const large = isLarge(req.path);
    // A large body may take long, but something of it has to come.
    let seen = req.socket.bytesRead;
    const timer = setInterval(
      () => {
        const now = req.socket.bytesRead;
        if (!large || now === seen) cut();
        seen = now;
      },
      large ? STANDS_STILL_MS : SMALL_WITHIN_MS,
    );
    let over = false;
    const finish = (): void => {
      if (over) return;
      over = true;
      clearInterval(timer);
      unfinished -= 1;
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
