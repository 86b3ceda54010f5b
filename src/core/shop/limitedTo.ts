/** Lets so many through at once; the others wait in the order they came. */
export function limitedTo(most: number): { take(): Promise<void>; give(): void } {
  let free = most;
  /** Those before `first` have gone; they are cut off together, for taking one off the front moves all the others. */
  let waiting: (() => void)[] = [];
  let first = 0;
  return {
    take: () => {
      if (free > 0) {
        free -= 1;
        return Promise.resolve();
      }
      return new Promise((resolve) => waiting.push(resolve));
    },
    give: () => {
      const next = waiting[first];
      if (!next) free += 1;
      else {
        first += 1;
        if (first * 2 > waiting.length) {
          waiting = waiting.slice(first);
          first = 0;
        }
        next();
      }
    },
  };
}
