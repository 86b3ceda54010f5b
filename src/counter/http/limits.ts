import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import type { CounterContext } from '../context';
import { Problem } from './problem';
import { type SecurityEvent, securityEvent } from './securityLog';
import { steadyStore } from './steadyStore';

interface Limit {
  /** So many in `minutes`. */
  most: number;
  minutes: number;
  /** Whose tries are counted together; by the address they come from where nothing else is said. */
  by?: (req: Request) => string;
  /** Looked at before anything is refused. @returns whether it has answered: then nothing is refused */
  first?: (req: Request, res: Response) => Promise<boolean>;
  /** Only what was refused counts. */
  onlyRefused?: boolean;
  what?: SecurityEvent;
}

/** Where a request comes from. */
export const placeOf = (req: Request): string => ipKeyGenerator(req.ip ?? '');

/** Outside of a real shop much is tried: limits are so much wider that nobody meets them. */
const NOT_REAL_TIMES = 1_000;
const QUARTER = 15;

/** One limit for one purpose: what is used up for one is not used up for another. */
export function limit(
  { mode, security }: Pick<CounterContext, 'mode' | 'security'>,
  { most, minutes, by = placeOf, first, onlyRefused = false, what = 'too-many' }: Limit,
): RequestHandler {
  return rateLimit({
    windowMs: minutes * 60_000,
    store: steadyStore(minutes * 60_000),
    limit: mode === 'real' ? most : most * NOT_REAL_TIMES,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: by,
    skipSuccessfulRequests: onlyRefused,
    handler: (req, res, next) => {
      const refuse = (answered: boolean): void => {
        if (answered) return;
        securityEvent(security, what, req);
        next(new Problem(429, (say) => (minutes >= QUARTER ? say.waitQuarter : say.tooManyTries), what));
      };
      if (first) void first(req, res).then(refuse, next);
      else refuse(false);
    },
  });
}
