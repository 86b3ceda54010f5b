import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';

const { Dexie } = await import('dexie');
const { KeptRows } = await import('../../../src/studio/data/keptRows');

interface Row {
  id: string;
  owner: string;
  said: number;
}

const IDS = Array.from({ length: 60 }, (_, i) => `r${i}`);
const rowsSaying = (said: number): Row[] => IDS.map((id) => ({ id, owner: 'a', said }));

/** Each way to read more than one row. */
const READ: [string, (rows: InstanceType<typeof KeptRows<Row, 'owner'>>) => Promise<(Row | undefined)[]>][] = [
  ['by their ids', (rows) => rows.byIds(IDS)],
  ['by very many ids', (rows) => rows.byIds(IDS, 5)],
  ['by whose they are', (rows) => rows.having('owner', ['a', 'b'])],
  ['by very many owners', (rows) => rows.having('owner', ['a', 'b'], 1)],
  ['all of them', (rows) => rows.all()],
];

test.each(READ)(
  'rows that leave their pieces while they are read %s: each is there once, all of one moment',
  async (name, read) => {
    const store = new Dexie(`moving-${name}`);
    store.version(1).stores({ singles: 'id, owner', pieces: '++piece, *ids, *marks.owner' });
    const rows = new KeptRows<Row, 'owner'>(store.table('singles'), store.table('pieces'), ['owner']);
    await rows.put(rowsSaying(0), new Set());
    let now = 0;
    let isOver = false;
    const moving = (async () => {
      while (now < 40) {
        await rows.put(rowsSaying(now + 1), null);
        now += 1;
        // Back into pieces, as if it had just been copied.
        if (now % 2 === 0)
          await store.transaction('rw', rows.singles, rows.pieces, async () => {
            await Promise.all([rows.singles.clear(), rows.pieces.clear()]);
            await rows.put(rowsSaying(now), new Set());
          });
      }
      isOver = true;
    })();
    let reads = 0;
    while (!isOver) {
      const found = await read(rows);
      reads += 1;
      expect(found.map((row) => row?.id).sort()).toEqual([...IDS].sort());
      expect(new Set(found.map((row) => row?.said)).size).toBe(1);
      await new Promise((resolve) => setTimeout(resolve));
    }
    await moving;
    expect(reads).toBeGreaterThan(5);
    store.close();
  },
);
