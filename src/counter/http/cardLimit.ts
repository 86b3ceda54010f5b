import type { RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { Problem } from './problem';

/** So many refused cards from one place in a quarter of an hour, before the shop asks to wait. */
const REFUSED_CARDS = 30;

/**
 * Stops whoever tries card after card: only refused ones count, so that a busy hour is never held up. Outside a
 * real shop, where sample cards are meant to be tried, there is no limit.
 */
export const cardLimit = (real: boolean): RequestHandler =>
  rateLimit({
    windowMs: 15 * 60_000,
    limit: real ? REFUSED_CARDS : 1_000_000,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: (req) => ipKeyGenerator(req.ip ?? ''),
    skipSuccessfulRequests: true,
    requestWasSuccessful: (_req, res) =>
      (res as Response<unknown, { cardRefused?: boolean }>).locals.cardRefused !== true,
    handler: () => {
      throw new Problem(429, (say) => say.tooManyCards, 'too-many-cards');
    },
  });

/** To be called where a card was refused. */
export const noteRefusedCard = (res: Response): void => {
  res.locals['cardRefused'] = true;
};
