import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { type Disk, realDisk } from '../../../src/counter/files/disk';
import { allDone, CARD, openShop, ownerOf, type TestShop, until } from '../../support/counter';
import { entered, mailsTo } from '../../support/mails';
import { NotAnswered } from '#core/shop';
import { contentWithMonthly } from '../../support/release';

// Erasing is written down, gone on with until it is done, and only then said to be done; nobody comes back after it.

let shop: TestShop;
afterEach(() => shop.close());

const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const context = () => shop.counter.context;
const idOf = (address: string): string => context().people.find(address)?.id ?? '';
async function buys(who = TOVE): Promise<Buyer> {
  const buyer = new Buyer(shop.counter.address);
  expect((await buyer.pay(await buyer.openCheckout('field-pack'), who, CARD.good)).body.state?.status).toBe('paid');
  await allDone(shop);
  return buyer;
}
const erase = (personId: string) => shop.owner.act<{ code?: string; title?: string }>('/people/erase', { personId });
/** What is left of somebody anywhere: files that name them, mail to them, sessions. */
async function leftOf(personId: string, ...addresses: string[]): Promise<string[]> {
  const own = join(shop.folder, 'test');
  const texts = readdirSync(own, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(jsonl?|log)$/.test(name))
    .map((name) => [name, readFileSync(join(own, name), 'utf8')] as const);
  const mails = (await Promise.all(addresses.map((address) => mailsTo(shop.folder, address)))).flat();
  return [
    ...texts.flatMap(([name, text]) => (addresses.some((a) => text.includes(a)) ? [`an address in ${name}`] : [])),
    ...texts.flatMap(([name, text]) => (text.includes('Tove Marsh') ? [`a name in ${name}`] : [])),
    ...mails.map(({ subject }) => `mail: ${subject ?? ''}`),
    ...context()
      .doors.sessionsOf(personId)
      .map(() => 'a session'),
    ...(existsSync(join(own, 'learners', `${personId}.json`)) ? ['what they keep'] : []),
  ];
}

/** Every step of erasing somebody at which the disk can refuse, by the file it is asked for. */
const STEPS: [string, (path: string, call: 'replace' | 'remove' | 'append') => boolean][] = [
  ['writing it down', (path, call) => call === 'replace' && path.endsWith('erasing.json')],
  ['the record', (path, call) => call === 'replace' && path.endsWith('people.jsonl')],
  ['what they keep', (path, call) => call === 'remove' && path.includes('learners')],
  ['their sign-ins', (path, call) => call === 'append' && path.endsWith('doors.jsonl')],
  ['the history', (path, call) => call === 'append' && path.endsWith('journal.jsonl')],
];

test.each(STEPS)(
  'cut short at %s: it goes on at the next start, and is not said to be done before',
  async (step, is) => {
    let broken = false;
    const full = (path: string, call: Parameters<typeof is>[1]): void => {
      if (broken && is(path, call)) throw Object.assign(new Error('ENOSPC'), { code: 'ENOSPC' });
    };
    const disk: Disk = {
      ...realDisk,
      replace: async (path, text) => (full(path, 'replace'), realDisk.replace(path, text)),
      remove: async (path) => (full(path, 'remove'), realDisk.remove(path)),
      async openAppend(path, mayCreate) {
        const file = await realDisk.openAppend(path, mayCreate);
        return { ...file, write: async (bytes, at) => (full(path, 'append'), file.write(bytes, at)) };
      },
    };
    shop = await openShop({ disk });
    const buyer = await buys();
    const id = idOf(TOVE.address);
    const member = await entered(shop, TOVE.address);
    const mailed = await context().doors.makeLink(id, 3 * 86_400_000);
    await context().learners.change(id, (record) => ({ ...record, speed: 1.5 }));
    broken = true;
    const answered = await erase(id);
    expect([answered.status, answered.body.title]).toEqual([
      503,
      expect.stringMatching(step === 'writing it down' ? /did not happen/ : /has begun .* continues automatically/),
    ]);
    if (step === 'writing it down') {
      expect(idOf(TOVE.address)).toBe(id);
      broken = false;
      expect((await erase(id)).status).toBe(200);
    } else {
      broken = false;
      await shop.restart();
      shop.owner = await ownerOf(shop.counter);
      await until(() => context().erasures.all().length === 0, 'the end of the erasing');
    }
    expect(await leftOf(id, TOVE.address)).toEqual([]);
    expect(context().people.get(id)?.erased).toBe(true);
    await shop.restart();
    // Nobody comes back: not by a link mailed before, nor in the browser that was signed in, nor in the window that paid.
    const link = await new Buyer(shop.counter.address).fetch(`/member/enter/${mailed}`, { method: 'POST' });
    expect(link.status).toBe(410);
    const asMember = new Buyer(shop.counter.address);
    for (const [name, value] of [...member.cookies, ...buyer.cookies]) asMember.cookies.set(name, value);
    const me = (await (await asMember.fetch('/member/api/me')).json()) as { signedIn: boolean };
    expect(me.signedIn).toBe(false);
    await context().learners.change(id, (record) => ({ ...record, speed: 2 }));
    expect(await leftOf(id, TOVE.address)).toEqual([]);
  },
);

