import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { passState } from '#core/passes';
import { NotAnswered } from '#core/shop';
import { Buyer } from '../../../demo/clients';
import type { GiveAnswer, GiveLine, Me } from '../../../src/wire';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { entered, mailsTo, signedInAt } from '../../support/mails';
import { contentWithMonthly } from '../../support/release';

let shop: TestShop;
let productId = '';
beforeAll(async () => {
  shop = await openShop({ content: contentWithMonthly() });
  productId = shop.counter.context.releases.get(1)?.content.products[0]?.id ?? '';
});
afterAll(() => shop.close());

const state = () => shop.counter.context.runner.state;
const line = (address: string, more: Partial<GiveLine> = {}): GiveLine => ({
  address,
  name: address.split('@')[0] ?? '',
  productId,
  until: null,
  ...more,
});
const give = (lines: GiveLine[], more: object = {}) =>
  shop.owner.act<GiveAnswer & { title?: string; code?: string }>('/access/give', {
    lines,
    reason: 'from the old shop',
    mail: false,
    tryOnly: false,
    ...more,
  });
const passesOf = (address: string) => {
  const id = shop.counter.context.people.find(address)?.id ?? '';
  return (state().passesOfPerson.get(id) ?? []).flatMap((pass) => state().passes.get(pass) ?? []);
};
async function things(address: string): Promise<{ title: string; open: boolean; note: string }[]> {
  const who = await entered(shop, address);
  return ((await (await who.fetch('/member/api/me')).json()) as Extract<Me, { signedIn: true }>).things;
}

test('a dry run says what becomes of every line, and does nothing; a wrong line stops all of it', async () => {
  const before = state().seq;
  const lines = [
    line('ada@example.org'),
    line(' ADA@example.org'),
    line('no address'),
    line('bo@example.org', { until: '2026-06-14' }),
    line('cy@example.org', { productId: 'prd_none' }),
  ];
  const tried = await give(lines, { tryOnly: true });
  expect(tried.body.fates.map(({ fate }) => fate)).toEqual(['new', 'double', 'wrong', 'wrong', 'wrong']);
  const refused = await give(lines);
  expect([refused.status, refused.body.code]).toEqual([409, 'line-wrong']);
  expect([state().seq, [...shop.counter.context.people.all()].length]).toEqual([before, 0]);
});

test('given: one entry of the history for all; opens at once, with why; nobody is mailed unless that is wanted', async () => {
  const before = state().seq;
  const many = Array.from({ length: 300 }, (_, i) => line(`m${i}@example.org`));
  const given = await give(many);
  expect([given.status, given.body.given]).toEqual([200, 300]);
  expect([...state().passes.values()].filter(({ cause }) => cause.kind === 'gift')).toHaveLength(300);
  expect((await things('m7@example.org'))[0]).toMatchObject({ title: 'Field pack', open: true });
  expect(await mailsTo(shop.folder, 'm7@example.org')).toHaveLength(0);
  // The same again gives nothing; somebody new among them is given alone.
  const again = await give([...many, line('late@example.org')], { mail: true });
  expect([again.body.given, again.body.fates[0]?.fate]).toEqual([1, 'has']);
  await until(async () => (await mailsTo(shop.folder, 'late@example.org')).length === 1, 'the link');
  expect(state().seq).toBeGreaterThan(before);
  const [letter] = await mailsTo(shop.folder, 'late@example.org');
  expect([letter?.subject, letter?.text]).toEqual([
    expect.stringContaining('You now have access to Field pack'),
    expect.stringContaining('It works once: within 3 days'),
  ]);
  expect((await signedInAt(shop, { address: 'late@example.org' })).cookies.size).toBeGreaterThan(0);
});

test('the mail service is down and the shop stops: whoever was given something is told all the same, once', async () => {
  const own = await openShop({ content: contentWithMonthly() });
  own.counter.context.mailer.sendAccess = () => Promise.reject(new NotAnswered('down'));
  const lines = ['w1', 'w2'].map((name) => ({ address: `${name}@example.org`, name, productId, until: null }));
  expect((await own.owner.act('/access/give', { lines, reason: '', mail: true, tryOnly: false })).status).toBe(200);
  expect([...own.counter.context.runner.state.pending.values()].map(({ kind }) => kind)).toEqual([
    'access-mail',
    'access-mail',
  ]);
  await own.restart();
  await until(async () => (await mailsTo(own.folder, 'w2@example.org')).length === 1, 'the letter');
  await own.counter.context.runner.settle();
  expect([(await mailsTo(own.folder, 'w1@example.org')).length, own.counter.context.runner.state.pending.size]).toEqual(
    [1, 0],
  );
  await own.close();
});

