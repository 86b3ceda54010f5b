import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { Rights } from '#core/helpers';
import { Buyer, Owner } from '../../../demo/clients';
import { allDone, CARD, openShop, type TestShop, until } from '../../support/counter';
import { contentWithMonthly, FILE_BYTES, releaseContent } from '../../support/release';
import { helperEntered, LOOKS } from '../../support/helpers';
import { mailsTo as mailsToIn } from '../../support/mails';

const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const ONA = { name: 'Ona Reed', address: 'ona@example.org' };

let shop: TestShop;
beforeEach(async () => {
  shop = await openShop({ content: contentWithMonthly() });
});
afterEach(() => shop.close());
const state = () => shop.counter.context.runner.state;
const buys = async (who = TOVE, path = 'field-pack') => {
  const buyer = new Buyer(shop.counter.address);
  expect((await buyer.pay(await buyer.openCheckout(path), who, CARD.good)).body.state?.status).toBe('paid');
};
const mailsTo = (address: string) => mailsToIn(shop.folder, address);

async function helperWith(rights: Partial<Rights>): Promise<{ ona: Owner; id: string; enter: string }> {
  const { owner: ona, enter } = await helperEntered(shop, ONA, rights);
  return { ona, enter, id: shop.counter.context.helpers.all()[0]?.id ?? '' };
}

/** Every act there is, by the right that it needs. */
const acts = (
  orderId: string,
  agreementId: string,
  personId: string,
): [keyof Rights | 'none', () => [string, unknown]][] => [
  ['answer', () => ['/people/link', { personId }]],
  ['answer', () => ['/booked/none', { act: 'call-off', counts: true }]],
  ['answer', () => [`/people/${personId}/booked/none`, { at: '2026-07-02T09:00:00.000Z', zone: null, answers: [] }]],
  ['answer', () => ['/passes/none/sessions', { count: 1, reason: '' }]],
  ['answer', () => ['/classes/none/none', { act: 'call-off', offers: { otherDate: true, money: false } }]],
  ['answer', () => ['/tasks/none', { act: 'again' }]],
  ['answer', () => [`/agreements/${agreementId}/preview`, { act: 'pause', until: null }]],
  ['answer', () => [`/agreements/${agreementId}/act`, { act: 'pause', until: null }]],
  ['giveBackUpTo', () => ['/refunds/preview', { orderId, shares: [{ lineId: 'l1', amount: 100 }] }]],
  ['giveBackUpTo', () => ['/refunds', { orderId, shares: [{ lineId: 'l1', amount: 100 }] }]],
  ['edit', () => ['/vault/missing', { files: [] }]],
  ['edit', () => ['/practice', { content: releaseContent(), path: 'path', step: 'step', entrance: null }]],
  ['publish', () => ['/releases', { basedOn: 1, content: releaseContent() }]],
  ['publish', () => ['/releases/1/again', { basedOn: 1 }]],
  ['everything', () => ['/helpers', { ...TOVE, rights: LOOKS }]],
  ['everything', () => ['/access/give', { lines: [], reason: '', mail: false, tryOnly: true }]],
  ['everything', () => ['/access/p_nobody', { act: 'withdraw' }]],
  ['everything', () => ['/people/join', { personId, address: 'nobody@example.org', tryOnly: false }]],
  ['everything', () => ['/people/erase', { personId: 'u_nobody' }]],
  ['everything', () => ['/problems/go-on', {}]],
  ['everything', () => ['/away/confirm', {}]],
  ['everything', () => ['/clock', { by: 'day' }]],
  ['none', () => ['/people/read', { ids: [personId] }]],
];

