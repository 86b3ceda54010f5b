import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import { type DraftContent, type ReleaseContent, sealContent, unsealContent } from '#core/release';
import type { LedToWay } from '#core/ways';
import { Buyer } from '../../../demo/clients';
import type { CounterOptions } from '../../../src/counter/options';
import { openShop, type TestShop, until } from '../../support/counter';
import { mailsTo } from '../../support/mails';
import { pathContent } from '../../support/pathShop';
import { contentWithMonthly, draftContent } from '../../support/release';

// A wallet and a bank account: approved elsewhere, come back, charged like a card. A pack for 24.00 or 68.00.
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const EVERY: LedToWay[] = ['wallet', 'account'];

let shop: TestShop;
afterEach(() => shop.close());

const offering = (content: DraftContent, ways = EVERY): ReleaseContent => {
  content.shop.ways = ways;
  return sealContent(content);
};
const open = async (content: ReleaseContent = offering(draftContent()), options: Partial<CounterOptions> = {}) => {
  shop = await openShop({ content, ...options });
};
const buyer = (): Buyer => new Buyer(shop.counter.address);
const runner = () => shop.counter.context.runner;
const payments = () => [...runner().state.orders.values()].flatMap((o) => o.payments);
/** What a stand-in was asked to do, in its own words. */
const linesOf = (service: string): { t: string }[] =>
  readFileSync(join(shop.folder, 'outside', service, 'service.jsonl'), 'utf8')
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => JSON.parse(line) as { t: string });
const askedOf = (service: string, what: string): number => linesOf(service).filter(({ t }) => t === what).length;
async function switches(way: LedToWay | 'payments', to: object): Promise<void> {
  const { secrets } = shop.counter.context;
  const key = { wallet: secrets.walletKey, account: secrets.accountKey, payments: secrets.paymentsKey }[way];
  await fetch(`${shop.counter.address}/standin/${way}/switches`, {
    method: 'POST',
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    body: JSON.stringify(to),
  });
}
/** Approves and pays, at one price of a path. */
async function payBy(
  way: LedToWay,
  who: Buyer,
  address: string,
  said: 'approve' | 'approve-now' | 'empty' = 'approve',
) {
  const data = await who.openCheckout(address);
  const { body } = await who.leaveFor(way, data, TOVE);
  await who.answerAt(body.approveAt ?? '', said);
  return (await who.payApproved(way, data, TOVE)).body;
}

