import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { linesWithNewest } from '../../../src/counter/owner/linesWithNewest';

const PAID = '{"type":"order.paid"}';

/** A history of lines that hold an order or something else; reading is counted. */
function history(lines: readonly string[]) {
  return {
    reads: 0,
    head: () => ({ seq: lines.length, hash: '' }),
    async *lines(from: number, limit: number) {
      this.reads += 1;
      yield* lines.slice(from - 1, from - 1 + limit);
    },
  };
}

test('generated: the end of a history with the orders that are asked for, and hardly more of them', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.boolean(), fc.nat(30)), { maxLength: 60 }),
      fc.integer({ min: 1, max: 60 }),
      async (parts, orders) => {
        // Stretches of orders among stretches of letters and renewals.
        const all = parts.flatMap(([paid, count]) => Array.from({ length: count }, () => (paid ? PAID : 'else')));
        const journal = history(all);
        const found = await linesWithNewest(journal, orders);
        expect(found).toEqual(all.slice(all.length - found.length));
        const [has, could] = [found, all].map((lines) => lines.filter((line) => line === PAID).length);
        expect(has).toBeGreaterThanOrEqual(Math.min(orders, could ?? 0));
        expect(has).toBeLessThanOrEqual(orders + 100);
        // Twice as far each time, and no further than to the beginning.
        expect(journal.reads).toBeLessThanOrEqual(1 + Math.ceil(Math.log2(Math.max(1, all.length / (orders * 4)))));
      },
    ),
  );
});
