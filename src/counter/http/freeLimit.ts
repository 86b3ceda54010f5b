import type { Request } from 'express';
import { compareAddress } from '#core/people';
import type { CounterContext } from '../context';
import { placeOf } from './limits';
import { Problem } from './problem';
import { securityEvent } from './securityLog';
import { steadyStore } from './steadyStore';

const HOUR_MS = 3_600_000;
/** So many free orders of one mailbox in an hour: each mails it a receipt, whoever typed its address. */
const PER_MAILBOX = 5;
/** So many from one place: a class that signs up together behind one address is fewer. */
const PER_PLACE = 120;

export interface FreeLimit {
  /** An order that costs nothing, of somebody who is not signed in. @throws Problem 429 where there were too many */
  count(req: Request, address: string): Promise<void>;
}

/** Bounds what a stranger can have mailed to others by ordering what is free. Outside a real shop nothing is bounded. */
export function freeLimit({ mode, security }: Pick<CounterContext, 'mode' | 'security'>): FreeLimit {
  const counts = steadyStore(HOUR_MS);
  return {
    async count(req, address) {
      if (mode !== 'real') return;
      for (const [key, most] of [
        [`mailbox/${compareAddress(address)}`, PER_MAILBOX],
        [`place/${placeOf(req)}`, PER_PLACE],
      ] as const)
        if ((await counts.increment(key)).totalHits > most) {
          securityEvent(security, 'too-many', req);
          throw new Problem(429, (say) => say.tooManyTries, 'too-many-free');
        }
    },
  };
}
