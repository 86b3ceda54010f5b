import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

test('a browser from the fourth version opens in this one: drafts as they were, the mirror begins anew in pieces', async () => {
  const offer = { key: 'offer/off_field', kind: 'offer', made: 1, doc: draftContent().offers[0] };
  const old = new Dexie('clear-keel');
  old.version(4).stores(LANDED_STORES[4]);
  await old.table('documents').put(offer);
  await old.table('meta').bulkPut([
    { name: 'cursor', value: { seq: 2, hash: 'x' } },
    { name: 'copied', value: { at: 5, changedSince: null } },
  ]);
  await old.table('lines').bulkPut([
    { seq: 1, line: '{}' },
    { seq: 2, line: '{}' },
  ]);
  await old.table('orders').put({ id: 'o1', at: 'x', number: 1, personId: 'u1', status: 'paid', keys: ['||x|1'] });
  await old.table('charges').put({ id: 'o1-1', at: 'x', status: 'paid' });
  old.close();

  const { db, readMeta } = await import('../../../src/studio/data/db');
  expect(await db.documents.toArray()).toEqual([offer]);
  expect(await readMeta('copied')).toEqual({ at: 5, changedSince: null });
  expect(await db.cursor.count()).toBe(0);
  expect([await db.orders.count(), await db.charges.count(), await db.history.count()]).toEqual([0, 0, 0]);
  expect(db.tables.map((t) => t.name)).not.toContain('lines');
});
