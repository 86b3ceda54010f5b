import { holdKind } from '#core/passes';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { PDFDocument } from '@cantoo/pdf-lib';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { FILE_BYTES, releaseContent } from '../../support/release';
import { bought } from '../../support/money';
import { mailsIn } from '../../support/mails';

const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
let shop: TestShop;
beforeEach(async () => {
  shop = await openShop();
});
afterEach(() => shop.close());

const buyer = (): Buyer => new Buyer(shop.counter.address);
const state = () => shop.counter.context.runner.state;
const mails = () => mailsIn(shop.folder);

test('bought, opened from the thank-you page, the receipt sent, signed in by its link once, papers drawn', async () => {
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  expect(checkout.prices.map((p) => p.dueToday)).toEqual(['€24.00', '€68.00']);
  const paid = await tove.pay(checkout, TOVE, CARD.good);
  expect(paid.body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  const [link = ''] = await tove.filesOfThanks('field-pack');
  const file = await tove.fetch(link);
  expect(file.status).toBe(200);
  expect(new Uint8Array(await file.arrayBuffer())).toEqual(FILE_BYTES);

  await until(async () => (await mails()).length === 1, 'the receipt');
  const [mail] = await mails();
  expect(mail?.subject).toBe('[Test] Your order: Field pack');
  expect(mail?.text).toMatch(/Field pack.*: €24\.00/);
  const enter = /\/member\/enter\/\S+/.exec(mail?.text ?? '')?.[0] ?? '';
  const phone = buyer();
  expect(await (await phone.fetch(enter)).text()).toContain('Sign in');
  expect(await (await phone.fetch(enter)).text()).toContain('Sign in');
  expect((await phone.fetch(enter, { method: 'POST' })).status).toBe(303);
  expect((await buyer().fetch(enter, { method: 'POST' })).status).toBe(410);
  const me = (await (await phone.fetch('/member/api/me')).json()) as {
    things: { open: boolean; files: { href: string }[] }[];
    orders: { papers: { href: string }[] }[];
  };
  expect(me.things).toMatchObject([{ open: true }]);
  expect((await phone.fetch(me.things[0]?.files[0]?.href ?? '')).status).toBe(200);
  const pdf = await phone.fetch(me.orders[0]?.papers[0]?.href ?? '');
  expect((await PDFDocument.load(await pdf.arrayBuffer())).getTitle()).toBe('Receipt R-00001');
});

test('declined: the reason, nothing opened; then another card, one order', async () => {
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  expect((await tove.pay(checkout, TOVE, CARD.poor)).body.state).toEqual({
    status: 'refused',
    sentence: expect.stringContaining('insufficient funds. Nothing was charged'),
  });
  expect((await tove.fetch('/field-pack/thanks')).status).toBe(200);
  expect(await tove.filesOfThanks('field-pack')).toEqual([]);
  await tove.pay(checkout, TOVE, CARD.good);
  expect(state().orders.size).toBe(1);
});

test('double click, reload and back: one order, and the checkout leads to its thank-you page', async () => {
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  await Promise.all([
    tove.pay(checkout, TOVE, CARD.good),
    tove.pay(checkout, TOVE, CARD.good),
    tove.pay(checkout, TOVE, CARD.good),
  ]);
  expect(state().orders.size).toBe(1);
  const again = await tove.fetch('/field-pack/checkout');
  expect([again.status, again.headers.get('location')]).toEqual([303, '/field-pack/thanks']);
  await tove.openCheckout('field-pack?again').catch(() => undefined);
  expect((await tove.fetch('/field-pack/checkout?again=1')).status).toBe(200);
});

test('the bank asks: given, declined, abandoned', async () => {
  const answers: Record<string, string> = {};
  for (const how of ['approve', 'decline', 'abandon']) {
    const someone = buyer();
    const checkout = await someone.openCheckout('field-pack');
    const { body } = await someone.pay(checkout, { name: how, address: `${how}@example.org` }, CARD.bank);
    if (body.state?.status !== 'bank') throw new Error('The bank did not ask');
    expect(await someone.fetch(body.state.confirmAt).then((r) => r.text())).toContain('24.00 EUR');
    if (how === 'abandon') await shop.owner.act('/clock', { by: 'day' });
    else
      await someone.fetch(body.state.confirmAt, {
        method: 'POST',
        headers: { 'content-type': 'application/x-www-form-urlencoded' },
        body: `answer=${how}`,
      });
    await until(async () => (answers[how] = (await someone.state(checkout)).status) !== 'bank', how);
  }
  expect(answers).toEqual({ approve: 'paid', decline: 'refused', abandon: 'fell-away' });
});

test('answers after two days: being asked until then, paid once', async () => {
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  expect((await tove.pay(checkout, TOVE, CARD.late)).body.state).toEqual({ status: 'asking' });
  expect((await tove.pay(checkout, TOVE, CARD.good)).body.state).toEqual({ status: 'asking' });
  await shop.owner.act('/clock', { by: 'week' });
  expect((await tove.state(checkout)).status).toBe('paid');
  expect(state().orders.size).toBe(1);
});

test('the service is down: nothing is charged, and the buyer is told so when it is certain', async () => {
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  const token = await tove.token(CARD.good);
  await shop.switches({ down: true });
  const price = checkout.prices[0];
  const asked = tove.json<{ state: { status: string } }>('/checkout/pay', {
    pathId: checkout.pathId,
    priceId: price?.id,
    shown: price?.shown,
    ...TOVE,
    card: token,
  });
  expect((await asked).body.state.status).toBe('asking');
  await shop.switches({ down: false });
  await until(async () => (await tove.state(checkout)).status === 'fell-away', 'fallen away');
  expect((await tove.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
});

test('a checkout kept open beyond its minutes is new in everything: the sale that ended meanwhile is over', async () => {
  const content = releaseContent();
  for (const price of content.offers.flatMap((o) => o.prices)) price.sale = { from: null, until: '2026-06-15' };
  const ending = await openShop({ content });
  const wim = new Buyer(ending.counter.address);
  const checkout = await wim.openCheckout('field-pack');
  await ending.owner.act('/clock', { by: 'day' });
  const refused = await wim.pay(checkout, { name: 'Wim Tarn', address: 'wim@example.org' }, CARD.good);
  expect([refused.status, ending.counter.context.runner.state.charges.size]).toEqual([409, 0]);
  await ending.close();
});

test('disputed: on hold after five days, closed when the bank takes the money back', async () => {
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.disputed);
  const [link = ''] = await tove.filesOfThanks('field-pack');
  expect((await tove.fetch(link, { method: 'HEAD' })).status).toBe(200);
  await shop.owner.act('/clock', { by: 'week' });
  const pass = [...state().passes.values()][0];
  expect(pass?.holds.map(holdKind)).toEqual(['dispute']);
  expect((await tove.fetch(link)).status).toBe(410);
  await shop.owner.act('/clock', { by: 'month' });
  expect(pass?.closed?.why).toBe('dispute-lost');
  expect([...state().orders.values()][0]?.payments[0]?.dispute).toBe('lost');
});

test('a refund closes the door at once, whichever link is held', async () => {
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const [link = ''] = await tove.filesOfThanks('field-pack');
  expect((await tove.fetch(link)).status).toBe(200);
  const order = [...state().orders.values()][0];
  const shares = [{ lineId: 'l1', amount: 2400 }];
  const preview = await shop.owner.act<{ closes: string[] }>('/refunds/preview', { orderId: order?.id, shares });
  expect(preview.body.closes).toEqual(order?.passIds);
  expect((await shop.owner.act('/refunds', { orderId: order?.id, shares })).body).toMatchObject({ status: 'paid' });
  const refused = await tove.fetch(link);
  expect([refused.status, await refused.text()]).toEqual([
    403,
    expect.stringContaining('Access to this file is closed'),
  ]);
  expect((await tove.fetch(link, { headers: { range: 'bytes=0-9' } })).status).toBe(403);
});

test('a price that changes while somebody is at checkout: within the hour the old one stands; after it the new one is shown first', async () => {
  const early = buyer();
  const late = buyer();
  const [checkout, lateCheckout] = [await early.openCheckout('field-pack'), await late.openCheckout('field-pack')];
  const live = (await (await shop.owner.fetch('/owner/api/releases/live')).json()) as {
    release: { number: number; content: { offers: { prices: { terms: { amount: number } }[] }[] } };
  };
  const price = live.release.content.offers[0]?.prices[0];
  if (price) price.terms.amount = 3000;
  expect((await shop.owner.publish(live.release.number, live.release.content as never)).status).toBe(201);
  expect((await early.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
  await shop.owner.act('/clock', { by: 'day' });
  const answer = await late.pay(lateCheckout, { ...TOVE, address: 'late@example.org' }, CARD.good);
  expect([answer.status, answer.body.code, answer.body.prices?.[0]?.dueToday]).toEqual([
    409,
    'quote-changed',
    '€30.00',
  ]);
  expect(
    (
      await late.pay(
        { ...lateCheckout, prices: answer.body.prices ?? [] },
        { ...TOVE, address: 'late@example.org' },
        CARD.good,
      )
    ).body.state?.status,
  ).toBe('paid');
  expect([...state().orders.values()].map((o) => bought(o).lines[0]?.paid)).toEqual([2400, 3000]);
});

test('an address that changed forwards; release and orders outlive a restart', async () => {
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const live = (await (await shop.owner.fetch('/owner/api/releases/live')).json()) as {
    release: { number: number; content: { paths: { address: string; formerAddresses: string[] }[] } };
  };
  const path = live.release.content.paths[0];
  if (path) Object.assign(path, { address: 'dawn-pack', formerAddresses: ['field-pack'] });
  await shop.owner.publish(live.release.number, live.release.content as never);
  await shop.restart();
  const old = await fetch(`${shop.counter.address}/field-pack/checkout`, { redirect: 'manual' });
  expect(old.headers.get('location')).toBe('/dawn-pack/checkout');
  expect(state().orders.size).toBe(1);
  expect(shop.counter.context.problems).toEqual([]);
});

test('no card number in the shop’s own data after a purchase', async () => {
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  await shop.counter.context.runner.settle();
  const found: string[] = [];
  const search = (path: string): void => {
    if (path === join(shop.folder, 'outside', 'payments')) return;
    if (statSync(path).isDirectory()) readdirSync(path).forEach((name) => search(join(path, name)));
    else if (readFileSync(path, 'latin1').includes(CARD.good)) found.push(path);
  };
  search(shop.folder);
  expect(found).toEqual([]);
  expect(readFileSync(join(shop.folder, 'outside', 'payments', 'service.jsonl'), 'utf8')).toContain(CARD.good);
});
