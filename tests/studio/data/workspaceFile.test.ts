import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { type Batch, fact } from '#core/journal';
import type { PersonRecord } from '#core/people';
import { lastingRelease, longRun } from '../../support/longRun';
import { release } from '../../support/release';

const { db } = await import('../../../src/studio/data/db');
const { inPieces } = await import('../../../src/studio/data/history');
const { NO_LINE, writeCursor } = await import('../../../src/studio/data/cursor');
const { takeLines } = await import('../../../src/studio/data/mirrorRows');
const { kept } = await import('../../../src/studio/data/kept');
const { KeysHeld } = await import('../../../src/studio/data/keysHeld');
const { readPiece } = await import('../../../src/studio/data/smallOrders');
const { largeFiles, openCopy, putBack, takeCopy, NotACopy } = await import('../../../src/studio/data/workspaceFile');

const isKept = (name: string): name is keyof typeof kept => name in kept;
const everything = async (): Promise<string> =>
  JSON.stringify(
    await Promise.all(
      db.tables.map(async (t) => [
        t.name,
        t.name === 'files'
          ? await Promise.all((await db.files.toArray()).map(async (f) => [f.sha256, await f.blob.text()]))
          : t.name === 'history'
            ? // In whatever pieces they came.
              (await db.history.toArray()).flatMap(({ lines }) => lines)
            : t.name.endsWith('Pieces')
              ? null
              : isKept(t.name)
                ? (await kept[t.name].all()).sort((a, b) => (a.id < b.id ? -1 : 1))
                : await t.toArray(),
      ]),
    ),
  );

beforeEach(async () => {
  await Promise.all(db.tables.map((t) => t.clear()));
  const bytes = 'six calls'.repeat(50_000);
  const name = createHash('sha256').update(bytes).digest('hex');
  const live = release();
  const line = JSON.stringify({
    seq: 1,
    at: '2026-06-15T08:00:00.000Z',
    prev: '0'.repeat(64),
    events: [fact('release.published', { release: 1, basedOn: null, parts: [] })],
  });
  await db.files.put({ sha256: name, blob: new Blob([bytes]) });
  await db.documents.bulkPut(
    live.content.products.map((doc, made) => ({ key: `product/${doc.id}`, kind: 'product' as const, made, doc })),
  );
  await db.steps.put({ key: 'product/x', done: [{ field: 'title', at: 1, undo: [], redo: [] }], undone: [] });
  await db.people.put({ id: 'u1', rev: 1, name: 'Tøve مرحبا 🐦', address: 'tove@example.org' });
  await db.history.bulkPut(inPieces([line]));
  await db.meta.bulkPut([{ name: 'live', value: live }]);
  await writeCursor({ seq: 1, hash: createHash('sha256').update(line).digest('hex') });
});

const hashOf = (line: string): string => createHash('sha256').update(line).digest('hex');

/** A history taken into the mirror as a browser does: some lines at a time. @returns how many it then holds */
async function copied(batches: readonly Batch[], people: PersonRecord[], keys = new KeysHeld()): Promise<number> {
  let at = NO_LINE;
  for (let i = 0; i < batches.length; i += 200) {
    const some = batches.slice(i, i + 200);
    const lines = some.map((batch) => JSON.stringify(batch));
    const own = i === 0 ? people : [];
    const taken = await takeLines({ lines, batches: some, people: own, hash: hashOf(lines.at(-1) ?? '') }, at, keys);
    if (!taken) break;
    at = taken.cursor;
  }
  return at.seq;
}

