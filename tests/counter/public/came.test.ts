import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { markedAddress } from '../../../src/counter/shared/emailMark';
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

test('what is bought after an email’s link is counted for that email: the last one, and only one this shop made', async () => {
  const { runner, secrets } = shop.counter.context;
  const link = (email: string): string =>
    markedAddress(secrets.signing, `${shop.counter.address}/field-pack`, email).slice(shop.counter.address.length);
  const bought = async (name: string, hrefs: readonly string[], headers = {}): Promise<string | null | undefined> => {
    const buyer = new Buyer(shop.counter.address);
    // One of them while the checkout is open already.
    if (hrefs.length > 1) await buyer.openCheckout('field-pack');
    for (const href of hrefs) expect((await buyer.fetch(href, { headers })).status).toBe(200);
    const data = await buyer.openCheckout('field-pack');
    await buyer.pay(data, { name, address: `${name}@example.org` }, CARD.good);
    return [...runner.state.orders.values()].at(-1)?.came.email;
  };
  expect(await bought('none', [])).toBeNull();
  expect(await bought('one', [link('series_1')])).toBe('series_1');
  expect(await bought('two', [link('series_1'), link('series_2')])).toBe('series_2');
  expect(await bought('unfollowed', [link('series_1')], { 'sec-gpc': '1' })).toBeNull();
  expect(await bought('made-up', [link('series_1').replace('series_1', 'series_9')])).toBeNull();
  expect(await bought('no-mark', ['/field-pack?email=series_1'])).toBeNull();
});
