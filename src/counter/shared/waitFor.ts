import type { Runner } from '#core/shop';

/**
 * Resolves with an answer as soon as there is one, or with what stands after a while.
 * @param look what is known now; null where nothing is yet
 * @param ms how long somebody waits for it, in milliseconds
 */
export function waitFor<T>(runner: Pick<Runner, 'onBatch'>, look: () => T | null, ms: number): Promise<T | null> {
  return new Promise((resolve) => {
    const found = look();
    if (found !== null) return resolve(found);
    const finish = (): void => {
      clearTimeout(timer);
      stop();
      resolve(look());
    };
    const timer = setTimeout(finish, ms);
    const stop = runner.onBatch(() => {
      if (look() !== null) finish();
    });
  });
}
