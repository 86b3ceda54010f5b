import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { afterEach, beforeAll, beforeEach, expect, jest, test } from '@jest/globals';
import type { Collection, WhereClause } from 'dexie';
import fc from 'fast-check';
import type { Batch } from '#core/journal';
import type { RowsMade } from '../../../src/studio/data/db';
import { feesProjection, projection, PROJECTIONS } from '#core/shop';
import { longRun } from '../../support/longRun';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { Dexie } = await import('dexie');
const { db } = await import('../../../src/studio/data/db');
const { inPieces, readLines } = await import('../../../src/studio/data/history');
const { NO_LINE, writeCursor } = await import('../../../src/studio/data/cursor');
const { MIRRORED, takeLines } = await import('../../../src/studio/data/mirrorRows');
const { forgetProjections, moveProjections, readProjected } = await import('../../../src/studio/data/projected');
const { makeRowsAnew, rowsAreOutdated } = await import('../../../src/studio/data/rowsAnew');
const { newestNow, shareMadeAnew } = await import('../../../src/studio/data/queries/newest');
const { kept } = await import('../../../src/studio/data/kept');
const { KeysHeld } = await import('../../../src/studio/data/keysHeld');
const { readPiece } = await import('../../../src/studio/data/smallOrders');

const hashOf = (line: string): string => createHash('sha256').update(line).digest('hex');

/** Lines as a history of their own: each names the one before it. */
function chained(some: readonly string[]): string[] {
  let prev = NO_LINE.hash;
  return some.map((line) => {
    const own = JSON.stringify({ ...(JSON.parse(line) as object), prev });
    prev = hashOf(own);
    return own;
  });
}

/** A history as this browser holds it. */
async function holds(lines: readonly string[], sizes: readonly number[] = [1_000]): Promise<void> {
  await db.history.clear();
  let from = 1;
  for (let i = 0; from <= lines.length; i++) {
    const some = lines.slice(from - 1, from - 1 + (sizes[i % sizes.length] ?? 1));
    await db.history.bulkPut(inPieces(some, from));
    from += some.length;
  }
  await writeCursor({ seq: lines.length, hash: hashOf(lines.at(-1) ?? '') });
}

/** How often each kind of fact was met, by the day. */
const met = (version: number, times = 1) =>
  projection<{ days: { day: string; count: number } }>({
    name: 'met',
    version,
    tables: { days: 'day' },
    facts: ['order.paid', 'pass.closed'],
    async move(rows, batches) {
      for (const { at, events } of batches) {
        const day = at.slice(0, 10);
        const own = events.filter(({ type }) => type === 'order.paid' || type === 'pass.closed').length;
        const [known] = await rows.get('days', [day]);
        if (own > 0) await rows.put('days', [{ day, count: (known?.count ?? 0) + own * times }]);
      }
    },
  });

/** The same, from the text of the lines and by nothing that the program has. */
function metIn(lines: readonly string[], times = 1): Record<string, number> {
  const days: Record<string, number> = {};
  for (const line of lines) {
    const { at, events } = JSON.parse(line) as { at: string; events: { type: string }[] };
    for (const { type } of events)
      if (type === 'order.paid' || type === 'pass.closed') days[at.slice(0, 10)] = (days[at.slice(0, 10)] ?? 0) + times;
  }
  return days;
}

const readMet = (of: ReturnType<typeof met>) =>
  readProjected(of, async ({ days }) =>
    Object.fromEntries((await days.toArray()).map(({ day, count }) => [day, count])),
  );

let batches: readonly Batch[];
let lines: string[];
beforeAll(async () => {
  ({ batches } = await longRun({ seed: 3, buyers: 12, years: 1, zone: 'Europe/Lisbon' }));
  lines = chained(batches.map((batch) => JSON.stringify(batch)));
});
beforeEach(async () => {
  await Promise.all(db.tables.map((table) => table.clear()));
  await forgetProjections([]);
});
afterEach(() => void jest.restoreAllMocks());

test('however the history came, and wherever it was cut short, each batch counts once', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 5 }),
      fc.array(fc.integer({ min: 0, max: lines.length }), { minLength: 1, maxLength: 4 }),
      async (sizes, ends) => {
        await forgetProjections([]);
        const counted = met(1);
        for (const end of [...ends.sort((a, b) => a - b), lines.length]) {
          await holds(lines.slice(0, end), sizes);
          await moveProjections([counted], end === lines.length);
        }
        expect(await readMet(counted)).toEqual({ whole: true, value: metIn(lines) });
      },
    ),
    { numRuns: 20 },
  );
});