describe('a wallet', () => {
  test('is approved there, comes back to the step it left, pays, is told of, and gets its money back', async () => {
    await open();
    const tove = buyer();
    const data = await tove.openCheckout('field-pack');
    expect(data.prices[0]?.ways).toEqual(['card', 'wallet', 'account']);
    const left = await tove.leaveFor('wallet', data, TOVE);
    // Until it is approved nothing is written, and nothing can be charged.
    expect([runner().state.charges.size, runner().state.checkouts.size]).toEqual([0, 0]);
    expect((await tove.payApproved('wallet', data, TOVE)).body.state).toMatchObject({
      status: 'refused',
      sentence: expect.stringMatching(
        /^Your wallet did not pay: it wasn’t approved for this amount.*Nothing was charged/,
      ),
    });
    const back = await tove.answerAt(left.body.approveAt ?? '', 'approve');
    expect(back).toBe(`${shop.counter.address}/field-pack/checkout?approved=wallet`);
    const paid = await tove.payApproved('wallet', data, TOVE);
    expect(paid.body.state).toMatchObject({ status: 'paid', next: '/field-pack/thanks' });
    expect(payments()).toMatchObject([{ way: 'wallet', last4: '', lines: [{ amount: 2_400 }] }]);
    expect([askedOf('wallet', 'card'), askedOf('payments', 'charge')]).toEqual([1, 0]);
    await until(async () => (await mailsTo(shop.folder, TOVE.address)).length > 0, 'the receipt');
    expect((await mailsTo(shop.folder, TOVE.address))[0]?.text).toContain('Paid with your wallet.');

    const [order] = runner().state.orders.values();
    const line = order?.lines[0]?.lineId ?? '';
    const shares = [{ lineId: line, amount: 2_400 }];
    expect((await shop.owner.act('/refunds', { orderId: order?.id, shares })).body).toMatchObject({ status: 'paid' });
    expect(askedOf('wallet', 'refund')).toBe(1);
  });

  test('turned back at: nothing is charged, and the path’s own step for that is where it leads', async () => {
    const draft = draftContent();
    await open(offering(draft));
    const tove = buyer();
    const data = await tove.openCheckout('field-pack');
    const left = await tove.leaveFor('wallet', data, TOVE);
    const address = left.body.approveAt ?? '';
    expect(await tove.answerAt(address, 'back')).toBe(`${shop.counter.address}/field-pack/checkout?turned-back=wallet`);
    // Answered is answered: approving afterwards makes nothing of it.
    expect(await tove.answerAt(address, 'approve')).toMatch(/turned-back=wallet$/);
    expect((await tove.payApproved('wallet', data, TOVE)).body.state?.status).toBe('refused');
    expect(payments()).toEqual([]);

    const [path] = draft.paths;
    const checkout = path?.steps.find((s) => s.kind === 'checkout');
    const page = path?.steps.find((s) => s.kind === 'page');
    if (!path || !checkout || !page) throw new Error('no path');
    path.joins.push({ from: checkout.id, by: 'turned-back', to: { kind: 'step', step: page.id } });
    expect((await shop.owner.publish(1, offering(draft))).status).toBe(201);
    const ava = buyer();
    const there = await ava.leaveFor('wallet', await ava.openCheckout('field-pack'), TOVE);
    const back = await ava.answerAt(there.body.approveAt ?? '', 'back');
    expect((await ava.fetch(back)).headers.get('location')).toBe('/field-pack');
  });

  test('kept for what is due later: charged each month without being asked again, and behind when it refuses', async () => {
    for (const [said, status] of [
      ['approve', 'active'],
      ['approve-now', 'past-due'],
    ] as const) {
      const content = unsealContent(contentWithMonthly());
      await open(offering(content));
      expect((await payBy('wallet', buyer(), 'monthly', said)).state?.status).toBe('paid');
      await shop.owner.act('/clock', { by: 'month' });
      await shop.owner.act('/clock', { by: 'day' });
      const [monthly] = runner().state.agreements.values();
      expect([monthly?.status, monthly?.payments.map((p) => p.way)]).toEqual([
        status,
        status === 'active' ? ['wallet'] : [],
      ]);
      expect([askedOf('payments', 'charge'), askedOf('wallet', 'charge') > 1]).toEqual([0, true]);
      if (said === 'approve') await shop.close();
    }
  });

  test('pays for an offer after payment by one press; a bank account is not there where one follows', async () => {
    const draft = unsealContent(pathContent({ offers: [{ kind: 'once', amount: '24' }] }));
    await open(offering(draft));
    const tove = buyer();
    expect((await tove.openCheckout('field-pack')).prices[0]?.ways).toEqual(['card', 'wallet']);
    const refused = await tove.leaveFor('account', await tove.openCheckout('field-pack'), TOVE);
    expect([refused.status, refused.body.code]).toEqual([409, 'way-not-kept']);
    const { state } = await payBy('wallet', tove, 'field-pack');
    const offer = await tove.openOffer(state?.status === 'paid' ? state.next : '');
    expect([offer.yes, offer.cardNeeded]).toEqual(['Yes, add it: €24.00 from your wallet', false]);
    expect((await tove.accept(offer)).body.state?.status).toBe('paid');
    expect(payments().map((p) => p.way)).toEqual(['wallet', 'wallet']);
  });

  test('approved for one sum does not pay another; for one checkout, no other; and nothing forged pays', async () => {
    await open();
    const tove = buyer();
    const data = await tove.openCheckout('field-pack');
    const cheap = await tove.leaveFor('wallet', data, TOVE, 0);
    await tove.answerAt(cheap.body.approveAt ?? '', 'approve');
    expect((await tove.payApproved('wallet', data, TOVE, 1)).body.state).toMatchObject({
      status: 'refused',
      sentence: expect.stringMatching(/for this amount/),
    });
    // Another visitor with this one's cookie of the approval, but a checkout of their own.
    const thief = buyer();
    const theirs = await thief.openCheckout('field-pack');
    expect((await thief.payApproved('wallet', theirs, TOVE)).body).toMatchObject({ code: 'not-approved' });
    const [name, value] = [...tove.cookies].find(([n]) => n.startsWith('keel_approval')) ?? ['', ''];
    thief.cookies.set(name, value);
    expect((await thief.payApproved('wallet', theirs, TOVE)).body).toMatchObject({ code: 'not-approved' });
    thief.cookies.set(
      name,
      value.replace(/.$/, (c) => (c === 'A' ? 'B' : 'A')),
    );
    expect((await thief.payApproved('wallet', theirs, TOVE)).body).toMatchObject({ code: 'not-approved' });
    // Nor does what is good for the one way pay by the other.
    expect((await tove.payApproved('account', data, TOVE)).body).toMatchObject({ code: 'not-approved' });
    expect(payments()).toEqual([]);
    expect((await tove.payApproved('wallet', data, TOVE, 0)).body.state?.status).toBe('paid');
  });

  test('a stranger hears nothing of whose address they typed before their wallet has approved', async () => {
    await open(offering(unsealContent(contentWithMonthly())));
    expect((await payBy('wallet', buyer(), 'monthly')).state?.status).toBe('paid');
    const stranger = buyer();
    const data = await stranger.openCheckout('monthly');
    const left = await stranger.leaveFor('wallet', data, TOVE);
    expect([left.status, left.body.approveAt]).toEqual([200, expect.stringContaining('/approve/')]);
    expect((await stranger.payApproved('wallet', data, TOVE)).body.state?.status).toBe('refused');
    await stranger.answerAt(left.body.approveAt ?? '', 'approve');
    expect((await stranger.payApproved('wallet', data, TOVE)).body).toMatchObject({ code: 'already-runs' });
    expect(payments()).toHaveLength(1);
  });

  test('silent on the way, and the shop killed meanwhile: looked up where it was asked, paid once', async () => {
    await open();
    const tove = buyer();
    const data = await tove.openCheckout('field-pack');
    const left = await tove.leaveFor('wallet', data, TOVE);
    await tove.answerAt(left.body.approveAt ?? '', 'approve');
    await switches('wallet', { holdAnswerMs: 1_000 });
    const pressed = tove.payApproved('wallet', data, TOVE).catch(() => null);
    await until(() => askedOf('wallet', 'charge') === 1, 'the charge at the wallet');
    await shop.restart();
    await pressed;
    await runner().settle();
    expect(payments()).toMatchObject([{ way: 'wallet' }]);
    expect(askedOf('wallet', 'charge')).toBe(1);
  });
});