test('every address they ever had is forgotten with them, but for what is somebody else’s by now', async () => {
  shop = await openShop();
  await buys();
  const id = idOf(TOVE.address);
  await context().people.move(id, TOVE.address, 'tove@new.example');
  await buys({ name: 'Tove Marsh', address: 'tove@new.example' });
  await context().people.move(id, 'tove@new.example', 'tove@third.example');
  // Somebody else has the second address now.
  await buys({ name: 'Nils Odd', address: 'tove@new.example' });
  shop.owner = await ownerOf(shop.counter);
  await shop.restart();
  shop.owner = await ownerOf(shop.counter);
  expect((await erase(id)).status).toBe(200);
  expect((await mailsTo(shop.folder, TOVE.address)).length).toBe(0);
  expect((await mailsTo(shop.folder, 'tove@new.example')).length).toBeGreaterThan(0);
  expect(context().people.find('tove@new.example')?.erased).toBeUndefined();
});

test('ending every way in ends what windows that paid still hold, and a mailed change of address', async () => {
  shop = await openShop();
  const thief = await buys();
  const id = idOf(TOVE.address);
  const page = await thief.look('/field-pack/thanks');
  const file = /href="(\/get\/[^"]+)"/.exec(page)?.[1] ?? '';
  expect((await thief.fetch(file)).status).toBe(200);
  const signedIn = await entered(shop, TOVE.address);
  expect((await signedIn.json('/member/api/address', { address: 'thief@example.net' })).status).toBe(202);
  let move = '';
  await until(async () => {
    const texts = (await mailsTo(shop.folder, 'thief@example.net')).map(({ text }) => text ?? '');
    move = /\/member\/move\/\S+/.exec(texts[0] ?? '')?.[0] ?? '';
    return move !== '';
  }, 'the link');
  const ended = await shop.owner.act(`/people/${id}/ways/end`, {});
  expect(ended.status).toBe(200);
  expect((await thief.fetch(file)).status).toBe(403);
  // The window asks how its order stands, and is given nothing that opens it.
  await thief.look('/field-pack/thanks');
  expect((await thief.fetch(file)).status).toBe(403);
  expect((await thief.fetch(move, { method: 'POST' })).status).toBe(410);
  expect(idOf('thief@example.net')).toBe('');
  // It holds over a start, and what is bought afterwards opens again.
  await shop.restart();
  const again = new Buyer(shop.counter.address);
  for (const [name, value] of thief.cookies) again.cookies.set(name, value);
  expect((await again.fetch(file)).status).toBe(403);
  const later = await buys();
  const own = /href="(\/get\/[^"]+)"/.exec(await later.look('/field-pack/thanks'))?.[1] ?? '';
  expect((await later.fetch(own)).status).toBe(200);
});

test('an email about their cancelled subscription has not gone yet: nobody is erased before they have heard', async () => {
  shop = await openShop({ content: contentWithMonthly() });
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('monthly'), TOVE, CARD.good);
  await allDone(shop);
  const { mailer, runner } = context();
  const { sendAbout } = mailer;
  mailer.sendAbout = () => Promise.reject(new NotAnswered('down'));
  const [agreement] = [...runner.state.agreements.values()];
  const cancel = { act: 'cancel', when: 'now', giveBack: true };
  expect((await shop.owner.act(`/agreements/${agreement?.id ?? ''}/act`, cancel)).status).toBe(200);
  await until(() => [...runner.state.refunds.values()].every(({ status }) => status === 'paid'), 'the refund');
  const id = idOf(TOVE.address);
  expect([(await erase(id)).status, context().people.get(id)?.erased]).toEqual([409, undefined]);
  // The mail service answers again.
  mailer.sendAbout = sendAbout;
  for (const { key } of runner.state.pending.inLane('service-email')) runner.nudge(key);
  await runner.quiet();
  expect((await mailsTo(shop.folder, TOVE.address)).map(({ subject }) => subject)).toContainEqual(
    expect.stringContaining('You’ve cancelled'),
  );
  expect((await erase(id)).status).toBe(200);
});
