export interface Afterwards {
  /**
   * Does something once the answer is given, at a moment that nobody can time: whoever asked learns nothing from it,
   * also not that it failed.
   */
  do(failing: string, act: () => Promise<unknown>): void;
  /** Resolves once all of it is done. */
  quiet(): Promise<void>;
}

const AT_LEAST_MS = 50;
const AT_MOST_MS = 250;

export function createAfterwards(log: (message: string, error?: unknown) => void): Afterwards {
  const underWay = new Set<Promise<void>>();
  return {
    do(failing, act) {
      const wait = AT_LEAST_MS + Math.random() * (AT_MOST_MS - AT_LEAST_MS);
      const acting = new Promise((resolve) => setTimeout(resolve, wait))
        .then(act)
        .then(() => undefined)
        .catch((error: unknown) => log(failing, error))
        .finally(() => underWay.delete(acting));
      underWay.add(acting);
    },
    async quiet() {
      while (underWay.size > 0) await Promise.all(underWay);
    },
  };
}