test('out of one browser and into an empty one: identical, years of payment plans and subscriptions too', async () => {
  const live = lastingRelease('Europe/Lisbon');
  const { batches } = await longRun({ seed: 5, buyers: 40, years: 1, zone: 'Europe/Lisbon' });
  await Promise.all([db.history, db.cursor, db.people].map((t) => t.clear()));
  await db.meta.bulkPut([{ name: 'live', value: live }]);
  const buyers = [
    ...new Set(batches.flatMap((b) => b.events.flatMap((e) => (e.type === 'order.paid' ? [e.data.personId] : [])))),
  ];
  const people = buyers.map((id) => ({ id, rev: 1, name: `Buyer ${id}`, address: `${id}@example.org` }));
  expect(await copied(batches, people)).toBe(batches.length);
  expect(
    Math.min(await db.agreements.count(), await db.laterPayments.count(), await db.totals.count()),
  ).toBeGreaterThan(20);
  const before = await everything();
  const copy = await takeCopy(new Date('2026-06-15T08:00:00Z'));
  await Promise.all(db.tables.map((t) => t.clear()));
  await putBack(await openCopy(copy));
  // Compared by text, and said briefly: the whole would fill the screen.
  expect((await everything()) === before).toBe(true);
  const small = (await db.small.toArray()).flatMap((piece) => readPiece(piece.orders));
  expect(small.map(({ id }) => id).sort()).toEqual((await kept.orders.all()).map(({ id }) => id).sort());
  // Most of it came many at once.
  expect(await db.orderPieces.count()).toBeGreaterThan(0);
  expect(small.every(({ who }) => who.startsWith('buyer '))).toBe(true);
});

test('large files are named and left out unless they are asked for; put back, those that are here stay', async () => {
  const small = new Blob(['a card']);
  await db.files.put({ sha256: 'a'.repeat(64), blob: small });
  const [big] = (await db.files.toArray()).filter(({ blob }) => blob.size > 1_000);
  if (!big) throw new Error('no file');
  expect(await largeFiles(1_000)).toEqual({ count: 1, bytes: big.blob.size });
  const when = new Date('2026-06-15T08:00:00Z');
  const without = await takeCopy(when, { over: 1_000 });
  expect(without.size).toBeLessThan((await takeCopy(when, { over: 1_000, large: true })).size - big.blob.size / 2);
  // Its name is that of its bytes, which the one above has not.
  await db.files.delete('a'.repeat(64));
  const copy = await openCopy(await takeCopy(when, { over: 1_000 }));
  expect(copy.header).toMatchObject({ files: 0, left: [{ sha256: big.sha256, bytes: big.blob.size }] });
  expect([...copy.files.keys()]).toEqual([]);
  await putBack(copy);
  expect((await db.files.get(big.sha256))?.blob.size).toBe(big.blob.size);
  // In another browser it is not there, and everything else is.
  await Promise.all(db.tables.map((t) => t.clear()));
  await putBack(copy);
  expect([await db.files.count(), await db.documents.count()]).toEqual([0, copy.header.documents]);
  // A copy of before this knows nothing of it.
  expect((await openCopy(await takeCopy(when))).header.left).toBeUndefined();
});

test('a copy that is put in place while a history is being copied: what comes of that one goes nowhere', async () => {
  const { batches } = await longRun({ seed: 6, buyers: 10, years: 1, zone: 'Europe/Lisbon' });
  const copy = await takeCopy(new Date('2026-06-15T08:00:00Z'));
  await Promise.all(db.tables.map((t) => t.clear()));
  const half = Math.floor(batches.length / 2);
  const keys = new KeysHeld();
  const at = await copied(batches.slice(0, half), [], keys);
  await putBack(await openCopy(copy));
  const before = await everything();
  const lines = batches.slice(half).map((batch) => JSON.stringify(batch));
  const rest = { lines, batches: batches.slice(half), people: [], hash: hashOf(lines.at(-1) ?? '') };
  const last = JSON.stringify(batches[half - 1]);
  expect(await takeLines(rest, { seq: at, hash: hashOf(last) }, keys)).toBeNull();
  // Also where both histories are of one length.
  expect(await takeLines(rest, { seq: 1, hash: hashOf(last) }, keys)).toBeNull();
  expect((await everything()) === before).toBe(true);
});

