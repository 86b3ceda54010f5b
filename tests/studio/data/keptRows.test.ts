import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';

const { Dexie } = await import('dexie');
const { KeptRows } = await import('../../../src/studio/data/keptRows');

interface Row {
  id: string;
  owner: string;
  said: number;
  alone?: 1;
}

let stores = 0;

/** An empty store of its own. */
function empty() {
  stores += 1;
  const store = new Dexie(`kept-${stores}`);
  store.version(1).stores({ singles: 'id, owner', pieces: '++piece, *ids, *marks.owner' });
  const rows = new KeptRows<Row, 'owner'>(store.table('singles'), store.table('pieces'), ['owner'], (row) =>
    Boolean(row.alone),
  );
  return { store, rows };
}

const aRow = fc.record(
  { id: fc.integer({ min: 1, max: 90 }).map(String), owner: fc.constantFrom('a', 'b', 'c'), said: fc.nat(9) },
  { requiredKeys: ['id', 'owner', 'said'] },
);
/** What is written together names a row once. */
const written = fc.record({
  rows: fc.uniqueArray(aRow, { minLength: 10, maxLength: 70, selector: ({ id }) => id }),
  alone: fc.boolean(),
});

test('generated: whether rows stand in pieces or by themselves, they read as the last that was written of each', async () => {
  let pieced = 0;
  let moved = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.array(written, { minLength: 2, maxLength: 6 }),
      fc.integer({ min: 1, max: 5 }),
      async (writes, known) => {
        const { store, rows } = empty();
        const plain = new Map<string, Row>();
        const held = new Set<string>();
        for (const [turn, { rows: some, alone }] of writes.entries()) {
          const own = some.map((row, i) => (alone && i % 2 === 0 ? { ...row, alone: 1 as const } : row));
          // From some time on it is not known any more what is here.
          await rows.put(own, turn < known ? held : null);
          for (const row of own) {
            plain.set(row.id, row);
            held.add(row.id);
          }
        }
        const sorted = (all: readonly Row[]): Row[] => [...all].sort((a, b) => Number(a.id) - Number(b.id));
        expect(sorted(await rows.all())).toEqual(sorted([...plain.values()]));
        const asked = ['0', ...Array.from({ length: 90 }, (_, i) => String(90 - i))];
        for (const oneByOne of [1_000, 5])
          expect(await rows.byIds(asked, oneByOne)).toEqual(asked.map((id) => plain.get(id)));
        expect(await rows.get('7')).toEqual(plain.get('7'));
        for (const owners of [['a'], ['b', 'c'], ['nobody']])
          for (const oneByOne of [2, 0])
            expect(sorted(await rows.having('owner', owners, oneByOne))).toEqual(
              sorted([...plain.values()].filter(({ owner }) => owners.includes(owner))),
            );
        for (const { owner } of plain.values()) expect(await rows.valuesOf('owner')).toContain(owner);
        const inPieces = (await rows.pieces.toArray()).flatMap((piece) => piece.rows);
        expect(inPieces.every((row) => row.alone === undefined)).toBe(true);
        pieced += inPieces.length;
        const alone = new Set(await rows.singles.toCollection().primaryKeys());
        moved += inPieces.filter(({ id }) => alone.has(id)).length;
        store.close();
      },
    ),
    { numRuns: 60 },
  );
  // Both ways were walked.
  expect(Math.min(pieced, moved)).toBeGreaterThan(100);
});

test('a few rows stand by themselves, and so does every one where it is not known what is here', async () => {
  const { rows } = empty();
  const some = (from: number, count: number): Row[] =>
    Array.from({ length: count }, (_, i) => ({ id: `r${from + i}`, owner: 'a', said: 0 }));
  await rows.put(some(0, 9), new Set());
  await rows.put(some(100, 200), null);
  expect([await rows.singles.count(), await rows.pieces.count()]).toEqual([209, 0]);
  await rows.put(some(1_000, 24), new Set());
  expect((await rows.pieces.toArray()).map(({ ids }) => ids.length)).toEqual([10, 10, 4]);
});
