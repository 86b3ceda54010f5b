import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { entered, mailsTo } from '../../support/mails';
import { contentWithMonthly } from '../../support/release';

let shop: TestShop;
let tove: Buyer;
beforeAll(async () => {
  shop = await openShop({ content: contentWithMonthly() });
  for (const [name, address] of [
    ['Tove', 'tove@example.org'],
    ['Ola', 'ola@example.org'],
  ] as const) {
    const buyer = new Buyer(shop.counter.address);
    await buyer.pay(await buyer.openCheckout('monthly'), { name, address }, CARD.good);
  }
  await shop.counter.context.runner.settle();
  tove = await entered(shop, 'tove@example.org');
});
afterAll(() => shop.close());

const idOf = (address: string): string => shop.counter.context.people.find(address)?.id ?? '';
const ask = (who: Buyer, address: string) =>
  who.json<{ sentence?: string; title?: string }>('/member/api/address', { address });
const textsTo = async (address: string): Promise<string[]> =>
  (await mailsTo(shop.folder, address)).map(({ text }) => text ?? '');
async function linkTo(address: string): Promise<string> {
  const found = async (): Promise<string | undefined> =>
    (await textsTo(address)).flatMap((text) => /\/member\/move\/\S+/.exec(text)?.[0] ?? [])[0];
  await until(async () => (await found()) !== undefined, `a link to ${address}`);
  return (await found()) ?? '';
}
const follow = async (link: string): Promise<[number, string]> => {
  const response = await new Buyer(shop.counter.address).fetch(link, { method: 'POST' });
  return [response.status, /<h1[^>]*>(.*?)<\/h1>/.exec(await response.text())?.[1] ?? ''];
};

test('asked for while signed in, changed by the link that went there; both addresses hear of it, and all stays theirs', async () => {
  const id = idOf('tove@example.org');
  expect((await ask(new Buyer(shop.counter.address), 'x@example.org')).status).toBe(401);
  expect([(await ask(tove, 'no address')).status, (await ask(tove, ' TOVE@example.org')).status]).toEqual([422, 422]);
  expect((await ask(tove, 'tove@new.example')).status).toBe(202);
  const link = await linkTo('tove@new.example');
  await until(
    async () => (await textsTo('tove@example.org')).some((t) => t.includes('tove@new.example')),
    'the notice',
  );
  // Looked at by whatever scans mail it changes nothing.
  expect((await new Buyer(shop.counter.address).fetch(link)).status).toBe(200);
  expect(idOf('tove@new.example')).toBe('');
  expect(await follow(`${link.slice(0, -2)}xx`)).toEqual([410, 'This link has been used or is too old']);
  // Pressed twice at once it is done once; a letter that lies at the old address lets nobody in any more.
  const letter = await shop.counter.context.doors.makeLink(id, 60_000);
  expect((await Promise.all([follow(link), follow(link)])).sort()).toEqual([
    [200, 'Your email address has been changed'],
    [410, 'This link has been used or is too old'],
  ]);
  expect(shop.counter.context.doors.lookAtLink(letter)).toBeNull();
  expect([idOf('tove@new.example'), idOf('tove@example.org')]).toEqual([id, '']);
  for (const address of ['tove@example.org', 'tove@new.example'])
    await until(async () => (await textsTo(address)).some((t) => t.includes('instead of tove@example.org')), address);
  expect(await follow(link)).toEqual([410, 'This link has been used or is too old']);
  // What they were signed in with goes on; the next letters go to the new address, over a restart too.
  const me = (await (await tove.fetch('/member/api/me')).json()) as { address: string; things: unknown[] };
  expect([me.address, me.things.length]).toEqual(['tove@new.example', 1]);
  await shop.restart();
  expect(idOf('tove@new.example')).toBe(id);
});

test('an address of somebody else is not taken over, and nobody hears beforehand that it is known; of two at once one gets it', async () => {
  const { context } = shop.counter;
  tove = await entered(shop, 'tove@new.example');
  const ola = await entered(shop, 'ola@example.org');
  const known = await ask(tove, 'ola@example.org');
  const unknown = await ask(tove, 'nobody@example.org');
  expect([known.status, known.body.sentence?.replace('ola@', '')]).toEqual([
    unknown.status,
    unknown.body.sentence?.replace('nobody@', ''),
  ]);
  expect(await follow(await linkTo('ola@example.org'))).toEqual([409, 'This email address already has purchases here']);
  await ask(tove, 'both@example.org');
  await ask(ola, 'both@example.org');
  await until(async () => (await textsTo('both@example.org')).length === 2, 'both links');
  const links = (await textsTo('both@example.org')).flatMap((text) => /\/member\/move\/\S+/.exec(text)?.[0] ?? []);
  const done = await Promise.all(links.map(follow));
  expect(done.map(([status]) => status).sort()).toEqual([200, 409]);
  expect([...context.people.all()].filter(({ address }) => address === 'both@example.org')).toHaveLength(1);
  // A day later a link is worth nothing.
  await ask(ola, 'late@example.org');
  const late = await linkTo('late@example.org');
  // Mailed links follow the machine's time, not the shop's.
  const now = Date.now;
  Date.now = () => now() + 25 * 3_600_000;
  try {
    expect((await follow(late))[0]).toBe(410);
  } finally {
    Date.now = now;
  }
});
