import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent, release } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

test('a browser from the ninth version opens in this one: a price takes nothing off for what its buyer has', async () => {
  const [offer] = draftContent().offers;
  if (!offer) throw new Error('no offer');
  const before = { ...offer, prices: offer.prices.map(({ owned: _, ...price }) => price) };
  const { content } = release();
  const offers = content.offers.map((o) => ({ ...o, prices: o.prices.map(({ owned: _, ...price }) => price) }));
  const old = new Dexie('clear-keel');
  old.version(9).stores(LANDED_STORES[9]);
  await old.table('documents').put({ key: `offer/${offer.id}`, kind: 'offer', made: 1, doc: before });
  await old.table('meta').put({ name: 'live', value: { ...release(), content: { ...content, offers } } });
  await old.table('orders').put({ id: 'o1', number: 1, personId: 'u1', keys: [] });
  await old.table('small').put({ piece: 0, orders: '[]' });
  old.close();

  const { db, readMeta } = await import('../../../src/studio/data/db');
  expect((await db.documents.toArray())[0]?.doc).toEqual(offer);
  expect((await readMeta('live'))?.content.offers).toEqual(content.offers);
  // Orders are found otherwise from the eleventh on: they are copied again.
  expect([await db.orders.count(), await db.small.count()]).toEqual([0, 0]);
});
