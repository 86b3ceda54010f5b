import { afterEach, expect, test } from '@jest/globals';
import { type Bundle, freshProduct, newOffer, newPrice } from '#core/catalogue';
import { sealContent } from '#core/release';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { signedInAt } from '../../support/mails';
import { draftContent, pathFor } from '../../support/release';

const TOVE = { name: 'Tove Aas', address: 'tove@example.org' };
const ILMAR = { name: 'Ilmar Saar', address: 'ilmar@example.org' };

/** A bundle of both things of the tests for 60.00, 20.00 less for whoever has the first of them. */
function content() {
  const draft = draftContent();
  const [field, free] = draft.products;
  const both: Bundle = {
    ...freshProduct('bundle', 'prd_both', 'Both packs'),
    promise: 'A promise',
    parts: [field?.id ?? '', free?.id ?? ''],
  };
  const owned = [{ productId: field?.id ?? '', amount: '20' }];
  const offer = {
    ...newOffer('off_both', both, 'EUR'),
    prices: [newPrice('pr_both', { terms: { kind: 'once', amount: '60' }, owned })],
  };
  let count = 300;
  const made = pathFor(offer, [both], new Set(['field-pack', 'free-minute']), (prefix) => `${prefix}_${(count += 1)}`);
  draft.products.push(both);
  draft.offers.push(offer);
  draft.paths.push(made.path);
  draft.pages.push(...made.pages);
  return sealContent(draft);
}

let shop: TestShop;
afterEach(() => shop.close());
const seen = (data: Awaited<ReturnType<Buyer['openCheckout']>>): unknown[] =>
  data.prices.map(({ dueToday, owned, signIn }) => [dueToday, owned, signIn !== null]);

test('who is signed in is told what they have, and pays less for it; nobody else does by their address', async () => {
  shop = await openShop({ content: content() });
  const tove = new Buyer(shop.counter.address);
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const device = await signedInAt(shop, TOVE);

  const page = await device.openCheckout('both-packs');
  expect(seen(page)).toEqual([['€40.00', 'You already own Field pack; €20.00 is off for that', false]]);
  // Where nobody is signed in nothing is said of anybody, not even to the browser that paid before.
  const stranger = new Buyer(shop.counter.address);
  for (const who of [stranger, tove])
    expect(seen(await who.openCheckout('both-packs'))).toEqual([['€60.00', null, true]]);
  // With another's address the sum is another, and with the sum of somebody who is signed in nothing is paid.
  const anothers = await device.pay(page, ILMAR, CARD.good);
  expect([anothers.status, anothers.body.prices?.map((p) => [p.dueToday, p.owned])]).toEqual([409, [['€60.00', null]]]);
  expect((await stranger.pay(page, TOVE, CARD.good)).status).toBe(409);

  expect((await device.pay(page, TOVE, CARD.good)).body.state?.status).toBe('paid');
  const charges = [...shop.counter.context.runner.state.charges.values()];
  expect(charges.map(({ amount }) => amount)).toEqual([2_400, 4_000]);
});

test('the part goes back while its owner is at checkout: said, nothing charged, and the whole price is shown', async () => {
  shop = await openShop({ content: content() });
  const tove = new Buyer(shop.counter.address);
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const device = await signedInAt(shop, TOVE);
  const page = await device.openCheckout('both-packs');
  const [order] = shop.counter.context.runner.state.orders.values();
  const shares = [{ lineId: 'l1', amount: 2_400 }];
  expect((await shop.owner.act('/refunds', { orderId: order?.id, shares, reason: '' })).status).toBeLessThan(300);
  const refused = await device.pay(page, TOVE, CARD.good);
  expect([refused.status, refused.body.prices?.map((p) => [p.dueToday, p.owned])]).toEqual([409, [['€60.00', null]]]);
  expect(shop.counter.context.runner.state.charges.size).toBe(1);
});