test('until the whole history is here nothing is said, only how far it is', async () => {
  const counted = met(1);
  await holds(lines.slice(0, 100), [50]);
  expect(await readMet(counted)).toEqual({ whole: false, share: 0, failed: false });
  await moveProjections([counted], false);
  expect(await readMet(counted)).toEqual({ whole: false, share: 1, failed: false });
  await moveProjections([counted], true);
  expect(await readMet(counted)).toEqual({ whole: true, value: metIn(lines.slice(0, 100)) });
  // A long absence: the newest orders stand in for all that is still to come.
  await db.newest.put({ orders: [], passes: [], refunds: [], agreements: [], people: [] }, 'here');
  expect(await readMet(counted)).toMatchObject({ whole: false });
});

test('a new version is made from the history here while the others answer; what was made by the old one is gone', async () => {
  const [old, other] = [met(1), feesProjection];
  await holds(lines);
  await moveProjections([old, other], true);
  const stores = async () => (await Dexie.getDatabaseNames()).filter((name) => name.startsWith('clear-keel.of.'));
  expect((await stores()).sort()).toEqual(['clear-keel.of.fees.1', 'clear-keel.of.met.1']);
  const changed = met(2, 10);
  // The window is closed half-way.
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  let moves = 0;
  const closing = projection<{ days: { day: string; count: number } }>({
    ...changed,
    move: (rows, some) => (++moves === 2 ? Promise.reject(new Error('closed')) : changed.move(rows, some)),
  });
  await holds(lines, [200]);
  await moveProjections([closing, other], true);
  const half = await readMet(changed);
  expect(half.whole ? 1 : half.share).toBeLessThan(1);
  expect(await readProjected(other, ({ fees }) => fees.count())).toEqual({ whole: true, value: 0 });
  await moveProjections([changed, other], true);
  expect(await readMet(changed)).toEqual({ whole: true, value: metIn(lines, 10) });
  expect((await stores()).sort()).toEqual(['clear-keel.of.fees.1', 'clear-keel.of.met.2']);
});

test('one that throws says so, keeps no other from going on, and goes on where it was once it can', async () => {
  const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  let throws = true;
  const counted = met(1);
  let moves = 0;
  const failing = projection<{ days: { day: string; count: number } }>({
    ...counted,
    async move(rows, some) {
      await counted.move(rows, some);
      if (throws && ++moves === 2) throw new Error('cannot');
    },
  });
  const other = projection({ ...met(1), name: 'other' });
  await holds(lines, [100]);
  await moveProjections([failing, other], true);
  expect(await readMet(failing)).toMatchObject({ whole: false, failed: true });
  expect(await readMet(other)).toEqual({ whole: true, value: metIn(lines) });
  expect(told).toHaveBeenCalledTimes(1);
  throws = false;
  await moveProjections([failing, other], true);
  expect(await readMet(failing)).toEqual({ whole: true, value: metIn(lines) });
});

test('another history in its place, a shorter one or none: nothing of the former is left', async () => {
  const counted = met(1);
  await holds(lines);
  await moveProjections([counted], true);
  const others = chained(lines.slice(40, 140));
  await holds(others);
  await moveProjections([counted], true);
  expect(await readMet(counted)).toEqual({ whole: true, value: metIn(others) });
  await forgetProjections([counted]);
  expect(await readMet(counted)).toMatchObject({ whole: false, share: 0 });
});

test('a copy put in its place while a projection is under way: nothing of both is mixed', async () => {
  const counted = met(1);
  const others = chained(lines.slice(40));
  let moves = 0;
  const meanwhile = projection<{ days: { day: string; count: number } }>({
    ...counted,
    async move(rows, some) {
      await counted.move(rows, some);
      moves += 1;
    },
  });
  await holds(lines, [100]);
  // After its second piece, before the next is read, another window puts another history there.
  const where = db.history.where.bind(db.history) as (index: string) => WhereClause;
  let replaced = false;
  const last = async (of: Collection): Promise<unknown> => {
    if (moves === 2 && !replaced) {
      replaced = true;
      await holds(others, [100]);
    }
    return of.last();
  };
  jest.spyOn(db.history, 'where').mockImplementation(((index: string) => ({
    belowOrEqual: (seq: number) => ({ last: () => last(where(index).belowOrEqual(seq)) }),
  })) as never);
  await moveProjections([meanwhile], true);
  jest.restoreAllMocks();
  expect(replaced).toBe(true);
  await moveProjections([counted], true);
  expect(await readMet(counted)).toEqual({ whole: true, value: metIn(others) });
});

