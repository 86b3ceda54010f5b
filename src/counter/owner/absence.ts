import { type Instant, msOf } from '#core/calendar';
import { inGap, LONGEST_ABSENCE_MS, type Runner } from '#core/shop';
import type { Presence } from '../files/presence';
import type { WatchedClock } from '../ports/watchedClock';

interface Watched {
  runner: Runner;
  presence: Presence;
  /** Null where the clock is moved on purpose, or nothing is lost by it. */
  clock: WatchedClock | null;
  real: boolean;
  log: (message: string, error?: unknown) => void;
}

export interface Away {
  from: Instant;
  to: Instant;
  /** How many payment plans and subscriptions something was to happen to meanwhile. */
  agreements: number;
  /** The clock leapt ahead while the shop ran, or the machine slept: nothing is sold until the owner says that it is right. */
  leapt: boolean;
}

export interface Absence {
  away(): Away | null;
  /** Looked at before each turn: whether more time went by than the shop can have been there for. */
  look(): void;
  note(): Promise<void>;
  confirm(): Promise<void>;
}

/**
 * Notes the time every minute, and looks at the start and on every turn how long the shop was away: stopped or asleep.
 * Up to 48 hours, due work simply runs; longer, in a real shop, nothing is charged until the owner has said so. Until
 * then the old note stays.
 */
export async function watchPresence({ runner, presence, clock, real, log }: Watched): Promise<Absence> {
  // A note that cannot be read is as old as the last thing that happened.
  let seen = presence.unreadable ? runner.state.at : presence.last;
  let away: Away | null = null;

  function look(): void {
    const leap = clock?.leap() ?? null;
    if (leap && real) {
      away = { ...leap, agreements: inGap(runner.state, leap.from, leap.to).length, leapt: true };
      return;
    }
    // The clock came back by itself: nothing was missed.
    if (away?.leapt) away = null;
    const now = runner.now();
    if (real && away === null && seen !== null && msOf(now) - msOf(seen) > LONGEST_ABSENCE_MS) {
      const agreements = inGap(runner.state, seen, now).length;
      if (agreements > 0) away = { from: seen, to: now, agreements, leapt: false };
    }
    if (away === null) seen = now;
    runner.holdDueWork(away !== null);
  }

  const note = async (): Promise<void> => {
    look();
    if (away === null)
      await presence.note(runner.now()).catch((error: unknown) => log('The time could not be noted', error));
  };
  await note();
  return {
    away: () => away,
    look,
    note,
    async confirm() {
      if (away === null) return;
      const { from, leapt } = away;
      if (leapt) {
        clock?.accept();
        runner.holdDueWork(true);
      }
      const done = await runner.execute({ type: 'confirm-gap', from, to: runner.now() });
      if ('refused' in done && done.refused !== 'nothing-to-do') {
        // Not written, so not said: it is asked again, with due work held.
        away = { from, to: runner.now(), agreements: inGap(runner.state, from, runner.now()).length, leapt: false };
        return;
      }
      away = null;
      seen = runner.now();
      runner.holdDueWork(false);
      await note();
    },
  };
}
