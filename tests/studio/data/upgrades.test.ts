import 'fake-indexeddb/auto';
import { afterEach, expect, jest, test } from '@jest/globals';
import type { Dexie as OldStore } from 'dexie';
import { newPrice, newTerms, sealOffer } from '#core/catalogue';
import { launchCheck, type Release, unsealContent } from '#core/release';
import type { db as OpenedStore, readMeta as ReadMeta } from '../../../src/studio/data/db';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent, release } from '../../support/release';

type DraftOffer = ReturnType<typeof draftContent>['offers'][number];

/** A browser's own store as an earlier version left it, and what must be found there by this one. */
interface Upgrade {
  from: keyof typeof LANDED_STORES;
  keeps: string;
  /** Fills the store as that version did. */
  fill: (old: OldStore) => Promise<unknown>;
  expects: (db: typeof OpenedStore, readMeta: typeof ReadMeta) => Promise<void>;
}

const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const firstOf = <T>([first]: readonly T[]): T => {
  if (first === undefined) throw new Error('the draft of the tests lacks one');
  return first;
};

const draftRow = <T extends { id: string }>(kind: string, doc: T) => ({ key: `${kind}/${doc.id}`, kind, made: 1, doc });
const DRAFT_OFFER = draftRow('offer', firstOf(draftContent().offers));
const DRAFT_PATH = draftRow('path', firstOf(draftContent().paths));

const TAX = { how: 'on top', home: 'PT', rates: [{ country: 'PT', rate: 2_300, from: null }] };

/** An order as the eleventh version kept it, as far as its indexes and what reads it here need it. */
const order = (number: number) => ({
  id: `o${number}`,
  number,
  personId: `u${number % 2}`,
  at: `2026-06-${10 + number}T08:00:00.000Z`,
  currency: 'EUR',
  paid: 1_200,
  back: 200,
  later: { paid: 500, back: 0, openDisputes: [] },
  ...(number === 2 ? { disputed: 1 } : {}),
});

/** Drafts and what can be undone stay; what was copied from the shop is gone, so that it is copied again. */
const copiedAgain = (from: 7 | 8, keeps: string): Upgrade => ({
  from,
  keeps,
  async fill(old) {
    await old.table('documents').put(DRAFT_PATH);
    await old.table('steps').put({ key: DRAFT_PATH.key, done: [], undone: [] });
    await old.table('cursor').put({ seq: 2, hash: 'x' }, 'now');
    await old.table('history').put({ from: 1, lines: ['{}', '{}'] });
    await old.table('orders').put({ id: 'o1', number: 1, personId: 'u1', keys: [] });
  },
  async expects(db) {
    expect((await db.documents.toArray())[0]?.doc).toEqual(DRAFT_PATH.doc);
    expect(await db.steps.count()).toBe(1);
    const copied = [db.orders, db.history, db.cursor, db.small];
    expect(await Promise.all(copied.map((table) => table.count()))).toEqual([0, 0, 0, 0]);
  },
});

