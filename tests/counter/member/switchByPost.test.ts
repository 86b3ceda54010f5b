import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { freshProduct, newPrice, sealOffer, unsealOffer } from '#core/catalogue';
import { Buyer } from '../../../demo/clients';
import type { MemberAgreement, TasksAnswer } from '../../../src/wire';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { entered } from '../../support/mails';
import { contentSelling } from '../../support/release';

// A member whose subscription sends nothing switches to one that sends a parcel with each payment.

const CARDS = { ...freshProduct('posted', 'prd_cards', 'Field cards'), promise: 'A promise' };
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const PORTO = {
  name: 'Tove Marsh',
  street: 'Rua das Aves 3',
  more: '',
  postcode: '4000-001',
  city: 'Porto',
  country: 'PT',
};

let shop: TestShop;
let hers: Buyer;
beforeAll(async () => {
  const content = contentSelling([
    { id: 'plain', title: 'Letters', terms: { kind: 'subscription', amount: '12' } },
    { id: 'boxed', title: 'Letters and cards', terms: { kind: 'subscription', amount: '30' }, product: CARDS },
  ]);
  const plain = content.offers.find(({ id }) => id === 'off_plain');
  content.offers = content.offers.map((offer) => {
    if (offer.id !== 'off_boxed' || !plain) return offer;
    const { upgrades: _, ...draft } = unsealOffer(offer);
    return (
      sealOffer({
        ...draft,
        productIds: [...plain.productIds, CARDS.id],
        // Sent within two countries only.
        prices: draft.prices.map((price) => ({
          ...newPrice(price.id),
          ...price,
          sending: { fee: 0, byCountry: { PT: 250, DE: 400 }, listedOnly: true as const, parcels: 1 },
        })),
      }) ?? offer
    );
  });
  shop = await openShop({ content });
  const tove = new Buyer(shop.counter.address);
  expect((await tove.pay(await tove.openCheckout('letters'), TOVE, CARD.good)).body.state?.status).toBe('paid');
  hers = await entered(shop, TOVE.address);
});
afterAll(() => shop.close());

const agreements = async (): Promise<MemberAgreement[]> =>
  ((await (await hers.fetch('/member/api/me')).json()) as { agreements: MemberAgreement[] }).agreements;
const running = async (): Promise<MemberAgreement> => {
  const [first] = await agreements();
  if (!first) throw new Error('No agreement');
  return first;
};
const choice = async () => (await running()).switches.find(({ title }) => title.startsWith('Letters and cards'));

test('until an address is known nothing is promised and nothing can be charged; then each country has its own sum, and what was shown is charged', async () => {
  const { id } = await running();
  const path = `/member/api/agreements/${id}`;
  const first = await choice();
  expect(first).toMatchObject({
    lacks: 'address',
    leadsTo: 'It costs €30.00 monthly. Part of it is sent by post. Enter the address and you will see what you pay.',
  });
  const switchTo = async () => {
    const to = await choice();
    return hers.json<{ code?: string }>(path, {
      act: 'switch',
      offerId: to?.offerId,
      priceId: to?.priceId,
      shown: to?.shown,
    });
  };
  expect((await switchTo()).body.code).toBe('address-needed');

  const stranger = new Buyer(shop.counter.address);
  expect((await stranger.json(`${path}/address`, PORTO)).status).toBe(401);
  await stranger.pay(await stranger.openCheckout('letters'), { name: 'Bo', address: 'bo@example.org' }, CARD.good);
  const bo = await entered(shop, 'bo@example.org');
  expect((await bo.json(`${path}/address`, PORTO)).status).toBe(404);
  expect((await hers.json(`${path}/address`, { ...PORTO, city: '' })).status).toBe(422);

  // Somewhere it is not sent to: said so, and asked again.
  expect((await hers.json(`${path}/address`, { ...PORTO, country: 'FR' })).status).toBe(200);
  expect(await choice()).toMatchObject({
    lacks: 'address-in-reach',
    leadsTo: expect.stringContaining('but not to the address we have'),
  });
  expect((await switchTo()).body.code).toBe('address-needed');

  // 30.00 + 4.00 to Germany, less all of the month's 12.00; and 30.00 + 2.50 − 12.00 to Portugal.
  await hers.json(`${path}/address`, { ...PORTO, country: 'DE' });
  const german = await choice();
  expect(german).toMatchObject({
    lacks: null,
    leadsTo: expect.stringMatching(
      /^You pay €22\.00 now.*After that it costs €34\.00 monthly, of which €4\.00 is for delivery\.$/,
    ),
  });
  await hers.json(`${path}/address`, PORTO);
  const portuguese = await choice();
  expect(portuguese?.leadsTo).toMatch(
    /^You pay €20\.50 now.*After that it costs €32\.50 monthly, of which €2\.50 is for delivery\.$/,
  );
  expect(portuguese?.goesTo).toBe('Tove Marsh, Rua das Aves 3, 4000-001 Porto, Portugal');
  // What was shown for Germany is shown anew.
  const stale = { act: 'switch', offerId: german?.offerId, priceId: german?.priceId, shown: german?.shown };
  expect((await hers.json<{ code?: string }>(path, stale)).body.code).toBe('quote-changed');

  expect((await switchTo()).status).toBe(200);
  const { state } = shop.counter.context.runner;
  await until(() => [...state.agreements.values()].some((a) => a.from === id && a.payments.length > 0), 'the switch');
  const taken = [...state.agreements.values()].find((a) => a.from === id)?.payments[0]?.lines;
  expect(taken?.map(({ amount, credit }) => [amount, credit])).toEqual([[2_050, 1_200]]);
  await shop.counter.context.runner.settle();
  const tasks = (await (await shop.owner.fetch('/owner/api/tasks')).json()) as TasksAnswer;
  expect(tasks.waiting.map(({ name, lines }) => [name, lines])).toEqual([
    ['Tove Marsh', ['Tove Marsh', 'Rua das Aves 3', '4000-001 Porto', 'Portugal']],
  ]);
  // Where a parcel goes is changed with the parcel from now on.
  expect((await hers.json(`${path}/address`, { ...PORTO, country: 'DE' })).status).toBe(404);
  // Nothing of where somebody lives is in the history.
  expect(JSON.stringify([...state.agreements.values()])).not.toContain('Rua das Aves');

  // A month later exactly what was said is taken.
  await shop.owner.act('/clock', { by: 'month' });
  await shop.owner.act('/clock', { by: 'day' });
  const switched = () => [...shop.counter.context.runner.state.agreements.values()].find((a) => a.from === id);
  await until(() => switched()?.payments.length === 2, 'the next payment');
  expect(switched()?.payments[1]?.lines.map(({ amount }) => amount)).toEqual([3_250]);
});
