import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { newPrice, newTerms, sealOffer } from '#core/catalogue';
import { launchCheck, type Release } from '#core/release';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

/** What the first landed version of the studio kept, as it kept it. */
async function oldBrowser(): Promise<void> {
  const old = new Dexie('clear-keel');
  old.version(1).stores(LANDED_STORES[1]);
  const content = draftContent();
  const offer = {
    ...content.offers[0],
    prices: [
      { id: 'pr_one', name: 'One', terms: { kind: 'once', amount: '24,50' }, usual: '32' },
      { id: 'pr_two', name: 'Two', terms: { kind: 'once', amount: '6x' }, usual: null },
    ],
  };
  const product = JSON.parse(JSON.stringify(content.products[0])) as Record<string, unknown>;
  delete product['links'];
  await old.table('documents').bulkPut([
    { key: 'offer/off_field', kind: 'offer', made: 1, doc: offer },
    { key: `product/${String(product['id'])}`, kind: 'product', made: 2, doc: product },
    { key: 'shop/shop', kind: 'shop', made: 0, doc: content.shop },
  ]);
  await old
    .table('steps')
    .put({ key: 'offer/off_field', done: [{ field: 'title', at: 1, undo: [], redo: [] }], undone: [] });
  await old.table('files').put({ sha256: 'a'.repeat(64), blob: new Blob(['x']) });
  await old.table('orders').put({ id: 'o1', at: 'x', number: 1, personId: 'u', status: 'paid' });
  await old.table('lines').put({ seq: 1, line: '{}' });
  await old.table('meta').bulkPut([
    { name: 'cursor', value: { seq: 1, hash: 'x' } },
    { name: 'live', value: { number: 3 } },
  ]);
  old.close();
}

test('a browser from the first version opens in this one: drafts whole, what was typed as it was, the mirror begun anew', async () => {
  await oldBrowser();
  const { db, readMeta } = await import('../../../src/studio/data/db');
  const documents = await db.documents.toArray();
  const offer = documents.find((d) => d.kind === 'offer')?.doc as ReturnType<typeof draftContent>['offers'][number];
  expect(offer.prices.map((p) => [p.id, p.terms.amount, p.usual])).toEqual([
    ['pr_one', '24,50', '32'],
    ['pr_two', '6x', null],
  ]);
  expect(offer.prices[0]).toEqual({
    ...newPrice('pr_one'),
    name: 'One',
    terms: newTerms({ amount: '24,50' }),
    usual: '32',
  });
  expect(sealOffer({ ...offer, prices: offer.prices.slice(0, 1) })?.prices[0]?.terms).toEqual({
    kind: 'once',
    amount: 2450,
  });
  expect((documents.find((d) => d.kind === 'product')?.doc as { links: unknown[] }).links).toEqual([]);
  expect(await db.steps.count()).toBe(1);
  expect(await db.files.count()).toBe(1);
  expect([await db.orders.count(), await db.history.count(), await db.cursor.count()]).toEqual([0, 0, 0]);
  expect((await readMeta('live')) as Release).toMatchObject({ number: 3 });
  expect(
    launchCheck({ ...draftContent(), offers: [offer] }, () => true, '2026-06-15T08:00:00.000Z').some(
      (f) => f.code === 'price-wrong',
    ),
  ).toBe(true);
});