describe('rights', () => {
  const each: [keyof Rights | 'none', Partial<Rights>][] = [
    ['none', {}],
    ['answer', { answer: true }],
    ['giveBackUpTo', { giveBackUpTo: 100 }],
    ['edit', { edit: true }],
    ['publish', { publish: true }],
  ];
  test.each(each)('with the right %s that is done, and nothing else', async (right, rights) => {
    await buys();
    await buys(TOVE, 'monthly');
    const { ona } = await helperWith(rights);
    const [order] = [...state().orders.values()];
    const [agreement] = [...state().agreements.values()];
    for (const [needed, act] of acts(order?.id ?? '', agreement?.id ?? '', order?.personId ?? '')) {
      const [path, body] = act();
      const { status, body: said } = await ona.act<{ code?: string; title?: string }>(path, body);
      const may = needed === 'none' || needed === right || (needed === 'edit' && right === 'publish');
      expect([path, status === 403 && said.code === 'not-allowed']).toEqual([path, !may]);
    }
    expect((await ona.fetch(`/owner/api/people/${order?.personId ?? ''}/everything`)).status).toBe(403);
    const put = await ona.upload(Buffer.from('more')).then(
      () => true,
      () => false,
    );
    expect(put).toBe(right === 'edit' || right === 'publish');
    const { releases } = (await (await shop.owner.fetch('/owner/api/releases')).json()) as {
      releases: { by: string | null }[];
    };
    expect(releases.map(({ by }) => by)).toEqual(right === 'publish' ? [ONA.name, null] : [null]);
  });

  test('money back up to so much of an order, in parts too, and by the way of ending something', async () => {
    await buys();
    await buys(TOVE, 'monthly');
    const { ona } = await helperWith({ giveBackUpTo: 1_000, answer: true });
    const [order] = [...state().orders.values()];
    const back = (amount: number) =>
      ona.act<{ title?: string }>('/refunds', { orderId: order?.id, shares: [{ lineId: 'l1', amount }] });
    expect((await back(1_001)).body.title).toContain('You can refund up to €10.00 of an order');
    // Two at once, each within the bound and together beyond it: one is given.
    const both = await Promise.all([back(600), back(600)]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 403]);
    expect([(await back(400)).status, (await back(1)).status]).toEqual([200, 403]);
    const [agreement] = [...state().agreements.values()];
    const act = (body: unknown) => ona.act(`/agreements/${agreement?.id ?? ''}/act`, body);
    expect((await act({ act: 'refund', amount: null, ends: true })).status).toBe(403);
    expect((await act({ act: 'cancel', when: 'now', giveBack: true })).status).toBe(403);
    expect((await act({ act: 'refund', amount: 900, ends: false })).status).toBe(200);
    // Who did it stands in the history; what buyers and time did bears nobody's name.
    const lines = readFileSync(join(shop.folder, 'test', 'journal.jsonl'), 'utf8')
      .trim()
      .split('\n');
    const by = lines.map((line) => JSON.parse(line) as { by?: string; events: { type: string }[] });
    const [helper] = shop.counter.context.helpers.all();
    expect(by.filter((b) => b.events[0]?.type === 'refund.requested').map((b) => b.by)).toEqual([
      helper?.id,
      helper?.id,
      helper?.id,
    ]);
    expect(by.find((b) => b.events[0]?.type === 'release.published')?.by).toBe('owner');
    expect(by.filter((b) => b.events[0]?.type === 'charge.requested').every((b) => b.by === undefined)).toBe(true);
  });
});

test('a link works once and in its own door; ended, a helper is out at once and asks in vain', async () => {
  await buys();
  const { ona, id, enter } = await helperWith({ everything: true });
  expect((await ona.fetch('/owner/api/about')).status).toBe(200);
  expect((await new Owner(shop.counter.address).fetch(enter, { method: 'POST' })).status).toBe(410);
  // A helper's link is none of the member area's, and a member's none of the studio's: neither is used up there.
  await shop.owner.act(`/helpers/${id}/link`, {});
  await until(async () => (await mailsTo(ONA.address)).length === 2, 'another link');
  const second = /\/owner\/enter\/(\S+)/.exec(
    (await mailsTo(ONA.address)).map((m) => m.text ?? '').find((text) => !text.includes(enter)) ?? '',
  )?.[1];
  const member = /\/member\/enter\/(\S+)/.exec((await mailsTo(TOVE.address))[0]?.text ?? '')?.[1] ?? '';
  const visitor = new Buyer(shop.counter.address);
  expect((await visitor.fetch(`/member/enter/${second ?? ''}`, { method: 'POST' })).status).toBe(410);
  expect((await visitor.fetch(`/owner/enter/${member}`, { method: 'POST' })).status).toBe(410);
  expect((await visitor.fetch(`/member/enter/${member}`, { method: 'POST' })).status).toBe(303);
  expect((await visitor.fetch('/owner/api/about')).status).toBe(401);
  const again = new Owner(shop.counter.address);
  expect((await again.fetch(`/owner/enter/${second ?? ''}`, { method: 'POST' })).status).toBe(303);
  await shop.owner.act(`/helpers/${id}/rights`, { rights: LOOKS });
  expect((await again.act('/clock', { by: 'day' })).status).toBe(403);
  await shop.owner.act(`/helpers/${id}/end`, {});
  expect([(await ona.fetch('/owner/api/about')).status, (await again.fetch('/owner/api/about')).status]).toEqual([
    401, 401,
  ]);
  await new Buyer(shop.counter.address).json('/owner/enter', { address: ONA.address });
  // What was asked for afterwards has come; emails go in the order they were asked for.
  const before = (await mailsTo(TOVE.address)).length;
  await new Buyer(shop.counter.address).json('/member/api/ask', { address: TOVE.address });
  await until(async () => (await mailsTo(TOVE.address)).length > before, 'the link asked for afterwards');
  expect(await mailsTo(ONA.address)).toHaveLength(2);
});