const UPGRADES: Upgrade[] = [
  {
    from: 1,
    keeps: 'drafts whole, what was typed as it was, the mirror begun anew',
    async fill(old) {
      const content = draftContent();
      const offer = {
        ...content.offers[0],
        prices: [
          { id: 'pr_one', name: 'One', terms: { kind: 'once', amount: '24,50' }, usual: '32' },
          { id: 'pr_two', name: 'Two', terms: { kind: 'once', amount: '6x' }, usual: null },
        ],
      };
      const product = copyOf(content.products[0]) as unknown as Record<string, unknown>;
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
    },
    async expects(db, readMeta) {
      const documents = await db.documents.toArray();
      const offer = documents.find((d) => d.kind === 'offer')?.doc as DraftOffer;
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
    },
  },
  {
    from: 2,
    keeps: 'prices can be paid over time, what was typed stays, the mirror begins anew',
    async fill(old) {
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
      const shop = copyOf(content.shop) as unknown as Record<string, unknown>;
      delete shop['tax'];
      delete shop['billing'];
      const live = copyOf(release()) as unknown as { content: Record<string, unknown> };
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
    },
    async expects(db, readMeta) {
      const documents = await db.documents.toArray();
      const offer = documents.find((d) => d.kind === 'offer')?.doc as DraftOffer;
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
    },
  },
  {
    from: 3,
    keeps: 'one spelling, nothing typed is touched, the mirror begins anew',
    async fill(old) {
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
    },
    async expects(db, readMeta) {
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
    },
  },
  {
    from: 4,
    keeps: 'drafts as they were, the mirror begins anew in pieces',
    async fill(old) {
      await old.table('documents').put(DRAFT_OFFER);
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
    },
    async expects(db, readMeta) {
      expect(await db.documents.toArray()).toEqual([DRAFT_OFFER]);
      expect(await readMeta('copied')).toEqual({ at: 5, changedSince: null });
      expect(await db.cursor.count()).toBe(0);
      expect([await db.orders.count(), await db.charges.count(), await db.history.count()]).toEqual([0, 0, 0]);
      expect(db.tables.map((t) => t.name)).not.toContain('lines');
    },
  },
  {
    from: 5,
    keeps: 'prices gain what is new, the mirror is copied again',
    async fill(old) {
      // A price as it was kept: without an article, without bounds for an amount of the buyer's own.
      const { prices, ...offer } = DRAFT_OFFER.doc;
      const before = prices.map(
        ({ article: _, sending: __, terms: { least: ___, most: ____, ...terms }, ...price }) => ({
          ...price,
          terms,
        }),
      );
      await old.table('documents').put({ ...DRAFT_OFFER, doc: { ...offer, prices: before } });
      await old.table('cursor').put({ seq: 2, hash: 'x' }, 'now');
      await old.table('history').put({ from: 1, lines: ['{}', '{}'] });
      await old.table('orders').put({ id: 'o1', number: 1, personId: 'u1', keys: ['||x|1'], lines: [{ paid: 5 }] });
    },
    async expects(db) {
      const [row] = await db.documents.toArray();
      expect(row?.doc).toEqual(DRAFT_OFFER.doc);
      expect(newPrice('p')).toMatchObject({ article: null, sending: null, terms: { least: '', most: '' } });
      expect([await db.orders.count(), await db.history.count(), await db.cursor.count()]).toEqual([0, 0, 0]);
    },
  },
  {
    from: 6,
    keeps: 'paths lead on as they did',
    async fill(old) {
      // A path as it was kept: its steps in order, without addresses of their own.
      const { joins: _, start: __, note: ___, steps, ...path } = DRAFT_PATH.doc;
      const before = { ...path, steps: steps.map(({ id, kind, pageId }) => ({ id, kind, pageId })) };
      await old.table('documents').put({ ...DRAFT_PATH, doc: before });
      await old.table('steps').put({ key: DRAFT_PATH.key, done: [], undone: [] });
      await old.table('steps').put({ key: 'page/page_1', done: [], undone: [] });
      await old
        .table('meta')
        .put({ name: 'live', value: { ...release(), content: { ...release().content, paths: [before] } } });
    },
    async expects(db, readMeta) {
      expect((await db.documents.toArray())[0]?.doc).toEqual(DRAFT_PATH.doc);
      expect((await readMeta('live'))?.content.paths).toEqual([DRAFT_PATH.doc]);
      expect(await db.steps.toCollection().primaryKeys()).toEqual(['page/page_1']);
    },
  },
  copiedAgain(7, 'drafts stay, orders are copied again with where they came from'),
  copiedAgain(8, 'drafts stay, orders are copied again, small ones beside them'),
  {
    from: 9,
    keeps: 'a price takes nothing off for what its buyer has',
    async fill(old) {
      const withoutOwned = (offer: DraftOffer): unknown => ({
        ...offer,
        prices: offer.prices.map(({ owned: _, ...price }) => price),
      });
      const { content } = release();
      const offers = content.offers.map((o) => ({ ...o, prices: o.prices.map(({ owned: _, ...price }) => price) }));
      await old.table('documents').put({ ...DRAFT_OFFER, doc: withoutOwned(DRAFT_OFFER.doc) });
      await old.table('meta').put({ name: 'live', value: { ...release(), content: { ...content, offers } } });
      await old.table('orders').put({ id: 'o1', number: 1, personId: 'u1', keys: [] });
      await old.table('small').put({ piece: 0, orders: '[]' });
    },
    async expects(db, readMeta) {
      expect((await db.documents.toArray())[0]?.doc).toEqual(DRAFT_OFFER.doc);
      expect((await readMeta('live'))?.content.offers).toEqual(release().content.offers);
      // Orders are found otherwise from the eleventh on: they are copied again.
      expect([await db.orders.count(), await db.small.count()]).toEqual([0, 0]);
    },
  },
  {
    from: 11,
    keeps: 'nothing is copied again, and what comes stands beside',
    async fill(old) {
      await old.table('documents').put(DRAFT_PATH);
      await old.table('orders').bulkPut([1, 2, 3].map(order));
      await old.table('passes').put({ id: 'p1', personId: 'u1', productId: 'prd_1' });
      await old.table('people').bulkPut([0, 1].map((n) => ({ id: `u${n}`, rev: 1, name: `Bird ${n}`, address: '' })));
      await old.table('buyers').put({ personId: 'u1', count: 2, last: '', net: { EUR: 3_000 } });
      await old.table('cursor').put({ seq: 9, hash: 'x' }, 'here');
    },
    async expects(db) {
      const { kept } = await import('../../../src/studio/data/kept');
      const { firstOrders } = await import('../../../src/studio/data/ordersInRow');
      const { buyersOf } = await import('#core/mirror');
      expect((await db.documents.toArray())[0]?.doc).toEqual(DRAFT_PATH.doc);
      expect(await db.cursor.get('here')).toEqual({ seq: 9, hash: 'x' });
      expect(db.tables.map(({ name }) => name)).not.toContain('buyers');
      expect((await firstOrders('newest', 9)).map(({ number }) => number)).toEqual([3, 2, 1]);
      expect((await kept.passes.having('personId', ['u1'])).map(({ id }) => id)).toEqual(['p1']);
      expect((await kept.people.byIds(['u1', 'u0'])).map((person) => person?.name)).toEqual(['Bird 1', 'Bird 0']);
      // What somebody bought is what the row of before said.
      const [buyer] = buyersOf(await kept.orders.having('personId', ['u1'])).values();
      expect(buyer).toMatchObject({ personId: 'u1', count: 2, last: order(3).at, net: { EUR: 3_000 } });
    },
  },
];

afterEach(async () => {
  const { db } = await import('../../../src/studio/data/db');
  await db.delete();
});

test.each(UPGRADES)('a browser from version $from opens in this one: $keeps', async ({ from, fill, expects }) => {
  // Each opens a store of its own, as each browser does.
  jest.resetModules();
  const { default: Dexie } = await import('dexie');
  const old = new Dexie('clear-keel');
  old.version(from).stores(LANDED_STORES[from]);
  await fill(old);
  old.close();
  const { db, readMeta } = await import('../../../src/studio/data/db');
  await expects(db, readMeta);
});
