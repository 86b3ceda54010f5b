import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { foldAlike, layOutPath, PATH_SIZES } from '#core/drawing';
import { addStep, leadsTo, type Path } from '#core/paths';
import { softer } from '../../support/softerPath';

test('the stream runs along yes; the softer way hangs below and comes back in; where both answers lead is one way', () => {
  const { steps, ways } = layOutPath(softer(), { ...PATH_SIZES, width: 700 });
  expect(steps.map((s) => [s.step.id, s.column, s.lane])).toEqual([
    ['page', 0, 0],
    ['pay', 1, 0],
    ['walk', 2, 0],
    ['parts', 3, 1],
    ['thanks', 4, 0],
  ]);
  expect(ways.map((w) => [w.from, w.to, w.by, w.stream])).toEqual([
    ['page', 'pay', 'next', true],
    ['pay', 'walk', 'next', true],
    ['walk', 'thanks', 'yes', true],
    ['walk', 'parts', 'no', false],
    ['parts', 'thanks', 'yes', false],
  ]);
});

test('generated: however a path has grown and however little room there is, no two steps stand on each other and all stand inside', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(60), fc.constantFrom('yes', 'no')), { maxLength: 36 }),
      fc.integer({ min: 100, max: 1_600 }),
      (adds, width) => {
        let grown = softer();
        adds.forEach(([spot, by], n) => {
          const offers = grown.steps.filter((s) => s.kind === 'offer');
          const after = offers[spot % offers.length]?.id ?? '';
          grown = addStep(grown, { id: `n${n}`, kind: 'offer', pageId: `n${n}` }, { after, by });
        });
        const drawn = layOutPath(grown, { ...PATH_SIZES, width });
        expect(drawn.steps).toHaveLength(grown.steps.length);
        expect(new Set(drawn.steps.map(({ x, y }) => `${x}/${y}`)).size).toBe(grown.steps.length);
        expect(drawn.width).toBeLessThanOrEqual(Math.max(width, PATH_SIZES.narrowest));
        for (const { x, y } of drawn.steps) {
          expect(x > 0 && x < drawn.width && y > 0 && y < drawn.height).toBe(true);
        }
      },
    ),
    { numRuns: 150 },
  );
});

/** The path with so many pages in a row after its checkout. */
const withPages = (many: number): Path => {
  let path = softer();
  for (let n = many; n > 0; n -= 1)
    path = addStep(path, { id: `read${n}`, kind: 'page', pageId: `read${n}` }, { after: 'pay', by: 'next' });
  return path;
};
const NONE: ReadonlySet<string> = new Set();

test('of more than four alike in a row the middle is one, and leads on as they did; four are drawn as they are', () => {
  expect(foldAlike(withPages(4), NONE)).toEqual({ path: withPages(4), folds: [] });
  const { path, folds } = foldAlike(withPages(9), NONE);
  const middle = ['read2', 'read3', 'read4', 'read5', 'read6', 'read7', 'read8'];
  expect(folds).toEqual([{ at: 'read2', steps: middle }]);
  const next = (from: string) => leadsTo(path, from, 'next');
  expect([next('pay'), next('read1'), next('read2'), next('read9')]).toEqual(
    ['read1', 'read2', 'read9', 'walk'].map((id) => ({ kind: 'step', step: id })),
  );
  expect(layOutPath(path, { ...PATH_SIZES, width: 2_000 }).steps).toHaveLength(8);
  // One of them is in hand: all are seen.
  expect(foldAlike(withPages(9), new Set(['read5'])).folds).toEqual([]);
});

test('what is met by another way too, or parts there, is never within a fold', () => {
  const met = withPages(9);
  met.joins.push({ from: 'walk', by: 'button', block: 'b', to: { kind: 'step', step: 'read5' } });
  for (const { steps } of foldAlike(met, NONE).folds) expect(steps).not.toContain('read5');
  const parts = withPages(9);
  parts.joins.push({ from: 'read5', by: 'button', block: 'b', to: { kind: 'step', step: 'thanks' } });
  for (const { steps } of foldAlike(parts, NONE).folds) expect(steps).not.toContain('read5');
  const round = withPages(9);
  round.joins = round.joins.map((j) => (j.from === 'read9' ? { ...j, to: { kind: 'step', step: 'read1' } } : j));
  expect(() => foldAlike(round, NONE)).not.toThrow();
});
