import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { sealContent } from '#core/release';
import { greeted } from '#core/emails';
import { Buyer } from '../../../demo/clients';
import { allDone, CARD, openShop, ownerOf, type TestShop } from '../../support/counter';
import { mailsTo } from '../../support/mails';
import { draftContent } from '../../support/release';

// What a stranger can make the shop do to others, and what the same limits do to honest people beside them.

const clock = { now: () => '2026-06-15T08:00:00.000Z' as const, machine: () => performance.now() };
let shop: TestShop;
afterEach(() => shop.close());
const free = async (address: string, name = 'Tove', buyer = new Buyer(shop.counter.address)) =>
  buyer.pay(await buyer.openCheckout('free-minute'), { name, address }, null);

test('free orders in somebody’s name: five an hour to a mailbox, a name leads nowhere, and others are not kept out', async () => {
  shop = await openShop({ mode: 'real', clock });
  const statuses: number[] = [];
  for (let i = 0; i < 8; i += 1)
    statuses.push((await free('victim@example.org', 'You won! Collect at https://evil.example')).status);
  expect(statuses).toEqual([200, 200, 200, 200, 200, 429, 429, 429]);
  // Forty others behind the same address sign up meanwhile.
  const honest = await Promise.all(Array.from({ length: 40 }, (_, i) => free(`class${i}@example.org`, `Pupil ${i}`)));
  expect(honest.map(({ status }) => status)).toEqual(honest.map(() => 200));
  await allDone(shop);
  const texts = (await mailsTo(shop.folder, 'victim@example.org')).map(({ text }) => text ?? '');
  expect(texts.length).toBe(5);
  expect(texts.filter((text) => text.includes('evil.example'))).toEqual([]);
  const [pupil] = await mailsTo(shop.folder, 'class7@example.org');
  expect(pupil?.text).toContain('Pupil 7');
});

test('names that are names are greeted', () => {
  const names = ['Zoë O’Brien-Sørensen', 'J. R. Hartley', 'Dr. Ana Luísa', '田中 太郎', 'نور الدين'];
  expect(names.map(greeted)).toEqual(names);
  const others = ['https://evil.example', 'visit evil.example', 'me@evil.example', 'www.evil', 'a/b', 'x'.repeat(81)];
  expect(others.map(greeted)).toEqual(others.map(() => ''));
});

test('a record grows by what is new: the sixtieth order of one address writes no more than the tenth', async () => {
  shop = await openShop();
  const path = join(shop.folder, 'test', 'people.jsonl');
  const sizes: number[] = [];
  for (let i = 0; i < 60; i += 1) {
    expect((await free('tove@example.org', `Tove ${i}`)).status).toBe(200);
    sizes.push(readFileSync(path).length);
  }
  const [tenth = 0, twentieth = 0, fiftieth = 0, sixtieth = 0] = [sizes[9], sizes[19], sizes[49], sizes[59]];
  // As much for the last ten as for ten of the first.
  expect(sixtieth - fiftieth).toBeLessThan((twentieth - tenth) * 1.5);
  const before = shop.counter.context.people.find('tove@example.org');
  await shop.restart();
  expect(shop.counter.context.people.find('tove@example.org')).toEqual(before);
  expect(Object.keys(before?.names ?? {})).toHaveLength(60);
});

test('bank pages that nobody answers: six from one place in an hour; whoever answers theirs is not kept out', async () => {
  let machine = 0;
  shop = await openShop({ mode: 'real', clock: { ...clock, machine: () => performance.now() + machine } });
  const asks = async (i: number) => {
    const buyer = new Buyer(shop.counter.address);
    return buyer.pay(await buyer.openCheckout('field-pack'), { name: 'A', address: `a${i}@example.org` }, CARD.bank);
  };
  for (let i = 0; i < 8; i += 1) expect((await asks(i)).body.state?.status).toBe('bank');
  // They were left alone, and given up by the shop: another is not begun from there.
  const { charges } = shop.counter.context.runner.state;
  machine = 0;
  for (const [key] of charges) await shop.counter.context.runner.execute({ type: 'give-up-charge', key });
  await shop.counter.context.runner.settle();
  expect((await asks(9)).status).toBe(429);
  // Without a bank to ask, and for what costs nothing, nothing is in the way.
  expect((await free('honest@example.org')).status).toBe(200);
});

test('made-up views of one place decide no comparison and are not people', async () => {
  shop = await openShop({ mode: 'real', clock, content: sealContent(draftContent()) });
  const { visits } = shop.counter.context;
  for (let i = 0; i < 320; i += 1) await new Buyer(shop.counter.address).look('/field-pack');
  const sum = (what: RegExp): number =>
    visits
      .days('', '9999')
      .flatMap(({ tally }) => Object.entries(tally))
      .filter(([key]) => what.test(key))
      .reduce((all, [, count]) => all + count, 0);
  expect(sum(/ came/)).toBe(200);
  expect(sum(/ robot/)).toBe(120);
});

test('a practice shop answers nobody who comes to its port', async () => {
  shop = await openShop();
  const { context } = shop.counter;
  const begun = await context.practice?.begin(sealContent(draftContent()), '2026-06-15T08:00:00.000Z');
  const address =
    begun?.context.publicAddress() === undefined
      ? ''
      : (begun.context.outside.mail?.base().replace(/\/standin.*/, '') ?? '');
  expect(address).toMatch(/^http/);
  expect((await fetch(`${address}/field-pack`)).status).toBe(404);
  expect((await fetch(`${address}/member/api/me`)).status).toBe(404);
  expect((await fetch(`${address}/owner/api/about`)).status).toBe(404);
  if (begun) await context.practice?.end(begun.id);
});

test('an upload that is begun again goes on where it was', async () => {
  shop = await openShop();
  const owner = await ownerOf(shop.counter);
  const sha = 'b'.repeat(64);
  const head = { 'tus-resumable': '1.0.0', 'x-keel': '1' };
  const begin = () =>
    owner.fetch('/owner/api/uploads', {
      method: 'POST',
      headers: { ...head, 'upload-length': '3000', 'upload-metadata': `sha256 ${Buffer.from(sha).toString('base64')}` },
    });
  expect((await begin()).status).toBe(201);
  await owner.fetch(`/owner/api/uploads/${sha}`, {
    method: 'PATCH',
    headers: { ...head, 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
    body: 'x'.repeat(2_000),
  });
  expect((await begin()).status).toBe(201);
  const offset = (await owner.fetch(`/owner/api/uploads/${sha}`, { method: 'HEAD', headers: head })).headers.get(
    'upload-offset',
  );
  expect(offset).toBe('2000');
  expect(existsSync(join(shop.folder, 'vault', 'coming', sha))).toBe(true);
  expect(readdirSync(join(shop.folder, 'vault', 'coming')).length).toBeGreaterThan(0);
});
