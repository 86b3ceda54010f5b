import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent, release } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

test('a browser from the sixth version opens in this one: paths lead on as they did', async () => {
  const content = draftContent();
  const [path] = content.paths;
  if (!path) throw new Error('no path');
  // A path as it was kept: its steps in order, without addresses of their own.
  const { joins: _, start: __, note: ___, steps, ...kept } = path;
  const before = { ...kept, steps: steps.map(({ id, kind, pageId }) => ({ id, kind, pageId })) };
  const live = { ...release(), content: { ...release().content, paths: [before] } };
  const old = new Dexie('clear-keel');
  old.version(6).stores(LANDED_STORES[6]);
  await old.table('documents').put({ key: `path/${path.id}`, kind: 'path', made: 1, doc: before });
  await old.table('steps').put({ key: `path/${path.id}`, done: [], undone: [] });
  await old.table('steps').put({ key: 'page/page_1', done: [], undone: [] });
  await old.table('meta').put({ name: 'live', value: live });
  old.close();

  const { db, readMeta } = await import('../../../src/studio/data/db');
  expect((await db.documents.toArray())[0]?.doc).toEqual(path);
  expect((await readMeta('live'))?.content.paths).toEqual([path]);
  expect(await db.steps.toCollection().primaryKeys()).toEqual(['page/page_1']);
});
