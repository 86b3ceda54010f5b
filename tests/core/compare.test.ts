import { expect, test } from '@jest/globals';
import { armOf } from '#core/paths';
import { type ArmFigures, boundAt, compareArms } from '#core/visits';

// Expectations come from the specification of comparing (2,000 pairs, 60 days, 300 visits a day each) and are simulated here
// by draws of the test's own.
const DAYS = 60;
const A_DAY = 300;

// Looked up once: in a test's own context each look at a global is slow.
const { imul } = Math;

/** Evenly from 0 to 1, the same each run: mulberry32. */
function random(seed: number): () => number {
  let s = seed;
  return () => {
    s = (s + 0x6d2b79f5) | 0;
    let t = imul(s ^ (s >>> 15), 1 | s);
    t = (t + imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** How many of `n` do something that each does with chance `p`: the binomial distribution, by its own sums. */
function binomial(n: number, p: number): (next: () => number) => number {
  const upTo: number[] = [];
  let [chance, sum] = [(1 - p) ** n, 0];
  for (let k = 0; k <= n; k += 1) {
    sum += chance;
    upTo.push(sum);
    chance *= ((n - k) / (k + 1)) * (p / (1 - p));
  }
  return (next) => {
    const at = next();
    const k = upTo.findIndex((all) => at < all);
    return k === -1 ? n : k;
  };
}

/**
 * Pairs of designs, looked at on each of the days: the share of them in which a difference is claimed on any, and how
 * often for the wrong one.
 * @param each what somebody pays who did; 1 where only that is counted
 */
function simulated(
  pairs: number,
  aDay: number,
  share: { a: number; b: number },
  each: (next: () => number) => number = () => 1,
) {
  const next = random(20_261_127);
  const doing = { a: binomial(aDay, share.a), b: binomial(aDay, share.b) };
  let [claimed, wrong] = [0, 0];
  for (let pair = 0; pair < pairs; pair += 1) {
    const arms: Record<'a' | 'b', ArmFigures> = {
      a: { came: 0, sum: 0, squares: 0 },
      b: { came: 0, sum: 0, squares: 0 },
    };
    let did = 0;
    for (let day = 1; day <= DAYS; day += 1) {
      for (const arm of ['a', 'b'] as const) {
        const of = arms[arm];
        of.came += aDay;
        for (let left = doing[arm](next); left > 0; left -= 1) {
          const x = each(next);
          of.sum += x;
          of.squares += x * x;
          did += 1;
        }
      }
      const verdict = compareArms(arms.a, arms.b, did, day);
      if (verdict.says !== 'better') continue;
      claimed += 1;
      if (verdict.arm === 'a') wrong += 1;
      break;
    }
  }
  return { claimed: claimed / pairs, wrong: wrong / pairs };
}

test('of 2,000 pairs without a difference, looked at daily for 60 days, at most 5 % ever claim one', () => {
  const alike = (share: number) => ({ a: share, b: share });
  expect(simulated(2_000, A_DAY, alike(0.1)).claimed).toBeLessThanOrEqual(0.05);
  // Rare things, and money that a few pay much of, are no easier to be wrong about.
  expect(simulated(2_000, 60, alike(0.02)).claimed).toBeLessThanOrEqual(0.05);
  const money = (next: () => number): number => Math.round(2_400 / (next() + 0.1));
  expect(simulated(2_000, 100, alike(0.06), money).claimed).toBeLessThanOrEqual(0.05);
});

test('10 % against 13 % at 300 visits a day each is found in at least 80 % within 60 days, and it is the right one', () => {
  const { claimed, wrong } = simulated(2_000, A_DAY, { a: 0.1, b: 0.13 });
  expect(claimed).toBeGreaterThanOrEqual(0.8);
  expect(wrong).toBeLessThanOrEqual(0.01);
});

test('the bound is wider than that of a test read once, and says by between what one is better', () => {
  // 1.96 standard errors is where a single look at 5 % would stand.
  for (const t of [200, 5_000, 100_000]) expect(boundAt(t)).toBeGreaterThan(1.96 * 1.3);
  const arm = (came: number, sum: number): ArmFigures => ({ came, sum, squares: sum });
  const verdict = compareArms(arm(5_000, 500), arm(5_000, 750), 1_250, 20);
  // 15 % less 10 %, give or take the bound at 10,000 of the error sqrt(0.09/5000 + 0.1275/5000) = 0.006595.
  expect(verdict).toMatchObject({ says: 'better', arm: 'b' });
  if (verdict.says !== 'better') throw new Error('not told');
  expect((verdict.from + verdict.to) / 2).toBeCloseTo(0.05, 6);
  expect(verdict.to - verdict.from).toBeCloseTo(2 * boundAt(10_000) * 0.0065955, 4);
  expect(compareArms(arm(99, 20), arm(5_000, 750), 770, 20)).toEqual({ says: 'too-few' });
  expect(compareArms(arm(400, 5), arm(400, 9), 14, 20)).toEqual({ says: 'too-few' });
  // As it looks it will be told one day; where both are alike it never will.
  const soon = compareArms(arm(2_000, 200), arm(2_000, 240), 440, 10);
  expect(soon).toMatchObject({ says: 'none-yet', moreDays: expect.any(Number) });
  expect(compareArms(arm(2_000, 200), arm(2_000, 200), 400, 10)).toEqual({ says: 'none-yet', moreDays: null });
});

test('which design a visitor sees is steady, split by share, and another matter for each comparison', () => {
  const seeds = Array.from({ length: 20_000 }, (_, i) => `v${i}`);
  const others = (id: string, share: number): Set<string> =>
    new Set(seeds.filter((seed) => armOf(seed, { id, share }) === 'b'));
  for (const share of [1, 30, 50, 99])
    expect(Math.abs(others('cmp_1', share).size / seeds.length - share / 100)).toBeLessThan(0.012);
  const [one, two] = [others('cmp_1', 50), others('cmp_2', 50)];
  const both = [...one].filter((seed) => two.has(seed)).length / seeds.length;
  expect(Math.abs(both - 0.25)).toBeLessThan(0.012);
  expect(others('cmp_1', 50)).toEqual(one);
});
