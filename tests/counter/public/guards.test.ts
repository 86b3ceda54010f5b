import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { newOffer, newPrice } from '#core/catalogue';
import { type ReleaseContent, sealContent } from '#core/release';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { draftContent, pathFor } from '../../support/release';
import { signedInAt } from '../../support/mails';

// Each guard refuses: taken away, the test beside it fails.
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const ILMAR = { name: 'Ilmar Quill', address: 'ilmar@example.org' };

/** A subscription, and something paid once that ends it and counts its unused days. */
function content(): ReleaseContent {
  const draft = draftContent();
  const [product] = draft.products;
  if (!product) throw new Error('no product');
  let count = 100;
  for (const [id, title, terms] of [
    ['month', 'Monthly', { kind: 'subscription', amount: '30' }],
    ['life', 'For life', { kind: 'once', amount: '200' }],
  ] as const) {
    const offer = { ...newOffer(`off_${id}`, { ...product, title }, 'EUR'), prices: [newPrice(`pr_${id}`, { terms })] };
    const [price] = offer.prices;
    if (price && id === 'life') price.replaces = { offerId: 'off_month', credit: true };
    const taken = new Set(draft.paths.map((p) => p.address));
    const made = pathFor(offer, [{ ...product, title }], taken, (prefix) => `${prefix}_${(count += 1)}`);
    draft.offers.push(offer);
    draft.paths.push(made.path);
    draft.pages.push(...made.pages);
  }
  return sealContent(draft);
}

let shop: TestShop;
beforeEach(async () => {
  shop = await openShop({ content: content() });
});
afterEach(() => shop.close());
const buyer = (): Buyer => new Buyer(shop.counter.address);
const state = () => shop.counter.context.runner.state;
const statuses = (): string[] => [...state().agreements.values()].map((a) => a.status);
const asked = (): number[] => [...state().charges.values()].map((c) => c.amount);

/** A device signed in by the link in a person's last mail. */
const signedIn = (who: { address: string }): Promise<Buyer> => signedInAt(shop, who);

const buys = async (device: Buyer, path: string, who: typeof TOVE): Promise<number> =>
  (await device.pay(await device.openCheckout(path), who, CARD.good)).status;

test('a typed address takes nobody’s access and nobody’s unused days: their subscription ends with what is paid, unless they keep it', async () => {
  await buys(buyer(), 'monthly', TOVE);
  expect(await buys(buyer(), 'for-life', TOVE)).toBe(200);
  expect([statuses(), asked()]).toEqual([['ending'], [3_000, 20_000]]);
  const [a] = [...state().agreements.values()];
  expect(a?.passIds.map((id) => state().passes.get(id)?.closed)).toEqual([null]);
  // Whoever typed the address can do neither; its owner can do both.
  const stranger = buyer();
  const act = (who: Buyer, what: string) =>
    who.json<{ code?: string }>(`/member/api/agreements/${a?.id ?? ''}`, { act: what });
  for (const what of ['confirm', 'keep']) expect((await act(stranger, what)).status).toBe(401);
  const tove = await signedIn(TOVE);
  expect((await act(tove, 'keep')).status).toBe(200);
  expect(statuses()).toEqual(['active']);
});

test('a device signed in as somebody does it for nobody else', async () => {
  await buys(buyer(), 'monthly', TOVE);
  await buys(buyer(), 'monthly', ILMAR);
  const ilmar = await signedIn(ILMAR);
  // Shown with Ilmar's days taken off; for Tove it costs another sum, so that nothing is charged.
  const shown = await ilmar.openCheckout('for-life');
  const differs = await ilmar.pay(shown, TOVE, CARD.good);
  expect([differs.status, asked()]).toEqual([409, [3_000, 3_000]]);
  // Shown anew: the whole, and Tove's subscription ends with what is paid, unless she keeps it.
  await ilmar.pay({ ...shown, prices: differs.body.prices ?? [] }, TOVE, CARD.good);
  expect([statuses(), asked()]).toEqual([
    ['ending', 'active'],
    [3_000, 3_000, 20_000],
  ]);
  // For whom it is signed in, it does: the days are all unused, so that 30.00 come off.
  await ilmar.fetch('/for-life/checkout?again');
  const checkout = await ilmar.openCheckout('for-life');
  expect(checkout.prices[0]?.dueToday).toBe('€170.00');
  await ilmar.pay(checkout, ILMAR, CARD.good);
  expect([statuses().sort(), asked().at(-1)]).toEqual([['ended', 'ending'], 17_000]);
});

test('a link to a file opens for who bought it and for no other buyer', async () => {
  const [tove, ilmar] = [buyer(), buyer()];
  await buys(tove, 'field-pack', TOVE);
  await buys(ilmar, 'field-pack', ILMAR);
  const [link = ''] = await tove.filesOfThanks('field-pack');
  expect((await tove.fetch(link)).status).toBe(200);
  expect((await ilmar.fetch(link)).status).not.toBe(200);
  expect((await buyer().fetch(link)).status).not.toBe(200);
});

test('nobody hears that it is paid before it is on the disk', async () => {
  const { journal } = shop.counter.context;
  const append = journal.append.bind(journal);
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  journal.append = async (batch) => {
    if (batch.events.some((event) => event.type === 'order.paid')) await held;
    return append(batch);
  };
  const tove = buyer();
  let answered = false;
  const checkout = await tove.openCheckout('field-pack');
  const paying = tove.pay(checkout, TOVE, CARD.good).then((answer) => {
    answered = true;
    return answer;
  });
  await until(() => state().orders.size === 1, 'the order in memory');
  let heard = false;
  const hearing = tove.state(checkout).then(() => (heard = true));
  // Whoever comes later is answered, several times over.
  for (let i = 0; i < 3; i += 1) expect((await fetch(`${shop.counter.address}/health`)).status).toBe(200);
  expect([answered, heard]).toEqual([false, false]);
  letGo();
  expect((await paying).body.state?.status).toBe('paid');
  await hearing;
});