test('a person erased: nothing of them is on the disk but the history, which names nobody; who still pays is not erased', async () => {
  await shop.owner.upload(FILE_BYTES);
  await buys();
  await buys({ name: 'Ilmar Quill', address: 'ilmar@example.org' }, 'monthly');
  await allDone(shop);
  const [tove, ilmar] = [...state().orders.values()].map((o) => o.personId);
  const refused = await shop.owner.act<{ code: string; title: string }>('/people/erase', { personId: ilmar });
  expect([refused.status, refused.body.title]).toEqual([409, expect.stringContaining('“Monthly” is still running')]);
  const paid = structuredClone([...state().orders.values()].map((o) => o.payments));
  expect((await shop.owner.act('/people/erase', { personId: tove })).status).toBe(200);
  const holds = (): string[] =>
    readdirSync(shop.folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => join(entry.parentPath, entry.name))
      .filter((path) => /tove|Marsh/i.test(readFileSync(path, 'utf8')));
  expect(holds()).toEqual([]);
  expect([...state().orders.values()].map((o) => o.payments)).toEqual(paid);
  const { body } = await shop.owner.act<{ people: unknown[] }>('/people/read', { ids: [tove] });
  expect(body.people).toEqual([{ id: tove, rev: 2, name: '', address: '', erased: true }]);
  // Money back later still goes to the card; the letter that would go with it falls away.
  const [first] = [...state().orders.values()];
  await shop.owner.act('/refunds', { orderId: first?.id, shares: [{ lineId: 'l1', amount: 2_400 }] });
  await allDone(shop);
  expect([first?.payments[0]?.lines[0]?.givenBack, (await mailsTo(TOVE.address)).length]).toEqual([2_400, 0]);
  // Whoever comes with that address is somebody new, and the other is still who they are.
  await buys();
  await shop.restart();
  expect(shop.counter.context.people.find(TOVE.address)?.id).not.toBe(tove);
  expect(shop.counter.context.people.find('ilmar@example.org')?.id).toBe(ilmar);
  expect(shop.counter.context.problems).toEqual([]);
});

test('buying and being erased at once: whoever has paid is somebody with an address, every time', async () => {
  for (let round = 0; round < 6; round += 1) {
    const who = { name: 'Tove Marsh', address: `round${round}@example.org` };
    await buys(who);
    await allDone(shop);
    const before = shop.counter.context.people.find(who.address)?.id;
    const buyer = new Buyer(shop.counter.address);
    const page = await buyer.openCheckout('field-pack');
    const [paid, erased] = await Promise.all([
      buyer.pay(page, who, CARD.good),
      new Promise((resolve) => setTimeout(resolve, round)).then(() =>
        shop.owner.act<{ code?: string }>('/people/erase', { personId: before }),
      ),
    ]);
    expect([200, 409]).toContain(erased.status);
    if (paid.body.state?.status !== 'paid') expect(paid.body.code).toBe('press-again');
    const [latest] = [...state().orders.values()].slice(-1);
    const whose = shop.counter.context.people.get(latest?.personId ?? '');
    if (paid.body.state?.status === 'paid') expect([whose?.address, whose?.erased]).toEqual([who.address, undefined]);
  }
});