test('fees: each movement by its id with its payout, as a landed history tells them', async () => {
  const story = gunzipSync(readFileSync('tests/golden/journals/2026-12-02-story.jsonl.gz'))
    .toString()
    .trim()
    .split('\n');
  const told = story.flatMap((line) =>
    (JSON.parse(line) as { events: { type: string; data: { id: string } }[] }).events.filter(
      ({ type }) => type === 'fee.taken',
    ),
  );
  expect(told.length).toBeGreaterThan(0);
  const back = {
    type: 'fee.taken',
    v: 1,
    data: { of: 'refund', id: 'r9', amount: -25, currency: 'EUR', payout: null },
  };
  told.push(back);
  const later = { ...(JSON.parse(story.at(-1) ?? '') as { seq: number }), events: [back] };
  await holds([...story, JSON.stringify({ ...later, seq: later.seq + 1, prev: hashOf(story.at(-1) ?? '') })]);
  await moveProjections(PROJECTIONS, true);
  const read = await readProjected(feesProjection, ({ fees }) => fees.toArray());
  expect(read).toEqual({
    whole: true,
    value: expect.arrayContaining(told.map(({ data }) => expect.objectContaining(data))),
  });
});

/** All that the mirror holds but where it stands. */
const rows = async (): Promise<unknown> => {
  const sorted = (some: { id: string }[]) => some.sort((a, b) => (a.id < b.id ? -1 : 1));
  return JSON.parse(
    JSON.stringify({
      orders: sorted(await kept.orders.all()),
      passes: sorted(await kept.passes.all()),
      people: sorted(await kept.people.all()),
      small: (await db.small.toArray()).flatMap(({ orders }) => readPiece(orders)).sort((a, b) => a.number - b.number),
      rest: await Promise.all(
        [db.charges, db.refunds, db.totals, db.agreements, db.laterPayments].map((t) => t.toArray()),
      ),
      history: (await db.history.toArray()).flatMap((piece) => piece.lines),
    }),
  );
};

test('rows of another version are made anew from the history here, with nobody asked, even cut short', async () => {
  const people = [
    ...new Set(
      readLines(lines).flatMap(({ events }) =>
        events.flatMap((e) => (e.type === 'order.paid' ? [e.data.personId] : [])),
      ),
    ),
  ];
  let at = NO_LINE;
  const keys = new KeysHeld();
  for (let i = 0; i < lines.length; i += 120) {
    const some = lines.slice(i, i + 120);
    const named =
      i === 0 ? people.map((id) => ({ id, rev: 1, name: `Buyer ${id}`, address: `${id}@example.org` })) : [];
    const taken = await takeLines(
      { lines: some, batches: batches.slice(i, i + 120), people: named, hash: hashOf(some.at(-1) ?? '') },
      at,
      keys,
    );
    at = taken?.cursor ?? at;
  }
  expect(await rowsAreOutdated()).toBe(false);
  const before = await rows();

  // As an older version left them: its rows say something else.
  const [first] = await kept.orders.all();
  if (!first) throw new Error('No order');
  await db.orders.put({ ...first, paid: 1, title: 'of another version' });
  await db.totals.clear();
  const asked = jest.spyOn(globalThis, 'fetch');
  expect(await rowsAreOutdated(2)).toBe(true);
  let cut = 0;
  const put = db.made.put.bind(db.made);
  const spied = jest.spyOn(db.made, 'put').mockImplementation((...all) => {
    if (++cut === 4) throw new Error('the window was closed');
    return put(...all);
  });
  await expect(makeRowsAnew(2)).rejects.toThrow('closed');
  spied.mockRestore();
  expect(await rowsAreOutdated(2)).toBe(true);
  const share = await shareMadeAnew();
  expect(share).toBeGreaterThan(0);
  expect(share).toBeLessThan(1);
  expect((await newestNow())?.orders.length).toBeGreaterThan(0);
  await makeRowsAnew(2);
  expect([await rowsAreOutdated(2), await shareMadeAnew(), await newestNow()]).toEqual([false, null, undefined]);
  expect(await rows()).toEqual(before);
  expect(asked).not.toHaveBeenCalled();

  // A copy that another window puts in place of everything meanwhile brings its own rows: nothing is moved on top of them.
  let turns = 0;
  const again = jest.spyOn(db.made, 'put').mockImplementation((async (row: RowsMade, key: 'rows') => {
    const done = await put(row, key);
    turns += 1;
    if (turns === 2) await put({ version: 3, ...NO_LINE }, 'rows');
    return done;
  }) as never);
  await makeRowsAnew(3);
  again.mockRestore();
  expect(turns).toBe(2);
  expect(await db.made.get('rows')).toEqual({ version: 3, ...NO_LINE });
  expect(MIRRORED).toContain(db.made);
});
