import { expect, test } from '@jest/globals';
import { severalRun } from '../../support/severalRun';

test.each([1, 2, 3, 4, 5])('doors and sums are what the model says, seed %i', async (seed) => {
  const { state, acts } = await severalRun(seed);
  expect(state.orders.size).toBeGreaterThan(30);
  for (const what of ['bought', 'offered', 'refunded', 'disputed', 'won', 'lost', 'killed'])
    expect([what, (acts.get(what) ?? 0) > 0]).toEqual([what, true]);
});
