import { type Instant, msOf } from '#core/calendar';
import { inGap, LONGEST_ABSENCE_MS, type Runner } from '#core/shop';
import type { openPresence } from '../files/presence';

interface Watched {
  runner: Runner;
  presence: ReturnType<typeof openPresence>;
  real: boolean;
  log: (message: string, error?: unknown) => void;
}

export interface Away {
  from: Instant;
  to: Instant;
  /** How many payment plans and subscriptions something was to happen to meanwhile. */
  agreements: number;
}

/**
 * Notes the time every minute, and looks at the start how long the shop was away. Up to 48 hours, due work simply
 * runs; longer, in a real shop, nothing is charged until the owner has said so. Until then the old note stays.
 */
export async function watchPresence({
  runner,
  presence,
  real,
  log,
}: Watched): Promise<{ away(): Away | null; note(): Promise<void>; confirm(): Promise<void> }> {
  const last = presence.last();
  const now = runner.now();
  let away: Away | null = null;
  if (real && last !== null && msOf(now) - msOf(last) > LONGEST_ABSENCE_MS) {
    const agreements = inGap(runner.state, last, now).length;
    if (agreements > 0) away = { from: last, to: now, agreements };
  }
  runner.holdDueWork(away !== null);
  const note = async (): Promise<void> => {
    if (away === null)
      await presence.note(runner.now()).catch((error: unknown) => log('The time could not be noted', error));
  };
  await note();
  return {
    away: () => away,
    note,
    async confirm() {
      if (away === null) return;
      const done = await runner.execute({ type: 'confirm-gap', from: away.from, to: runner.now() });
      if ('refused' in done) return;
      away = null;
      runner.holdDueWork(false);
      await note();
    },
  };
}
