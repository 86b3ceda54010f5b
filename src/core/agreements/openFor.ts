import type { OpenFor } from '#core/passes';
import { type Agreement, isRunning } from './agreement';

/**
 * How long a pass without a date of its own stays open, as its payment plan or subscription stands: a plan's while it
 * is paid and for good once it is paid off, a subscription's while it is paid or to the end of what is paid.
 * @param a undefined where none is known: then nothing can close it but the seller
 */
export function openFor(a: Pick<Agreement, 'status' | 'terms' | 'endsAt' | 'finishes' | 'ended'> | undefined): OpenFor {
  if (!a || !isRunning(a)) return 'good';
  if (a.status === 'ending' && a.endsAt !== null) return { until: a.endsAt };
  return a.terms.kind === 'plan' ? 'while-paid-then-good' : 'while-paid';
}
