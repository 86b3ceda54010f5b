import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { newPrice } from '#core/catalogue';
import { unsealContent } from '#core/release';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent, release } from '../../support/release';

// After the stand-in for IndexedDB is there, which Dexie looks for when it is loaded.
const { default: Dexie } = await import('dexie');

const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const TAX = { how: 'on top', home: 'PT', rates: [{ country: 'PT', rate: 2_300, from: null }] };

/** What the third landed version of the studio kept, before states and choices had one spelling. */
async function olderBrowser(): Promise<void> {
  const old = new Dexie('clear-keel');
  old.version(3).stores(LANDED_STORES[3]);
  const content = draftContent();
  const setUp = { amount: '50', label: 'withFirstPayment', when: 'withFirstPayment' };
  const price = copyOf(newPrice('pr_plan', { terms: { kind: 'plan', amount: '99', payments: '3' } }));
  Object.assign(price.terms, { setUp });
  const { languages: _, ...shop } = copyOf(content.shop);
  const live = copyOf(release()) as unknown as { content: { shop: Record<string, unknown> } };
  delete live.content.shop['languages'];
  live.content.shop['tax'] = TAX;
  await old.table('documents').bulkPut([
    { key: 'offer/off_field', kind: 'offer', made: 1, doc: { ...content.offers[0], prices: [price] } },
    { key: 'shop/shop', kind: 'shop', made: 0, doc: { ...shop, name: 'on top', tax: TAX } },
  ]);
  await old.table('steps').put({
    key: 'offer/off_field',
    done: [
      {
        undo: [{ op: 'replace', path: ['prices', 0, 'terms', 'setUp', 'when'], value: 'today' }],
        redo: [{ op: 'replace', path: ['prices', 0, 'terms', 'setUp'], value: setUp }],
      },
      {
        undo: [{ op: 'replace', path: ['title'], value: 'on top' }],
        redo: [{ op: 'replace', path: ['title'], value: 'withFirstPayment' }],
      },
    ],
    undone: [
      {
        undo: [{ op: 'replace', path: ['tax', 'how'], value: 'included' }],
        redo: [{ op: 'replace', path: ['tax'], value: TAX }],
      },
    ],
  });
  await old.table('meta').bulkPut([
    { name: 'live', value: live },
    { name: 'cursor', value: { seq: 9, hash: 'x' } },
    { name: 'copied', value: { at: 5, changedSince: null } },
  ]);
  await old.table('agreements').put({ id: 'a1', personId: 'u', status: 'past due', sort: 'past due|x', waits: 0 });
  await old.table('totals').put({ key: 'agreements|past due|EUR', count: 1, paid: 1, back: 0 });
  old.close();
}

test('a browser from the third version opens in this one: one spelling, nothing typed is touched, the mirror begins anew', async () => {
  await olderBrowser();
  const { db, readMeta } = await import('../../../src/studio/data/db');
  const documents = await db.documents.toArray();
  const docOf = (kind: string): unknown => documents.find((d) => d.kind === kind)?.doc;
  expect(docOf('offer')).toMatchObject({
    prices: [{ terms: { setUp: { amount: '50', label: 'withFirstPayment', when: 'with-first-payment' } } }],
  });
  expect(docOf('shop')).toMatchObject({ name: 'on top', languages: [], tax: { ...TAX, how: 'on-top' } });
  const steps = await db.steps.get('offer/off_field');
  // What can be undone and done again is respelt where such a choice stands, and nowhere else.
  expect(steps?.done.map((s) => s.redo[0]?.value as unknown)).toEqual([
    { amount: '50', label: 'withFirstPayment', when: 'with-first-payment' },
    'withFirstPayment',
  ]);
  expect(steps?.done[1]?.undo[0]?.value).toBe('on top');
  expect(steps?.undone[0]?.redo[0]?.value).toMatchObject({ how: 'on-top' });
  const live = await readMeta('live');
  expect(live && unsealContent(live.content).shop).toMatchObject({ languages: [], tax: { how: 'on-top' } });
  expect(await readMeta('copied')).toEqual({ at: 5, changedSince: null });
  expect([await db.agreements.count(), await db.totals.count(), await db.cursor.count()]).toEqual([0, 0, 0]);
});
