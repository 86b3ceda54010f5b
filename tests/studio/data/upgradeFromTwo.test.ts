import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { newPrice, newTerms, sealOffer } from '#core/catalogue';
import { unsealContent } from '#core/release';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent, release } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

/** What the second landed version of the studio kept: prices paid once or free, no coupons, no tax. */
async function olderBrowser(): Promise<void> {
  const old = new Dexie('clear-keel');
  old.version(2).stores(LANDED_STORES[2]);
  const content = draftContent();
  const price = {
    id: 'pr_one',
    name: 'One',
    terms: { kind: 'once', amount: '24,50' },
    access: { kind: 'for', count: '2', unit: 'year', date: '' },
    usual: '32',
    words: null,
    limit: { inAll: '50', each: '' },
    sale: null,
    cardStatement: null,
  };
  const shop = JSON.parse(JSON.stringify(content.shop)) as Record<string, unknown>;
  delete shop['tax'];
  delete shop['billing'];
  const live = JSON.parse(JSON.stringify(release())) as { content: Record<string, unknown> };
  delete live.content['coupons'];
  await old.table('documents').bulkPut([
    { key: 'offer/off_field', kind: 'offer', made: 1, doc: { ...content.offers[0], prices: [price] } },
    { key: 'shop/shop', kind: 'shop', made: 0, doc: shop },
  ]);
  await old.table('meta').bulkPut([
    { name: 'live', value: live },
    { name: 'cursor', value: { seq: 9, hash: 'x' } },
    { name: 'lists', value: [{ id: 'l', name: 'Mine', query: '?group=paid' }] },
  ]);
  await old.table('orders').put({ id: 'o1', at: 'x', number: 1, personId: 'u', status: 'paid', keys: [] });
  await old.table('totals').put({ key: 'price|x|EUR', count: 1, paid: 1, back: 0 });
  old.close();
}

test('a browser from the second version opens in this one: prices can be paid over time, what was typed stays, the mirror begins anew', async () => {
  await olderBrowser();
  const { db, readMeta } = await import('../../../src/studio/data/db');
  const documents = await db.documents.toArray();
  const offer = documents.find((d) => d.kind === 'offer')?.doc as ReturnType<typeof draftContent>['offers'][number];
  expect(offer.prices[0]).toEqual({
    ...newPrice('pr_one'),
    name: 'One',
    terms: newTerms({ amount: '24,50' }),
    access: { kind: 'for', count: '2', unit: 'year', date: '' },
    usual: '32',
    limit: { inAll: '50', each: '' },
  });
  expect(sealOffer(offer)?.prices[0]).toMatchObject({
    terms: { kind: 'once', amount: 2_450 },
    rise: null,
    replaces: null,
  });
  expect(
    documents.find((d) => d.kind === 'shop')?.doc as { tax: unknown; billing: { graceDays: number } },
  ).toMatchObject({ tax: null, billing: { graceDays: 7 } });
  const live = await readMeta('live');
  expect(live && unsealContent(live.content).coupons).toEqual([]);
  expect(await readMeta('lists')).toHaveLength(1);
  expect([
    await db.orders.count(),
    await db.totals.count(),
    await db.agreements.count(),
    await db.cursor.count(),
  ]).toEqual([0, 0, 0, 0]);
});
