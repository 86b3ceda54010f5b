import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { releaseContent } from '../../support/release';

const content = releaseContent();
let shop: TestShop;
beforeEach(async () => {
  shop = await openShop({ content });
});
afterEach(() => shop.close());

test('every charge and order says by which path, step and visit it came; no two visits are one', async () => {
  for (const name of ['one', 'two']) {
    const buyer = new Buyer(shop.counter.address);
    await buyer.pay(await buyer.openCheckout('field-pack'), { name, address: `${name}@example.org` }, CARD.good);
  }
  const { runner } = shop.counter.context;
  const path = content.paths.find((p) => p.address === 'field-pack');
  const orders = [...runner.state.orders.values()];
  expect(orders).toHaveLength(2);
  for (const { came } of orders)
    expect([came.path, path?.steps.some((s) => s.id === came.step)]).toEqual([path?.id, true]);
  const [first, second] = orders.map(({ came }) => came.visit);
  expect(first).toBeTruthy();
  expect(second).toBeTruthy();
  expect(first).not.toBe(second);
});
