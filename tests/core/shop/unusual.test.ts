import { expect, test } from '@jest/globals';
import { muchFetched } from '#core/shop';

/** Passes p0, p1, … to one product, with how often files of each were fetched. */
const shopWith = (...fetched: number[][]) => ({
  passes: new Map(fetched.map((_, i) => [`p${i}`, { id: `p${i}`, personId: `u${i}`, productId: 'prd' } as never])),
  fileUses: new Map(
    fetched.flatMap((counts, i) =>
      counts.map((count, f) => [`p${i}/f${f}`, { count, windowStart: '2026-06-15T08:00:00.000Z' }] as const),
    ),
  ),
});

test('more than double of what is usual for the same thing, and not among a few, nor of little', () => {
  const usual = [[1, 1, 1], [2, 1], [3], [1, 1], [4]];
  expect(muchFetched(shopWith(...usual, [3, 4]))).toMatchObject([{ personId: 'u5', fetched: 7, usual: 3 }]);
  // Exactly double is not more than that.
  expect(muchFetched(shopWith(...usual, [3, 3]))).toEqual([]);
  expect(muchFetched(shopWith([1], [1], [1], [9]))).toEqual([]);
  expect(muchFetched(shopWith([1], [1], [1], [1], [5]))).toEqual([]);
  expect(muchFetched(shopWith([1], [1], [1], [1], [6]))).toMatchObject([{ fetched: 6, usual: 1 }]);
  // Whoever fetched nothing is not counted among those who did.
  expect(muchFetched(shopWith(...usual.map(() => []), [9]))).toEqual([]);
});
