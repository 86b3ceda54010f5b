import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { newPrice } from '#core/catalogue';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

test('a browser from the fifth version opens in this one: prices gain what is new, the mirror is copied again', async () => {
  const [offer] = draftContent().offers;
  if (!offer) throw new Error('no offer');
  // A price as it was kept: without an article, without bounds for an amount of the buyer's own.
  const prices = offer.prices.map(
    ({ article: _, sending: __, terms: { least: ___, most: ____, ...terms }, ...price }) => ({
      ...price,
      terms,
    }),
  );
  const old = new Dexie('clear-keel');
  old.version(5).stores(LANDED_STORES[5]);
  await old.table('documents').put({ key: 'offer/off_field', kind: 'offer', made: 1, doc: { ...offer, prices } });
  await old.table('cursor').put({ seq: 2, hash: 'x' }, 'now');
  await old.table('history').put({ from: 1, lines: ['{}', '{}'] });
  await old.table('orders').put({ id: 'o1', number: 1, personId: 'u1', keys: ['||x|1'], lines: [{ paid: 5 }] });
  old.close();

  const { db } = await import('../../../src/studio/data/db');
  const [row] = await db.documents.toArray();
  expect(row?.doc).toEqual(offer);
  expect(newPrice('p')).toMatchObject({ article: null, sending: null, terms: { least: '', most: '' } });
  expect([await db.orders.count(), await db.history.count(), await db.cursor.count()]).toEqual([0, 0, 0]);
});
