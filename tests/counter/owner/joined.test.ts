import { readFileSync, writeFileSync } from 'node:fs';
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
  const [early, late] = ['2026-06-15T08:00:00.000Z', '2026-06-15T09:00:00.000Z'];
  const note = (text: string, at: string, seconds: number) => ({
    notes: { l1: { text, at } },
    places: { f1: { seconds, at } },
    tries: { l1: [{ id: `t${seconds}`, at, right: [], of: 1, passed: false }] },
  });
  const [stays, goes] = [idOf(TOVE), idOf(WORK)];
  await learners.change(stays, (r) => ({ ...r, ...note('At home', early, 5) }));
  // An address of their feed was ended: it stays ended.
  await learners.change(goes, (r) => ({ ...r, ...note('At work', late, 70), feed: 1 }));
  const before = learners.get(goes);
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
  const kept = learners.get(stays);
  expect([
    kept.notes['l1']?.text,
    kept.places['f1']?.seconds,
    kept.tries['l1']?.map(({ id }) => id),
    kept.feed,
  ]).toEqual(['At home\n\nAt work', 70, ['t5', 't70'], 1]);
  expect(learners.get(goes).notes).toEqual({});
  // Come twice, as after a stop in between, it is the same.
  writeFileSync(join(shop.folder, 'test', 'learners', `${goes}.json`), JSON.stringify(before));

  // A link asked for with either address is mailed to that address, and signs the one person in.
  const letters = (await mailsTo(shop.folder, WORK.address)).length;
  await new Buyer(shop.counter.address).json('/member/api/ask', { address: WORK.address });
  await until(async () => (await mailsTo(shop.folder, WORK.address)).length > letters, 'the link');
  const again = await signedInAt(shop, WORK);
  const third = new Buyer(shop.counter.address);
  await third.pay(await third.openCheckout('field-pack'), WORK, CARD.good);
  expect(state().ordersOfPerson.get(stays)?.length).toBe(3);
  await shop.restart();
  expect([shop.counter.context.problems, shop.counter.context.learners.get(stays)]).toEqual([[], kept]);
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

test.each(['goes', 'stays'])(
  'pressed while the one that %s is being erased: one of the two happens, and nobody is left in between',
  async (which) => {
    await bothBuy();
    const [stays, goes] = [idOf(TOVE), idOf(WORK)];
    // Only what has nothing running can be erased.
    const [agreementId = ''] = [...state().agreements.keys()];
    const { runner, people } = shop.counter.context;
    await runner.execute({ type: 'cancel', agreementId, when: 'now', giveBack: false, by: 'seller' });
    await runner.settle();
    const erased = which === 'goes' ? goes : stays;
    const both = await Promise.all([
      ask(WORK.address, false, stays),
      shop.owner.act('/people/erase', { personId: erased }),
    ]);
    const done = both.map(({ status }) => status);
    const isJoined = state().joined.get(goes) === stays;
    expect([isJoined, people.kept(goes)?.joinedTo === stays]).toEqual([done[0] === 200, done[0] === 200]);
    // Whoever was erased is found by nothing; whoever was not keeps what they had, under every address that is left.
    const left = people.get(which === 'goes' && !isJoined ? stays : isJoined ? stays : goes);
    if (done[1] === 200 && isJoined && which === 'stays') expect([idOf(TOVE), idOf(WORK)]).toEqual(['', '']);
    else expect([left?.erased ?? false, state().ordersOfPerson.has(left?.id ?? '')]).toEqual([false, true]);
    expect(done.filter((status) => status === 200).length).toBeGreaterThan(0);
    await shop.restart();
    expect(shop.counter.context.problems).toEqual([]);
  },
);

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
