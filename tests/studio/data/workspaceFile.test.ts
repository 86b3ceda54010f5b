import { fact } from '#core/journal';
import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { moveRows } from '#core/mirror';
import { lastingRelease, longRun } from '../../support/longRun';
import { release } from '../../support/release';

const { db } = await import('../../../src/studio/data/db');
const { dexieRows, inPieces, writeCursor } = await import('../../../src/studio/data/mirrorRows');
const { openCopy, putBack, takeCopy, NotACopy } = await import('../../../src/studio/data/workspaceFile');

const everything = async (): Promise<string> =>
  JSON.stringify(
    await Promise.all(
      db.tables.map(async (t) => [
        t.name,
        t.name === 'files'
          ? await Promise.all((await db.files.toArray()).map(async (f) => [f.sha256, await f.blob.text()]))
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
    events: [fact('release.published', { release: 1, basedOn: null })],
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

test('out of one browser and into an empty one: identical, years of payment plans and subscriptions too', async () => {
  const live = lastingRelease('Europe/Lisbon');
  const { batches } = await longRun({ seed: 5, buyers: 40, years: 1, zone: 'Europe/Lisbon' });
  const lines = batches.map((batch) => JSON.stringify(batch));
  await db.transaction('rw', db.tables, () => moveRows(dexieRows, batches, live.content.shop.tax));
  await db.history.bulkPut(inPieces(lines));
  await db.meta.bulkPut([{ name: 'live', value: live }]);
  await writeCursor({
    seq: lines.length,
    hash: createHash('sha256')
      .update(lines.at(-1) ?? '')
      .digest('hex'),
  });
  expect(
    Math.min(await db.agreements.count(), await db.laterPayments.count(), await db.totals.count()),
  ).toBeGreaterThan(20);
  const before = await everything();
  const copy = await takeCopy(new Date('2026-06-15T08:00:00Z'));
  await Promise.all(db.tables.map((t) => t.clear()));
  await putBack(await openCopy(copy));
  // Compared by text, and said briefly: the whole would fill the screen.
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
    const copy = damage(new Uint8Array(await (await takeCopy(new Date())).arrayBuffer()));
    await expect(openCopy(new Blob([new Uint8Array(copy)]))).rejects.toThrow(NotACopy);
    await expect(openCopy(new Blob([new Uint8Array(copy)]))).rejects.toThrow(/Nothing was changed/);
    expect(await everything()).toBe(before);
  });
});
