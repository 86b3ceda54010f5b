import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newShopState } from '#core/shop';
import type { DueItem } from '../../../src/core/engine/dueIndex';

/** The order of due work, written down once more: by moment, then charges, closings, mail; then by name. */
const STEPS = [
  ['return'],
  ['due', 'try'],
  ['charge-not-confirmed'],
  ['end', 'end-unpaid', 'grace', 'pass-expires'],
  ['amount', 'notice', 'session-near'],
];
const stepOf = (item: DueItem): number => STEPS.findIndex((kinds) => kinds.includes(item.what.kind));
const nameOf = ({ what }: DueItem): string =>
  'agreementId' in what
    ? `agreement ${what.agreementId}`
    : 'passId' in what
      ? `pass ${what.passId}`
      : 'sessionId' in what
        ? `session ${what.sessionId}`
        : `charge ${what.key}`;
const placeOf = (i: DueItem): string => [i.at, stepOf(i), i.what.kind, nameOf(i)].join(' ');
const first = (items: DueItem[]): DueItem | undefined =>
  [...items].sort((a, b) => (placeOf(a) < placeOf(b) ? -1 : 1))[0];

const at = fc.integer({ min: 0, max: 6 }).map((hour) => `2026-06-15T0${hour}:00:00.000Z`);
const id = fc.integer({ min: 0, max: 9 }).map(String);
const item: fc.Arbitrary<DueItem> = fc.oneof(
  fc.record({
    at,
    what: fc.record({
      kind: fc.constantFrom('due', 'try', 'return', 'grace', 'end-unpaid', 'end', 'notice', 'amount'),
      agreementId: id,
    }),
  }),
  fc.record({ at, what: fc.record({ kind: fc.constant('pass-expires' as const), passId: id }) }),
  fc.record({ at, what: fc.record({ kind: fc.constant('charge-not-confirmed' as const), key: id }) }),
);
const act = fc.oneof(
  { weight: 5, arbitrary: item },
  { weight: 2, arbitrary: fc.constant('pop' as const) },
  { weight: 1, arbitrary: id.map((agreementId) => ({ drop: agreementId })) },
);

test('each thing stands once, and the earliest comes first, whatever was set, dropped and taken before', () => {
  fc.assert(
    fc.property(fc.array(act, { maxLength: 200 }), (acts) => {
      const index = newShopState().due;
      const plain = new Map<string, DueItem>();
      for (const next of acts) {
        if (next === 'pop') {
          const expected = first([...plain.values()]);
          if (expected) plain.delete(nameOf(expected));
          expect(index.pop()).toEqual(expected);
        } else if ('drop' in next) {
          plain.delete(`agreement ${next.drop}`);
          index.drop({ kind: 'due', agreementId: next.drop });
        } else {
          plain.set(nameOf(next), next);
          index.set(next);
        }
        expect(index.size).toBe(plain.size);
        expect(index.peek()).toEqual(first([...plain.values()]));
      }
    }),
    { numRuns: 300 },
  );
});