test('pressed twice at once it is given once; taken back while money goes back it stays taken back', async () => {
  const both = await Promise.all([give([line('twice@example.org')]), give([line('twice@example.org')])]);
  expect(both.map(({ body }) => body.given).sort()).toEqual([0, 1]);
  expect(passesOf('twice@example.org')).toHaveLength(1);

  const finn = { name: 'Finn', address: 'finn@example.org' };
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('field-pack'), finn, CARD.good);
  await shop.counter.context.runner.settle();
  const [pass] = passesOf(finn.address);
  const order = [...state().orders.values()].find((o) => o.passIds.includes(pass?.id ?? ''));
  const shares = [{ lineId: order?.lines[0]?.lineId, amount: 2_400 }];
  await Promise.all([
    shop.owner.act(`/access/${pass?.id}`, { act: 'withdraw' }),
    shop.owner.act('/refunds', { orderId: order?.id, shares, reason: 'asked' }),
  ]);
  await shop.counter.context.runner.settle();
  expect(passesOf(finn.address)[0]?.closed).not.toBeNull();
  expect([...state().refunds.values()].find((r) => r.orderId === order?.id)?.status).toBe('paid');
  // Closed once, by whichever was first.
  const lines = (await (await shop.owner.fetch('/owner/api/journal?after=0')).text()).match(/pass\.closed/g) ?? [];
  const closed = [...state().passes.values()].filter((p) => p.closed !== null).length;
  expect(lines).toHaveLength(closed);
});

test('to the end of a day, moved, withdrawn; what is closed is given anew', async () => {
  await give([line('dee@example.org', { until: '2026-06-20' })]);
  const [pass] = passesOf('dee@example.org');
  // The first moment after that day in Lisbon.
  expect(pass?.until).toBe('2026-06-20T23:00:00.000Z');
  const act = (body: object) => shop.owner.act<{ sentence?: string; code?: string }>(`/access/${pass?.id}`, body);
  expect((await act({ act: 'until', until: '2026-06-01' })).body.code).toBe('until-past');
  expect((await act({ act: 'until', until: '2026-07-31' })).body.sentence).toContain('1 August 2026');
  // It does not close on its first day.
  shop.counter.context.demoClock?.moveTo('2026-06-21T12:00:00.000Z');
  await shop.counter.context.runner.settle();
  expect((await things('dee@example.org'))[0]?.open).toBe(true);
  expect((await act({ act: 'withdraw' })).status).toBe(200);
  expect((await things('dee@example.org'))[0]?.open).toBe(false);
  expect([
    (await act({ act: 'withdraw' })).body.code,
    (await act({ act: 'until', until: '2026-08-01' })).body.code,
  ]).toEqual(['pass-closed', 'pass-closed']);
  expect((await give([line('dee@example.org')])).body.given).toBe(1);
  expect(passesOf('dee@example.org').map((p) => passState(p, shop.counter.context.runner.now()))).toEqual([
    'closed',
    'open',
  ]);
});

test('what a subscription opens goes by its money; a refund closes what was bought and leaves what was given', async () => {
  const eve = { name: 'Eve', address: 'eve@example.org' };
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('monthly'), eve, CARD.good);
  await buyer.pay(await buyer.openCheckout('field-pack'), eve, CARD.good);
  await shop.counter.context.runner.settle();
  const [monthly, once] = passesOf(eve.address);
  const withdraw = (id = '') => shop.owner.act<{ code?: string }>(`/access/${id}`, { act: 'withdraw' });
  expect((await withdraw(monthly?.id)).body.code).toBe('pass-by-money');
  expect((await withdraw('p_none')).body.code).toBe('no-such-pass');
  // Bought for good already: nothing to give. Until the money goes back.
  expect((await give([line(eve.address)])).body.fates[0]?.fate).toBe('has');
  const order = [...state().orders.values()].find((o) => o.passIds.includes(once?.id ?? ''));
  const shares = [{ lineId: order?.lines[0]?.lineId, amount: 2_400 }];
  await shop.owner.act('/refunds', { orderId: order?.id, shares, reason: 'asked' });
  expect((await give([line(eve.address)])).body.given).toBe(1);
  expect((await things(eve.address)).filter(({ open }) => open)).toHaveLength(1);
});
