import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addMs, HOUR } from '#core/calendar';
import { fact } from '#core/journal';
import { standingByPasses } from '#core/opening';
import { isOpen, type Pass } from '#core/passes';
import { newShopState } from '#core/shop';
import { evolve } from '../../../src/core/shop/rules';

const START = '2026-06-15T08:00:00.000Z';
const hour = (n: number): string => addMs(START, n * HOUR);

// What happens to up to three passes of one person to one product, hour by hour; whether one was open is asked of the
// passes as they stood in that hour, by the rule that doors follow.
const act = fc.record({
  after: fc.integer({ min: 1, max: 30 }),
  pass: fc.nat(2),
  what: fc.constantFrom('held', 'held-too', 'released', 'released-too', 'closed'),
});
const passArb = fc.record({ from: fc.nat(40), lasts: fc.option(fc.integer({ min: 1, max: 120 }), { nil: null }) });

test('generated: what was missed is every hour in which no pass was open, and nothing else', () => {
  fc.assert(
    fc.property(fc.array(passArb, { minLength: 1, maxLength: 3 }), fc.array(act, { maxLength: 14 }), (seeds, acts) => {
      const state = newShopState();
      const happens = new Map<number, (() => void)[]>();
      const at = (n: number, does: () => void): void => void happens.set(n, [...(happens.get(n) ?? []), does]);
      seeds.forEach(({ from, lasts }, i) =>
        at(from, () =>
          evolve(
            state,
            fact('pass.opened', {
              pass: {
                id: `p${i}`,
                personId: 'u',
                productId: 'prd',
                cause: { kind: 'gift', reason: 'a test' },
                from: hour(from),
                until: lasts === null ? null : hour(from + lasts),
              },
            }),
            hour(from),
          ),
        ),
      );
      let n = 0;
      for (const { after, pass, what } of acts) {
        const when = (n += after);
        const passId = `p${pass % seeds.length}`;
        const why = what.endsWith('too') ? ('dispute:d' as const) : ('behind' as const);
        at(when, () => {
          const it = state.passes.get(passId);
          if (!it || it.closed) return;
          if (what === 'closed') evolve(state, fact('pass.closed', { passId, why: 'refund', dueAt: null }), hour(when));
          else if (what.startsWith('held')) evolve(state, fact('pass.held', { passId, why }), hour(when));
          else evolve(state, fact('pass.released', { passId, why }), hour(when));
        });
      }
      const last = n + 60;
      const wasOpen: boolean[] = [];
      for (let h = 0; h <= last; h += 1) {
        for (const does of happens.get(h) ?? []) does();
        wasOpen.push([...state.passes.values()].some((p: Pass) => isOpen(p, hour(h))));
      }
      const told = standingByPasses([...state.passes.values()], hour(last));
      const first = wasOpen.indexOf(true);
      if (first === -1) return void expect(told?.shut.every((s) => s.to === null) ?? true).toBe(true);
      expect(told?.first).toBe(hour(first));
      const isShut = (h: number): boolean =>
        told?.shut.some((s) => s.from <= hour(h) && (s.to === null || hour(h) < s.to)) === true;
      for (let h = first; h <= last; h += 1) expect([h, isShut(h)]).toEqual([h, !wasOpen[h]]);
    }),
    { numRuns: 150 },
  );
});

test('a pass that has not begun is none yet', () => {
  expect(standingByPasses([], hour(0))).toBeNull();
});
