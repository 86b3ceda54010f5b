import {
  appendFileSync,
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { figuresOf } from '../../../src/counter/owner/figures';
import { PathFiguresAnswer } from '../../../src/wire';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { pathContent } from '../../support/pathShop';

// What is counted of a path, against visits that the test itself walked and wrote down.
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const GUIDE = { kind: 'once', amount: '7' } as const;
const TALK = { kind: 'once', amount: '210' } as const;
let shop: TestShop;
afterEach(() => shop.close());
const buyer = (): Buyer => new Buyer(shop.counter.address);
const path = () => shop.counter.context.releases.get(1)?.content.paths[0];
function figures() {
  const counted = figuresOf(shop.counter.context, path()?.id ?? '', 30);
  if (!counted) throw new Error('no figures');
  const kinds = new Map(path()?.steps.map((s) => [s.id, s.kind]));
  const came: Record<string, number> = {};
  for (const s of counted.steps) came[kinds.get(s.step) ?? ''] = s.came;
  return { ...counted, came, of: (kind: string) => counted.steps.find((s) => kinds.get(s.step) === kind) };
}
const folder = (): string => join(shop.folder, 'test', 'visits');

test('came, went on, bought, took along, said yes and no: as they were walked', async () => {
  shop = await openShop({ content: pathContent({ extras: [GUIDE], offers: [TALK] }) });
  for (let n = 0; n < 3; n += 1) await buyer().look('/field-pack?from=mail', 'https://www.birds.example/list');
  for (const answer of ['yes', 'no'] as const) {
    const who = buyer();
    await who.look('/field-pack');
    await who.look('/field-pack/checkout', '/field-pack');
    // Looking again counts no visit more.
    await who.look('/field-pack/checkout', '/field-pack/checkout');
    const chosen = answer === 'yes' ? { extras: ['ex_0'] } : {};
    const data = await who.quoteWith(await who.openCheckout('field-pack'), chosen);
    const paid = await who.pay(data, { ...TOVE, address: `${answer}@example.org` }, CARD.good, 0, chosen);
    const next = paid.body.state?.status === 'paid' ? paid.body.state.next : '';
    await who.look(next, '/field-pack/checkout');
    const offer = await who.openOffer(next);
    if (answer === 'yes') await who.accept(offer);
    else await who.decline(offer);
    await who.look('/field-pack/thanks', next);
  }
  const { came, of, sites, words } = figures();
  expect(came).toEqual({ page: 5, checkout: 2, offer: 2, thanks: 2 });
  expect(of('page')?.wentOn).toEqual([{ to: path()?.steps[1]?.id, count: 2 }]);
  expect(of('checkout')).toMatchObject({ taken: 2, money: 2_400 + 700 + 2_400, extras: [{ id: 'ex_0', taken: 1 }] });
  expect(of('offer')).toMatchObject({ taken: 1, left: 1, money: 21_000 });
  // The studio is told the same, a stranger nothing.
  const href = `/owner/api/paths/${path()?.id}/figures?days=30`;
  const told = await shop.owner.fetch(href, { headers: { 'keel-owner': '1' } });
  const answer = PathFiguresAnswer.parse(await told.json());
  expect(answer.figures?.steps).toEqual(figures().steps);
  expect((await buyer().fetch(href)).status).toBe(401);
  expect([sites, words]).toEqual([[{ of: 'birds.example', count: 3 }], [{ of: 'mail', count: 3 }]]);
});

test('a program that fetches pages, or says it is one, is left out; a mark counts once', async () => {
  shop = await openShop({ content: pathContent({}) });
  const who = buyer();
  await who.fetch('/field-pack');
  await who.fetch('/field-pack', { headers: { 'user-agent': 'FetchBot/1.0' } });
  const html = await (await who.fetch('/field-pack')).text();
  const mark = /href="(\/-\/mark\/[^"]+)"/.exec(html)?.[1] ?? '';
  const fetched = await who.fetch(mark);
  expect([fetched.headers.get('cache-control'), await fetched.text()]).toEqual(['no-store', '']);
  await who.fetch(mark);
  await who.fetch('/-/mark/m_of_my_own.css');
  const { came, robots } = figures();
  expect([came['page'], robots]).toEqual([1, 1]);
  // No cookie was needed to be counted.
  expect([...who.cookies.keys()]).toEqual([]);
});

test('a log that was torn, or is nonsense, is read as far as it goes; counting goes on behind it', async () => {
  shop = await openShop({ content: pathContent({}) });
  for (let n = 0; n < 3; n += 1) await buyer().look('/field-pack');
  await until(() => existsSync(folder()) && readdirSync(folder()).length > 0, 'the log');
  const [name] = readdirSync(folder());
  appendFileSync(join(folder(), name ?? ''), 'nonsense\n{"path":"p","st');
  await shop.restart();
  await buyer().look('/field-pack');
  await shop.restart();
  expect(figures().came['page']).toBe(4);
  const today = readFileSync(join(folder(), name ?? ''), 'utf8')
    .trimEnd()
    .split('\n');
  expect(JSON.parse(today.at(-1) ?? '')).toMatchObject({ step: path()?.start });
});

test('a disk that takes nothing stops no page: it is said, and what was seen is counted until the shop stops', async () => {
  shop = await openShop({ content: pathContent({}) });
  rmSync(folder(), { recursive: true, force: true });
  // Something else lies where the folder would be.
  writeFileSync(folder(), 'not a folder');
  await buyer().look('/field-pack');
  await until(() => figures().stopped !== null, 'what stopped');
  expect((await buyer().fetch('/field-pack')).status).toBe(200);
  rmSync(folder());
  mkdirSync(folder());
  chmodSync(folder(), 0o700);
  await buyer().look('/field-pack');
  await until(() => figures().stopped === null, 'counting again');
  expect(figures().came['page']).toBe(2);
});

test('a day that is over is kept as its sums', async () => {
  shop = await openShop({ content: pathContent({}) });
  await buyer().look('/field-pack');
  await shop.owner.act('/clock', { by: 'day' });
  await buyer().look('/field-pack');
  await until(() => existsSync(join(folder(), '2026-06-15.json')), 'the sums');
  rmSync(join(folder(), '2026-06-15.log'));
  await shop.restart();
  const { came, days } = figures();
  expect([came['page'], days.map((d) => d.day)]).toEqual([2, ['2026-06-15', '2026-06-16']]);
});

test('a page drawn at midnight counts for the day it was shown, also where that day is summed up already', async () => {
  shop = await openShop({ content: pathContent({}) });
  const html = await (await buyer().fetch('/field-pack')).text();
  await buyer().look('/field-pack');
  await shop.owner.act('/clock', { by: 'day' });
  await buyer().look('/field-pack');
  await until(() => existsSync(join(folder(), '2026-06-15.json')), 'the sums');
  await buyer().fetch(/href="(\/-\/mark\/[^"]+)"/.exec(html)?.[1] ?? '');
  const sums = (): string => readFileSync(join(folder(), '2026-06-15.json'), 'utf8');
  await until(() => sums().includes('came ":2'), 'the later view');
  await shop.restart();
  expect(figures().days.map(({ day, came }) => [day, Object.values(came).reduce((a, b) => a + b, 0)])).toEqual([
    ['2026-06-15', 2],
    ['2026-06-16', 1],
  ]);
});