test('whoever came by another name of this machine is led back to that one: their checkout lies in its cookies', async () => {
  await open();
  const tove = new Buyer(shop.counter.address.replace('127.0.0.1', 'localhost'));
  const left = await tove.leaveFor('wallet', await tove.openCheckout('field-pack'), TOVE);
  expect(await tove.answerAt(left.body.approveAt ?? '', 'approve')).toMatch(
    /^http:\/\/localhost:\d+\/field-pack\/checkout\?/,
  );
});

test('a card that says it is a wallet is not understood: which way it is, no browser says', async () => {
  await open();
  const tove = buyer();
  const data = await tove.openCheckout('field-pack');
  const card = await tove.token('9000000000000001');
  const { id: priceId = '', shown = '' } = data.prices[0] ?? {};
  const press = { pathId: data.pathId, stepId: data.stepId, priceId, shown, ...TOVE, holder: tove.holder };
  for (const more of [{ way: 'wallet' }, { last4: '' }])
    expect((await tove.json('/checkout/pay', { ...press, card: { ...card, ...more } })).status).toBe(422);
  expect(runner().state.charges.size).toBe(0);
});

test('a bank account pays once, is kept for nothing, and has no place where something is due later', async () => {
  const content = unsealContent(contentWithMonthly());
  await open(offering(content));
  const tove = buyer();
  expect((await tove.openCheckout('monthly')).prices[0]?.ways).toEqual(['card', 'wallet']);
  const refused = await tove.leaveFor('account', await tove.openCheckout('monthly'), TOVE);
  expect(refused.body).toMatchObject({ code: 'way-not-kept', title: expect.stringContaining('Nothing was charged') });
  expect((await payBy('account', tove, 'field-pack')).state?.status).toBe('paid');
  const [order] = runner().state.orders.values();
  expect([order?.card, order?.payments[0]?.way]).toEqual([null, 'account']);
});

test('a way that is not switched on, or not checked yet, is neither shown nor taken', async () => {
  await open(offering(draftContent(), ['wallet']));
  const tove = buyer();
  const data = await tove.openCheckout('field-pack');
  expect(data.prices[0]?.ways).toEqual(['card', 'wallet']);
  expect((await tove.leaveFor('account', data, TOVE)).body).toMatchObject({ code: 'way-not-ready' });
  await switches('wallet', { standing: 'being-checked' });
  await shop.owner.act('/ways', {});
  expect((await tove.openCheckout('field-pack')).prices[0]?.ways).toEqual(['card']);
  expect((await tove.leaveFor('wallet', data, TOVE)).body).toMatchObject({ code: 'way-not-ready' });
});

test('in a real shop a path that nothing ready can pay is not published; what is free is', async () => {
  await open(offering(draftContent(), ['account']), { mode: 'real' });
  await switches('payments', { standing: 'being-checked' });
  await shop.owner.act('/ways', {});
  const about: unknown = await (await shop.owner.fetch('/owner/api/about')).json();
  expect(about).toMatchObject({ ways: { card: 'being-checked', wallet: 'ready', account: 'ready' } });
  // An account is ready and wanted: it takes the pack, and nothing that goes on.
  expect((await shop.owner.publish(1, offering(draftContent(), ['account']))).status).toBe(201);
  const monthly = await shop.owner.publish(2, offering(unsealContent(contentWithMonthly()), ['account']));
  expect([monthly.status, monthly.body.title]).toEqual([
    409,
    expect.stringContaining('No way to pay that is ready can take money on “Monthly”'),
  ]);
  expect((await shop.owner.publish(2, offering(draftContent(), []))).body.title).toMatch(/on “Field pack”/);
  const free = draftContent();
  free.paths = free.paths.filter((p) => p.offerId === 'off_free');
  free.offers = free.offers.filter((o) => o.id === 'off_free');
  expect((await shop.owner.publish(2, offering(free, []))).status).toBe(201);
});
