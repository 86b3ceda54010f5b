import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { LANDED_STORES } from '../../support/landedStores';
import { draftContent } from '../../support/release';

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

test('a store in which every row stands by itself goes on as it is: nothing is copied again, and what comes stands beside', async () => {
  const { default: Dexie } = await import('dexie');
  const [path] = draftContent().paths;
  const old = new Dexie('clear-keel');
  old.version(11).stores(LANDED_STORES[11]);
  await old.table('documents').put({ key: `path/${path?.id}`, kind: 'path', made: 1, doc: path });
  await old.table('orders').bulkPut([1, 2, 3].map(order));
  await old.table('passes').put({ id: 'p1', personId: 'u1', productId: 'prd_1' });
  await old.table('people').bulkPut([0, 1].map((n) => ({ id: `u${n}`, rev: 1, name: `Bird ${n}`, address: '' })));
  await old.table('buyers').put({ personId: 'u1', count: 2, last: '', net: { EUR: 3_000 } });
  await old.table('cursor').put({ seq: 9, hash: 'x' }, 'here');
  old.close();

  const { db } = await import('../../../src/studio/data/db');
  const { kept } = await import('../../../src/studio/data/kept');
  const { firstOrders } = await import('../../../src/studio/data/ordersInRow');
  const { buyersOf } = await import('#core/mirror');
  expect((await db.documents.toArray())[0]?.doc).toEqual(path);
  expect(await db.cursor.get('here')).toEqual({ seq: 9, hash: 'x' });
  expect(db.tables.map(({ name }) => name)).not.toContain('buyers');
  expect((await firstOrders('newest', 9)).map(({ number }) => number)).toEqual([3, 2, 1]);
  expect((await kept.passes.having('personId', ['u1'])).map(({ id }) => id)).toEqual(['p1']);
  expect((await kept.people.byIds(['u1', 'u0'])).map((person) => person?.name)).toEqual(['Bird 1', 'Bird 0']);
  // What somebody bought is what the row of before said.
  const [buyer] = buyersOf(await kept.orders.having('personId', ['u1'])).values();
  expect(buyer).toMatchObject({ personId: 'u1', count: 2, last: order(3).at, net: { EUR: 3_000 } });
});
