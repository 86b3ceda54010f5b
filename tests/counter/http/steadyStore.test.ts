import { expect, test } from '@jest/globals';
import { steadyStore } from '../../../src/counter/http/steadyStore';

test('tries are counted against steady time: a wall clock that goes back keeps nobody out', () => {
  let steady = 0;
  const store = steadyStore(60_000, () => steady);
  const TrueDate = Date;
  const wall = (ms: number): void => {
    globalThis.Date = class extends TrueDate {
      static override now = (): number => ms;
    } as DateConstructor;
  };
  try {
    wall(10_000_000);
    for (let i = 1; i <= 5; i += 1) expect(store.increment('a')).toMatchObject({ totalHits: i });
    expect(store.increment('b')).toMatchObject({ totalHits: 1, resetTime: new TrueDate(10_060_000) });
    // An hour back: what is said of the end moves with it, and it ends when a minute has gone by.
    wall(10_000_000 - 3_600_000);
    steady = 59_999;
    expect(store.increment('a')).toMatchObject({ totalHits: 6, resetTime: new TrueDate(6_400_001) });
    steady = 60_000;
    expect(store.hitsOf('a')).toBe(0);
    expect(store.increment('a')).toMatchObject({ totalHits: 1 });
    void store.decrement('a');
    expect(store.hitsOf('a')).toBe(0);
  } finally {
    globalThis.Date = TrueDate;
  }
});
