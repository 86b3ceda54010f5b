import type { Command } from './command';
import type { Ports } from './ports';

/** Due work that throws is tried again after a second, then less and less often. */
const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 5 * 60_000;

/** Due work that threw, and what was wrong with it. */
export interface AsideWork {
  command: Command;
  why: string;
}

export interface SetAside {
  /** What was set aside and has its next try now. It is off the index of what is due, so nothing else brings it again. */
  ready(): Command[];
  /** Whether this is set aside, ready or not. */
  has(command: Command): boolean;
  /**
   * Runs due work; it has begun when this returns. An error sets it aside for a while, so that it stops nobody else's;
   * what came to an end, or has nothing left to do, is no longer aside.
   */
  run(command: Command, execute: () => Promise<unknown>): Promise<void>;
  all(): readonly AsideWork[];
}

/** Keeps due work that throws from stopping everybody else's. */
export function createSetAside(clock: Pick<Ports['clock'], 'machine'>): SetAside {
  const aside = new Map<string, AsideWork & { tries: number; notBefore: number }>();
  const keyOf = (command: Command): string => JSON.stringify(command);
  return {
    ready: () =>
      [...aside.values()].flatMap(({ command, notBefore }) => (notBefore <= clock.machine() ? [command] : [])),
    has: (command) => aside.size > 0 && aside.has(keyOf(command)),
    async run(command, execute) {
      const key = keyOf(command);
      try {
        await execute();
        aside.delete(key);
      } catch (error) {
        const tries = (aside.get(key)?.tries ?? 0) + 1;
        const wait = Math.min(FIRST_WAIT_MS * 2 ** (tries - 1), LONGEST_WAIT_MS);
        const why = error instanceof Error ? error.message : String(error);
        aside.set(key, { command, why, tries, notBefore: clock.machine() + wait });
      }
    },
    all: () => [...aside.values()].map(({ command, why }) => ({ command, why })),
  };
}
