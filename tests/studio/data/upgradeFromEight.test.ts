import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

test('a browser from the eighth version opens in this one: drafts stay, orders are copied again, small ones beside them', async () => {
  const [path] = draftContent().paths;
  if (!path) throw new Error('no path');
  const old = new Dexie('clear-keel');
  old.version(8).stores(LANDED_STORES[8]);
  await old.table('documents').put({ key: `path/${path.id}`, kind: 'path', made: 1, doc: path });
  await old.table('steps').put({ key: `path/${path.id}`, done: [], undone: [] });
  await old.table('cursor').put({ seq: 2, hash: 'x' }, 'now');
  await old.table('history').put({ from: 1, lines: ['{}', '{}'] });
  await old.table('orders').put({ id: 'o1', number: 1, personId: 'u1', keys: [] });
  old.close();

  const { db } = await import('../../../src/studio/data/db');
  expect((await db.documents.toArray())[0]?.doc).toEqual(path);
  expect(await db.steps.count()).toBe(1);
  const counts = [db.orders.count(), db.history.count(), db.cursor.count(), db.small.count()];
  expect(await Promise.all(counts)).toEqual([0, 0, 0, 0]);
});
