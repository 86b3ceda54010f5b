import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { mailsTo, signedInAt } from '../../support/mails';
import { contentWithMonthly } from '../../support/release';

const TOVE = { name: 'Tove Aas', address: 'tove@example.org' };
const WORK = { name: 'T. Aas', address: 'Tove.Aas@work.example' };

let shop: TestShop;
afterEach(() => shop.close());
const state = () => shop.counter.context.runner.state;
const idOf = ({ address }: { address: string }): string => shop.counter.context.people.find(address)?.id ?? '';
const ask = (address: string, tryOnly: boolean, personId = idOf(TOVE)) =>
  shop.owner.act<{ sentences?: string[]; title?: string }>('/people/join', { personId, address, tryOnly });

async function bothBuy(): Promise<{ tove: Buyer; work: Buyer }> {
  shop = await openShop({ content: contentWithMonthly() });
  for (const [who, path] of [
    [TOVE, 'field-pack'],
    [WORK, 'monthly'],
  ] as const) {
    const buyer = new Buyer(shop.counter.address);
    expect((await buyer.pay(await buyer.openCheckout(path), who, CARD.good)).body.state?.status).toBe('paid');
  }
  return { tove: await signedInAt(shop, TOVE), work: await signedInAt(shop, WORK) };
}

test('said before what it comes to; then both devices and both addresses lead to all of it, also in what is bought next', async () => {
  const { tove, work } = await bothBuy();
  const { learners } = shop.counter.context;
  const note = (text: string, at: string) => ({ notes: { l1: { text, at } } });
  const [stays, goes] = [idOf(TOVE), idOf(WORK)];
  await learners.change(stays, (r) => ({ ...r, ...note('At home', '2026-06-15T09:00:00.000Z') }));
  await learners.change(goes, (r) => ({ ...r, ...note('At work', '2026-06-15T08:00:00.000Z') }));
  expect((await ask('nobody@example.org', true)).status).toBe(404);
  // Their record has changed more often than the one that stays.
  for (const name of ['T.', 'T. A.', 'T. Aas'])
    await shop.counter.context.people.change(goes, (record) => ({ ...record, rev: record.rev + 1, name }));
  const looked = await ask(' tove.aas@WORK.example ', true);
  expect(looked.body.sentences?.[0]).toContain('1 order, 1 thing open and 1 plan or subscription running');
  const things = state().passesOfPerson.get(stays)?.length;
  expect([things, state().joined.size]).toEqual([1, 0]);

  expect((await ask(WORK.address, false)).status).toBe(200);
  expect((await ask(WORK.address, false)).status).toBe(409);
  expect([state().passesOfPerson.get(stays)?.length, state().passesOfPerson.has(goes)]).toEqual([2, false]);
  for (const device of [tove, work]) {
    const me = (await (await device.fetch('/member/api/me')).json()) as { address: string; agreements: unknown[] };
    expect([me.address, me.agreements.length]).toEqual([TOVE.address, 1]);
  }
  expect([learners.get(stays).notes['l1']?.text, learners.get(goes).notes]).toEqual(['At home\n\nAt work', {}]);

  // A link asked for with either address is mailed to that address, and signs the one person in.
  const before = (await mailsTo(shop.folder, WORK.address)).length;
  await new Buyer(shop.counter.address).json('/member/api/ask', { address: WORK.address });
  await until(async () => (await mailsTo(shop.folder, WORK.address)).length > before, 'the link');
  const again = await signedInAt(shop, WORK);
  const third = new Buyer(shop.counter.address);
  await third.pay(await third.openCheckout('field-pack'), WORK, CARD.good);
  expect(state().ordersOfPerson.get(stays)?.length).toBe(3);
  await shop.restart();
  expect(shop.counter.context.problems).toEqual([]);
  expect([idOf(WORK), shop.counter.context.people.kept(goes)]).toEqual([
    stays,
    { id: goes, rev: expect.any(Number), name: '', address: '', joinedTo: stays },
  ]);
  Object.assign(again, { base: shop.counter.address });
  expect((await again.fetch('/member/api/me')).status).toBe(200);
});

test('one of their addresses takes the place of the one that is written to; the one before leads to nobody', async () => {
  await bothBuy();
  const stays = idOf(TOVE);
  await ask(WORK.address, false);
  const { people } = shop.counter.context;
  const moved = await people.move(stays, TOVE.address, WORK.address);
  expect(moved).toMatchObject({ id: stays, address: WORK.address, addresses: [] });
  expect([idOf(WORK), idOf(TOVE)]).toEqual([stays, '']);
  expect(await people.move(stays, TOVE.address, 'third@example.org')).toBe('other');
});

test('stopped after it was decided: at the next start all that lies beside the history follows', async () => {
  const { work } = await bothBuy();
  const [stays, goes] = [idOf(TOVE), idOf(WORK)];
  await shop.counter.context.learners.change(goes, (r) => ({
    ...r,
    speed: 1.5,
    notes: { l1: { text: 'n', at: 'x' } },
  }));
  const { runner } = shop.counter.context;
  expect(await runner.execute({ type: 'join-people', personId: goes, intoId: stays })).not.toHaveProperty('refused');
  expect(idOf(WORK)).toBe(goes);
  await shop.restart();
  Object.assign(work, { base: shop.counter.address });
  const me = (await (await work.fetch('/member/api/me')).json()) as { address: string };
  expect([idOf(WORK), me.address, shop.counter.context.learners.get(stays).notes['l1']?.text]).toEqual([
    stays,
    TOVE.address,
    'n',
  ]);
});

test('erased: nothing of either record is left, asked for under either, and not while something runs', async () => {
  await bothBuy();
  const [stays, goes] = [idOf(TOVE), idOf(WORK)];
  await ask(WORK.address, false);
  const erase = () => shop.owner.act('/people/erase', { personId: goes });
  expect((await erase()).status).toBe(409);
  const [agreementId = ''] = [...state().agreements.keys()];
  await shop.counter.context.runner.execute({
    type: 'cancel',
    agreementId,
    when: 'now',
    giveBack: false,
    by: 'seller',
  });
  await shop.counter.context.runner.settle();
  expect((await erase()).status).toBe(200);
  const left = readFileSync(join(shop.folder, 'test', 'people.jsonl'), 'utf8');
  expect([idOf(TOVE), idOf(WORK), /tove|aas/i.test(left)]).toEqual(['', '', false]);
  expect((await ask(WORK.address, true, stays)).status).toBe(404);
});
