import type { Request } from 'express';
import type { ChargeKey } from '#core/ids';
import type { CounterContext } from '../context';
import { placeOf } from './limits';
import { Problem } from './problem';
import { securityEvent } from './securityLog';

/** So many bank pages of one place may be left unanswered in an hour. */
const MOST = 6;
const COUNTED_MS = 3_600_000;
/** Whoever means to pay has answered their bank by then: until then a page counts against nobody. */
const ANSWERED_WITHIN_MS = 3 * 60_000;

export interface BankLimit {
  /** @throws Problem 429 where this place has left too many bank pages unanswered: each holds a place of what is limited */
  check(req: Request): void;
  /** A charge of this request waits for its bank. */
  note(req: Request, key: ChargeKey): void;
}

/** Bounds how much of what is limited one place can hold by bank pages that nobody answers. */
export function bankLimit(
  { runner, mode, security }: Pick<CounterContext, 'runner' | 'mode' | 'security'>,
  steadyMs: () => number = () => performance.now(),
): BankLimit {
  const asked = new Map<string, { key: ChargeKey; at: number }[]>();

  /** Those of a place that count: neither answered with yes, nor asked just now, nor long ago. */
  function counted(place: string): { key: ChargeKey; at: number }[] {
    const now = steadyMs();
    const kept = (asked.get(place) ?? []).filter(
      ({ key, at }) => now - at < COUNTED_MS && runner.state.charges.get(key)?.status !== 'paid',
    );
    if (kept.length === 0) asked.delete(place);
    else asked.set(place, kept);
    return kept.filter(({ key, at }) => {
      const waits = runner.state.charges.get(key)?.status === 'waits-for-bank';
      return !waits || now - at > ANSWERED_WITHIN_MS;
    });
  }

  return {
    check(req) {
      if (mode !== 'real' || counted(placeOf(req)).length < MOST) return;
      securityEvent(security, 'too-many', req);
      throw new Problem(429, (say) => say.tooManyCards, 'too-many-banks');
    },
    note(req, key) {
      const place = placeOf(req);
      const known = asked.get(place) ?? [];
      if (!known.some((one) => one.key === key)) asked.set(place, [...known, { key, at: steadyMs() }]);
    },
  };
}
