import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { layOutPath, PATH_SIZES } from '#core/drawing';
import { addStep } from '#core/paths';
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