describe('bad files change nothing and say so', () => {
  const damaged: [string, (copy: Uint8Array) => Uint8Array][] = [
    ['not a zip', () => strToU8('hello')],
    ['empty', () => new Uint8Array(0)],
    ['another zip', () => zipSync({ 'a.txt': strToU8('x') })],
    ['cut off', (copy) => copy.slice(0, Math.floor(copy.length / 2))],
    [
      'a file changed',
      (copy) => {
        const at = Buffer.from(copy).lastIndexOf('six calls');
        copy[at] = 0x58;
        return copy;
      },
    ],
    ['a newer format', () => zipSync({ 'workspace.json': strToU8('{"format":9}') })],
  ];
  test.each(damaged)('%s', async (_name, damage) => {
    const before = await everything();
    const copy = damage(new Uint8Array(await (await takeCopy(new Date('2026-06-15T08:00:00.000Z'))).arrayBuffer()));
    await expect(openCopy(new Blob([new Uint8Array(copy)]))).rejects.toThrow(NotACopy);
    await expect(openCopy(new Blob([new Uint8Array(copy)]))).rejects.toThrow(/Nothing was changed/);
    expect(await everything()).toBe(before);
  });
});

describe('one wrong value does not brick the studio', () => {
  /** A copy in which the documents were changed by somebody else's program. */
  async function copyWith(
    change: (rows: { key: string; kind: string; made: number; doc: Record<string, unknown> }[]) => void,
  ) {
    const entries = unzipSync(
      new Uint8Array(await (await takeCopy(new Date('2026-06-15T08:00:00.000Z'))).arrayBuffer()),
    );
    const rows = JSON.parse(strFromU8(entries['documents.json'] ?? new Uint8Array())) as Parameters<typeof change>[0];
    change(rows);
    return new Blob([zipSync({ ...entries, 'documents.json': strToU8(JSON.stringify(rows)) })]);
  }
  test.each<[string, Parameters<typeof copyWith>[0], string]>([
    ['a title that is no text', ([first]) => void (first && (first.doc['title'] = { text: 'x' })), 'a product'],
    [
      'a block that nobody knows',
      (rows) => {
        const [page] = release().content.pages;
        rows.push({
          key: 'page/p',
          kind: 'page',
          made: 9,
          doc: { ...page, id: 'p', blocks: [{ id: 'b', kind: 'hologram' }] },
        });
      },
      'page',
    ],
    [
      'a zone that is none',
      (rows) =>
        void rows.push({
          key: 'shop/shop',
          kind: 'shop',
          made: 9,
          doc: { ...release().content.shop, id: 'shop', zone: 'Mars/Olympus' },
        }),
      'shop',
    ],
  ])('%s: it is set aside by name, and the rest is taken', async (_what, change, named) => {
    const before = await db.documents.count();
    const opened = await openCopy(await copyWith(change));
    expect(opened.setAside).toHaveLength(1);
    expect(opened.setAside[0]).toContain(named);
    await putBack(opened);
    expect(await db.documents.count()).toBe(opened.documents.length);
    expect(opened.documents.length).toBeGreaterThanOrEqual(before - 1);
  });

  test('what unpacks to far more than a copy can hold is refused before it is unpacked', async () => {
    const entries = unzipSync(
      new Uint8Array(await (await takeCopy(new Date('2026-06-15T08:00:00.000Z'))).arrayBuffer()),
    );
    const bomb = zipSync({ ...entries, [`files/${'a'.repeat(64)}`]: new Uint8Array(80_000_000) }, { level: 9 });
    expect(bomb.length).toBeLessThan(2_000_000);
    await expect(openCopy(new Blob([bomb]))).rejects.toThrow(NotACopy);
    // What no copy has is not unpacked at all.
    const other = zipSync({ ...entries, 'other.bin': new Uint8Array(80_000_000) }, { level: 9 });
    expect((await openCopy(new Blob([other]))).setAside).toEqual([]);
  });
});
