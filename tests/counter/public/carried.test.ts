import { afterEach, expect, test } from '@jest/globals';
import { sealContent, unsealContent } from '#core/release';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { pathContent } from '../../support/pathShop';

// A checkout framed by another site has no cookies: it carries its visit in a header. All that a visit does goes the same way.

const TALK = { kind: 'once', amount: '210' } as const;
const SOFTER = { kind: 'once', amount: '75' } as const;
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
let shop: TestShop;
afterEach(() => shop.close());

const open = async (): Promise<void> => {
  const content = unsealContent(pathContent({ offers: [TALK, SOFTER] }));
  content.shop.ways = ['wallet'];
  shop = await openShop({ content: sealContent(content) });
};
/** A window in a frame: its browser keeps no cookie there, so that none may matter. */
function framed(): Buyer {
  const buyer = new Buyer(shop.counter.address);
  buyer.carried = new Map();
  buyer.cookies.set = () => buyer.cookies;
  return buyer;
}
const orders = () => [...shop.counter.context.runner.state.orders.values()];

/** Opens, pays, takes one offer and leaves another: what is seen on the way. */
async function whole(buyer: Buyer): Promise<unknown[]> {
  const data = await buyer.openCheckout('field-pack');
  const again = await buyer.openCheckout('field-pack');
  const paid = await buyer.pay(again, TOVE, CARD.good);
  // Loaded anew it is the same checkout, and paid.
  const stands = await buyer.state(data);
  const first = await buyer.openOffer('/field-pack/offer-1');
  const taken = await buyer.accept(first);
  const next = await buyer.decline(await buyer.openOffer('/field-pack/offer-2'));
  const thanks = await (await buyer.fetch(next)).text();
  return [data.prices, paid.body, stands, first.yes, taken.body, next, /Tove|dawn|Download/i.test(thanks)];
}

test('the same story by cookies and by header: one checkout, its offers, and what it bought is open to it alone', async () => {
  await open();
  const withCookies = await whole(new Buyer(shop.counter.address));
  const frame = framed();
  expect(await whole(frame)).toEqual(withCookies);
  expect(frame.cookies.size).toBe(0);
  expect(orders().map(({ payments }) => payments.length)).toEqual([2, 2]);

  // What another window carries opens nothing of it, nor does a note that was changed, or given another's name.
  const stranger = framed();
  const data = await stranger.openCheckout('field-pack');
  expect(await stranger.state(data)).toMatchObject({ status: 'open' });
  const [name = '', note = ''] = [...(frame.carried ?? [])].find(([key]) => key.startsWith('keel_co_')) ?? [];
  for (const forged of [`${note}x`, note.replace(/.$/, ''), 'keel_co_', '{}'])
    expect(await asking(new Map([[name, forged]]), data)).toMatchObject({ status: 'open' });
  // The note of a checkout without the window's own secret tells that it is paid, and opens nothing.
  const planted = framed();
  planted.carried = new Map([[name, note]]);
  const looked = await planted.fetch('/field-pack/thanks');
  expect(await looked.text()).not.toMatch(/href="\/get\//);
});

async function asking(carried: Map<string, string>, data: Awaited<ReturnType<Buyer['openCheckout']>>) {
  const buyer = framed();
  buyer.carried = carried;
  await buyer.openCheckout('field-pack');
  return buyer.state(data);
}

test('a wallet is led to and come back from with what is carried', async () => {
  await open();
  const frame = framed();
  const data = await frame.openCheckout('field-pack');
  const left = await frame.leaveFor('wallet', data, TOVE);
  await frame.answerAt(left.body.approveAt ?? '', 'approve');
  expect((await frame.payApproved('wallet', data, TOVE)).body.state?.status).toBe('paid');
  // Another window has nothing that was approved.
  const other = framed();
  const own = await other.openCheckout('field-pack');
  expect((await other.payApproved('wallet', own, TOVE)).body.code).toBe('not-approved');
});

test('whoever carries a visit in a header is read by no cookie of the browser', async () => {
  await open();
  const browser = new Buyer(shop.counter.address);
  const data = await browser.openCheckout('field-pack');
  await browser.pay(data, TOVE, CARD.good);
  expect(await browser.state(data)).toMatchObject({ status: 'paid' });
  browser.carried = new Map();
  const anew = await browser.openCheckout('field-pack');
  expect(await browser.state(anew)).toMatchObject({ status: 'open' });
});
