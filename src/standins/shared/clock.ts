/** The time a stand-in lives in: it runs by itself and can be told to be elsewhere. */
export interface StandInClock {
  /** Milliseconds since 1970. */
  now(): number;
  tell(epochMs: number): void;
}

export function standInClock(startMs: number = Date.now()): StandInClock {
  let base = startMs;
  let told = performance.now();
  return {
    now: () => base + Math.round(performance.now() - told),
    tell(epochMs) {
      base = epochMs;
      told = performance.now();
    },
  };
}
