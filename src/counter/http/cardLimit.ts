import type { Request, RequestHandler, Response } from 'express';
import type { CounterContext } from '../context';
import { placeOf } from './limits';
import { Problem } from './problem';
import { securityEvent } from './securityLog';
import { steadyStore } from './steadyStore';

/** So many refused cards from one place in a quarter of an hour, before the shop asks to wait. */
const REFUSED_CARDS = 30;
const WINDOW_MS = 15 * 60_000;

export interface CardLimit {
  /** @param first looked at before anything is refused; returns whether it has answered */
  check(first: (req: Request, res: Response) => Promise<boolean>): RequestHandler;
  /** To be called where a card was refused. */
  noteRefused(req: Request): Promise<void>;
}

/**
 * Stops whoever tries card after card. Only a card that was refused counts, and only once it was: presses that wait for
 * their answer are none, so that a busy hour is never held up. Outside a real shop, where sample cards are meant to be
 * tried, there is no limit.
 */
export function cardLimit({ mode, security }: Pick<CounterContext, 'mode' | 'security'>): CardLimit {
  const refused = steadyStore(WINDOW_MS);
  return {
    check: (first) => async (req, res, next) => {
      const hits = refused.hitsOf(placeOf(req));
      if (mode === 'real' && hits >= REFUSED_CARDS) {
        if (await first(req, res)) return;
        securityEvent(security, 'too-many-cards', req);
        throw new Problem(429, (say) => say.tooManyCards, 'too-many-cards');
      }
      next();
    },
    async noteRefused(req) {
      await refused.increment(placeOf(req));
    },
  };
}
