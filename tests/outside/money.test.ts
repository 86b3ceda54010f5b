import { expect, test } from '@jest/globals';
import currencyCodes from 'currency-codes';
import { allocate as dineroAllocate, dinero, toSnapshot } from 'dinero.js';
import { EUR } from 'dinero.js/currencies';
import fc from 'fast-check';
import { allocate, currencies, decimalsOf, sum } from '#core/money';

// Source: ISO 4217 minor units, by way of the `currency-codes` package.
test('decimals are those of ISO 4217', () => {
  const inUse = currencies();
  expect(inUse.size).toBeGreaterThan(140);
  const different = currencyCodes.data
    .filter((c) => inUse.has(c.code) && decimalsOf(c.code) !== c.digits)
    .map((c) => `${c.code}: ${decimalsOf(c.code)} here, ${c.digits} there`);
  expect(different).toEqual([]);
  expect(decimalsOf('JPY')).toBe(0);
  expect(decimalsOf('KWD')).toBe(3);
});

// Source: the `dinero.js` package, which also gives what is left over to earlier shares.
test('equal shares are those of dinero.js', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 99_999_999 }), fc.integer({ min: 1, max: 40 }), (total, n) => {
      const ratios = Array.from({ length: n }, () => 1);
      const theirs = dineroAllocate(dinero({ amount: total, currency: EUR }), ratios).map((d) => toSnapshot(d).amount);
      expect(allocate(total, ratios)).toEqual(theirs);
    }),
  );
});

// With unequal weights dinero.js gives remainders in order of shares, we by largest remainder: both sum to the whole, no share further than one unit apart.
test('unequal shares are within one unit of those of dinero.js', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 99_999_999 }),
      fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1, maxLength: 8 }),
      (total, ratios) => {
        const theirs = dineroAllocate(dinero({ amount: total, currency: EUR }), ratios).map(
          (d) => toSnapshot(d).amount,
        );
        const ours = allocate(total, ratios);
        expect(sum(ours)).toBe(sum(theirs));
        ours.forEach((share, i) => expect(Math.abs(share - (theirs[i] ?? 0))).toBeLessThanOrEqual(1));
      },
    ),
  );
});
