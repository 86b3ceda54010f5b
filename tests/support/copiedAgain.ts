import { expect } from '@jest/globals';
import { LANDED_STORES } from './landedStores';
import { draftContent } from './release';

/**
 * A browser whose store is of an earlier version opens in this one: drafts and what can be undone stay, and what was
 * copied from the shop is gone, so that it is copied again. To be called once in a file, which has loaded a stand-in for
 * IndexedDB before.
 */
export async function expectCopiedAgain(version: 7 | 8): Promise<void> {
  const { default: Dexie } = await import('dexie');
  const [path] = draftContent().paths;
  if (!path) throw new Error('no path');
  const old = new Dexie('clear-keel');
  old.version(version).stores(LANDED_STORES[version]);
  await old.table('documents').put({ key: `path/${path.id}`, kind: 'path', made: 1, doc: path });
  await old.table('steps').put({ key: `path/${path.id}`, done: [], undone: [] });
  await old.table('cursor').put({ seq: 2, hash: 'x' }, 'now');
  await old.table('history').put({ from: 1, lines: ['{}', '{}'] });
  await old.table('orders').put({ id: 'o1', number: 1, personId: 'u1', keys: [] });
  old.close();

  const { db } = await import('../../src/studio/data/db');
  expect((await db.documents.toArray())[0]?.doc).toEqual(path);
  expect(await db.steps.count()).toBe(1);
  const copied = [db.orders, db.history, db.cursor, db.small];
  expect(await Promise.all(copied.map((table) => table.count()))).toEqual([0, 0, 0, 0]);
}
