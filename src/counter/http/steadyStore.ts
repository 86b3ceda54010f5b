import type { ClientRateLimitInfo, Store } from 'express-rate-limit';

/**
 * Counts tries against steady time. The store that comes with the package asks the wall clock: one that goes back an
 * hour would keep people out for that hour.
 * @param windowMs how long a count runs
 * @param steadyMs milliseconds that never go back
 */
export function steadyStore(
  windowMs: number,
  steadyMs: () => number = () => performance.now(),
): Store & {
  hitsOf(key: string): number;
} {
  const counts = new Map<string, { hits: number; over: number }>();
  let sweepAt = 0;

  /** A count that is still running. */
  function running(key: string): { hits: number; over: number } | undefined {
    const now = steadyMs();
    if (now >= sweepAt) {
      for (const [known, { over }] of counts) if (over <= now) counts.delete(known);
      sweepAt = now + windowMs;
    }
    const count = counts.get(key);
    return count && count.over > now ? count : undefined;
  }
  const said = ({ hits, over }: { hits: number; over: number }): ClientRateLimitInfo => ({
    totalHits: hits,
    resetTime: new Date(Date.now() + over - steadyMs()),
  });

  return {
    localKeys: true,
    hitsOf: (key) => running(key)?.hits ?? 0,
    get(key) {
      const count = running(key);
      return count && said(count);
    },
    increment(key) {
      const count = running(key) ?? { hits: 0, over: steadyMs() + windowMs };
      count.hits += 1;
      counts.set(key, count);
      return said(count);
    },
    decrement(key) {
      const count = running(key);
      if (count) count.hits = Math.max(0, count.hits - 1);
    },
    resetKey(key) {
      counts.delete(key);
    },
    resetAll() {
      counts.clear();
    },
  };
}
