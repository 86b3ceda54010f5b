import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import { addMs, DAY, type Instant } from '#core/calendar';
import { Buyer, Owner } from '../../../demo/clients';
import { createCounter } from '../../../src/counter/createCounter';
import { nameInAddress } from '../../../src/counter/listen';
import { realDisk } from '../../../src/counter/files/disk';
import { openLines } from '../../../src/standins/shared/lines';
import { allDone, CARD, openShop, ownerOf, type TestShop, until } from '../../support/counter';
import { endProcesses, startProcess } from '../../support/process';
import { contentWithMonthly, FILE_BYTES, FILE_SHA, releaseContent } from '../../support/release';

// What lies in a shop's folder: one process to it, nothing held that is not on it, and what disagrees is named.
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const ILMAR = { name: 'Ilmar Quill', address: 'ilmar@example.org' };
const START = { clientFolder: 'dist/client', mode: 'demo' as const, port: 0, demoStart: '2026-06-15T08:00:00.000Z' };

let shop: TestShop | null = null;
const folders: string[] = [];
afterEach(async () => {
  endProcesses();
  await shop?.close();
  shop = null;
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});
const folderOf = (name: string): string => {
  const folder = mkdtempSync(join(tmpdir(), `keel-${name}-`));
  folders.push(folder);
  return folder;
};
const now = (): TestShop => {
  if (!shop) throw new Error('no shop');
  return shop;
};
const state = () => now().counter.context.runner.state;
const buys = async (who = TOVE, path = 'field-pack') => {
  const buyer = new Buyer(now().counter.address);
  return buyer.pay(await buyer.openCheckout(path), who, CARD.good);
};
const journal = (): string => readFileSync(join(now().folder, 'test', 'journal.jsonl'), 'utf8');

/** Closed, changed on the disk, and opened again. */
async function reopened(change: (own: string) => void): Promise<void> {
  await now().counter.close();
  change(join(now().folder, 'test'));
  now().counter = await createCounter({ ...START, dataFolder: now().folder });
  now().owner = await ownerOf(now().counter);
}

test('a second start on the folder says who has it and touches nothing; after a kill it is free', async () => {
  shop = await openShop();
  expect((await buys()).status).toBe(200);
  await allDone(now());
  const before = journal();
  const second = createCounter({ ...START, dataFolder: shop.folder });
  await expect(second).rejects.toThrow(
    new RegExp(`runs already: process ${process.pid} since .*, at ${shop.counter.address}\\. Nothing was opened`),
  );
  // From another process, and through another name of the folder.
  await expect(startProcess(`${shop.folder}/../${shop.folder.split('/').at(-1) ?? ''}`)).rejects.toThrow(
    'runs already',
  );
  expect(journal()).toBe(before);
  expect((await buys(ILMAR)).status).toBe(200);

  const folder = folderOf('kill');
  const first = await startProcess(folder);
  await expect(startProcess(folder, { port: Number(new URL(first.base).port) })).rejects.toThrow('runs already');
  await first.kill();
  expect((await startProcess(folder)).said()).toContain('Member area');
});

test('a port that is taken: nothing of the folder is opened', async () => {
  shop = await openShop();
  const folder = folderOf('port');
  const port = Number(new URL(shop.counter.address).port);
  await expect(createCounter({ ...START, dataFolder: folder, port })).rejects.toThrow('is taken by another program');
  expect(readdirSync(folder)).toEqual([]);
});

test('the owner’s key is said by the first start alone; the files are nobody else’s', async () => {
  const folder = folderOf('key');
  const first = await startProcess(folder);
  expect(first.said()).toContain(`#key=${first.key}`);
  await first.kill();
  const second = await startProcess(folder);
  expect([second.said().includes(second.key), second.said()]).toEqual([false, expect.stringContaining('npm run key')]);
  const all = readdirSync(folder, { recursive: true, encoding: 'utf8' });
  expect(all.filter((name) => (statSync(join(folder, name)).mode & 0o077) !== 0)).toEqual([]);
});

test('an address of this machine can be written and read again, whatever it listens on', () => {
  const hosts = ['127.0.0.1', '0.0.0.0', '::1', '::', 'fe80::1', 'localhost'];
  expect(hosts.map((host) => new URL(`http://${nameInAddress(host)}:4600`).hostname)).toEqual([
    '127.0.0.1',
    '127.0.0.1',
    '[::1]',
    '[::1]',
    '[fe80::1]',
    'localhost',
  ]);
});

test('disk full while a buyer’s record is written: nobody is known, nothing is charged, and the next try buys', async () => {
  let full = false;
  shop = await openShop({
    disk: {
      ...realDisk,
      async openAppend(path, mayCreate) {
        const file = await realDisk.openAppend(path, mayCreate);
        const isPeople = path.endsWith('people.jsonl');
        return {
          ...file,
          write: (bytes, at) => (full && isPeople ? Promise.reject(new Error('ENOSPC')) : file.write(bytes, at)),
        };
      },
    },
  });
  full = true;
  const refused = await buys();
  expect([refused.status, refused.body.title]).toEqual([503, expect.stringContaining('Nothing was charged')]);
  expect([[...now().counter.context.people.all()], state().people.size, state().charges.size]).toEqual([[], 0, 0]);
  full = false;
  expect((await buys()).body.state?.status).toBe('paid');
  await reopened(() => undefined);
  expect(now().counter.context.people.find(TOVE.address)?.id).toBe([...state().orders.values()][0]?.personId);
});

test('a new address twice at once is one person', async () => {
  shop = await openShop();
  await Promise.all([buys(), buys(), buys({ ...TOVE, address: 'TOVE@example.org' })]);
  expect([[...now().counter.context.people.all()].length, state().orders.size]).toEqual([1, 3]);
});

test('the stand-in’s disk is full beside a charge that waits for the bank: the shop lives, and goes on after it', async () => {
  const folder = folderOf('full');
  const first = await startProcess(folder);
  const owner = new Owner(first.base);
  await owner.connect(first.key);
  await owner.upload(FILE_BYTES);
  expect((await owner.publish(null, releaseContent())).status).toBe(201);
  await first.kill();
  const service = join(folder, 'outside', 'payments', 'service.jsonl');
  const BLOCKS = 512;
  // Full at another place each time: before the answer is noted, between it and the notice, after both.
  for (const room of [1_050, 1_500, 1_950]) {
    writeFileSync(service, `${'\n'.repeat(BLOCKS * 1_024 - room)}`);
    const full = await startProcess(folder, { fileBlocks: BLOCKS });
    const tove = new Buyer(full.base);
    const paid = await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.bank).catch(() => null);
    const confirmAt = paid?.body.state?.status === 'bank' ? paid.body.state.confirmAt : null;
    if (confirmAt !== null)
      await tove.fetch(confirmAt, { method: 'POST', body: new URLSearchParams({ answer: 'approve' }) });
    await new Promise((resolve) => setTimeout(resolve, 1_300));
    expect((await fetch(`${full.base}/health`)).status).toBe(200);
    await full.kill();
    const again = await startProcess(folder);
    if (confirmAt !== null) {
      // Where the answer was not kept the bank asks again; where it was, nothing is charged twice.
      await new Buyer(again.base).fetch(confirmAt, {
        method: 'POST',
        body: new URLSearchParams({ answer: 'approve' }),
      });
      const lines = (): string => readFileSync(join(folder, 'test', 'journal.jsonl'), 'utf8');
      const orders = (): number => lines().split('"type":"order.paid"').length - 1;
      const asked = (): number => lines().split('"type":"charge.waitsForBank"').length - 1;
      await until(() => orders() === asked(), 'the order');
    }
    await again.kill();
  }
});

test('a line after a torn one in the stand-in’s file is kept', () => {
  const path = join(folderOf('lines'), 'service.jsonl');
  const first = openLines<number>(path);
  first.add(1);
  first.close();
  writeFileSync(path, '1\n{"half', { flag: 'w' });
  const second = openLines<number>(path);
  second.add(2);
  second.close();
  const third = openLines<number>(path);
  expect(third.all).toEqual([1, 2]);
  third.close();
});

test('a missing tail: nothing is sold and nothing written until the owner has answered, then it goes on', async () => {
  shop = await openShop();
  for (const who of [TOVE, ILMAR]) expect((await buys(who)).status).toBe(200);
  await allDone(now());
  let cut = '';
  await reopened((own) => {
    const lines = readFileSync(join(own, 'journal.jsonl'), 'utf8').split('\n');
    cut = lines.slice(0, -7).join('\n') + '\n';
    writeFileSync(join(own, 'journal.jsonl'), cut);
  });
  const refused = await buys();
  expect([refused.status, refused.body.code, journal()]).toEqual([503, 'stands-still', cut]);
  const about = async () =>
    (await (await now().owner.fetch('/owner/api/about')).json()) as {
      standsStill: boolean;
      problems: { code: string }[];
    };
  expect(await about()).toMatchObject({ standsStill: true, problems: [{ code: 'tail-missing' }] });
  // Asked again at every start, until it is answered.
  await reopened(() => undefined);
  expect((await about()).standsStill).toBe(true);
  await now().owner.act('/problems/go-on', {});
  expect((await about()).standsStill).toBe(false);
  expect((await buys()).body.state?.status).toBe('paid');
  await reopened(() => undefined);
  expect(await about()).toMatchObject({ standsStill: false, problems: [] });
});

test('two publishes at once: one is live and is what lies on the disk, the other hears of it', async () => {
  shop = await openShop();
  const content = (title: string) => {
    const made = releaseContent();
    Object.assign(made.products[0] ?? {}, { title });
    return made;
  };
  const answers = await Promise.all(['One', 'Other', 'Third'].map((title) => now().owner.publish(1, content(title))));
  expect(answers.map((a) => a.status).sort()).toEqual([201, 409, 409]);
  const kept = ['One', 'Other', 'Third'][answers.findIndex((a) => a.status === 201)];
  await reopened(() => undefined);
  expect(now().counter.context.releases.get(state().release ?? 0)?.content.products[0]?.title).toBe(kept);
  expect(readdirSync(join(now().folder, 'test', 'releases')).filter((name) => name.endsWith('.part'))).toEqual([]);
});

describe('what disagrees is named with its file', () => {
  const flip = (path: string, at: number, to = 0x07): void => {
    const bytes = readFileSync(path);
    bytes[at] = to;
    writeFileSync(path, bytes);
  };
  const cases: [string, (own: string) => void, string, string, boolean][] = [
    ['a byte of people', (own) => flip(join(own, 'people.jsonl'), 2), 'people-unreadable', 'people.jsonl', true],
    [
      'a letter within a person’s line',
      (own) => flip(join(own, 'people.jsonl'), readFileSync(join(own, 'people.jsonl'), 'utf8').indexOf('Marsh'), 0x57),
      'people-unreadable',
      'people.jsonl',
      true,
    ],
    [
      'head.json is nonsense',
      (own) => writeFileSync(join(own, 'head.json'), '{'),
      'head-unreadable',
      'head.json',
      false,
    ],
    ['people gone', (own) => rmSync(join(own, 'people.jsonl')), 'people-missing', 'people.jsonl', true],
    ['a byte of doors', (own) => flip(join(own, 'doors.jsonl'), 2), 'doors-unreadable', 'doors.jsonl', false],
    [
      'presence empty',
      (own) => writeFileSync(join(own, 'presence.json'), ''),
      'presence-unreadable',
      'presence.json',
      false,
    ],
    [
      'the live release gone',
      (own) => rmSync(join(own, 'releases', '000001.json')),
      'release-missing',
      '000001.json',
      false,
    ],
    [
      'a byte of the live release',
      (own) => flip(join(own, 'releases', '000001.json'), 30),
      'release-missing',
      '000001.json',
      false,
    ],
    ['a file cut short', (own) => writeFileSync(vaultOf(own), 'x'), 'file-missing', FILE_SHA, false],
    ['a file gone', (own) => rmSync(vaultOf(own)), 'file-missing', FILE_SHA, false],
  ];
  const vaultOf = (own: string): string => join(own, '..', 'vault', FILE_SHA.slice(0, 2), FILE_SHA);
  test.each(cases)('%s', async (_what, damage, code, named, stands) => {
    shop = await openShop();
    await buys();
    await reopened(damage);
    const { problems, standsStill } = now().counter.context;
    expect(problems.find((p) => p.code === code)?.sentence).toContain(named);
    expect(standsStill).toBe(stands);
    // It starts, it answers, and it changes nothing of what is damaged.
    expect((await fetch(`${now().counter.address}/health`)).status).toBe(200);
    if (stands) expect((await buys(ILMAR)).body.code).toBe(code === 'release-missing' ? undefined : 'stands-still');
  });

  test('a byte within any key of an event: its line is named, whether or not the shop can start', async () => {
    shop = await openShop();
    await buys();
    const { folder } = shop;
    await shop.counter.close();
    const path = join(folder, 'test', 'journal.jsonl');
    const whole = readFileSync(path);
    const lines = whole.toString('utf8').split('\n');
    const line = lines.findIndex((text) => text.includes('"order.paid"')) + 1;
    const from = whole.indexOf(lines[line - 1] ?? '');
    const keys = [...(lines[line - 1] ?? '').matchAll(/"([a-zA-Z]+)":/g)].filter((_, i) => i % 4 === 0);
    expect(keys.length).toBeGreaterThan(10);
    for (const { index } of keys) {
      flip(path, from + index + 2, 0x58);
      const said = await createCounter({ ...START, dataFolder: folder }).then(
        async (counter) => {
          const { problems } = counter.context;
          await counter.close();
          return problems.map(({ sentence }) => sentence).join();
        },
        (error: Error) => error.message,
      );
      expect(said).toContain(`Line ${line} of `);
      writeFileSync(path, whole);
    }
    shop.counter = await createCounter({ ...START, dataFolder: folder });
  });

  test('people.jsonl loses its end while the shop runs: nothing is written behind the hole, nothing is sold, and it is said', async () => {
    shop = await openShop();
    await buys();
    const path = join(shop.folder, 'test', 'people.jsonl');
    for (const kept of [20, 0]) {
      const whole = readFileSync(path);
      writeFileSync(path, whole.subarray(0, kept));
      const left = readFileSync(path);
      expect((await buys(ILMAR)).status).toBe(503);
      expect(readFileSync(path)).toEqual(left);
      expect(now().counter.context.problems.find(({ code }) => code === 'file-shrank')?.sentence).toContain(path);
      // The owner's word does not help: only the file does.
      await now().owner.act('/problems/go-on', {});
      expect(now().counter.context.standsStill).toBe(true);
      await reopened(() => writeFileSync(path, whole));
      expect(now().counter.context.problems).toEqual([]);
      expect((await buys(ILMAR)).body).toMatchObject({ state: { status: 'paid' } });
      await allDone(now());
    }
  });

  test('a byte of the secrets: no start, and the file is named', async () => {
    shop = await openShop();
    const { folder } = shop;
    await shop.counter.close();
    const whole = readFileSync(join(folder, 'secrets.json'));
    writeFileSync(join(folder, 'secrets.json'), whole.subarray(1));
    await expect(createCounter({ ...START, dataFolder: folder })).rejects.toThrow('secrets.json cannot be read');
    writeFileSync(join(folder, 'secrets.json'), whole);
    shop.counter = await createCounter({ ...START, dataFolder: folder });
  });
});

describe('a real shop whose machine slept, or whose clock leapt', () => {
  /** A shop with a subscription, on a clock and a steady time that the test moves. */
  async function slept(): Promise<{ wake: (days: number) => void; back: () => void }> {
    let at: Instant = '2026-06-15T08:00:00.000Z';
    const before = at;
    const clock = { now: () => at, machine: () => performance.now() };
    shop = await openShop({ content: contentWithMonthly(), mode: 'real', clock });
    return {
      wake: (days) => {
        at = addMs(at, days * DAY);
      },
      back: () => {
        at = addMs(before, 60_000);
      },
    };
  }
  const charges = (): number =>
    readFileSync(join(now().folder, 'outside', 'payments', 'service.jsonl'), 'utf8').split('"t":"charge"').length - 1;
  const real = (): string => readFileSync(join(now().folder, 'real', 'journal.jsonl'), 'utf8');

  test('75 days: nothing is charged, sold or written; after the owner’s word nobody pays for that time', async () => {
    const { wake } = await slept();
    expect((await buys(TOVE, 'monthly')).body.state?.status).toBe('paid');
    await allDone(now());
    // What was decided before the sleep is on the disk.
    await now().counter.context.runner.synced();
    const before = real();
    wake(75);
    const refused = await buys(ILMAR, 'monthly');
    await until(() => now().counter.context.away !== null, 'the shop noticing');
    await now().counter.context.runner.turn();
    expect([refused.body.code, charges(), real()]).toEqual(['stands-still', 1, before]);
    expect(now().counter.context.away).toMatchObject({ agreements: 1, leapt: true });
    await now().owner.act('/away/confirm', {});
    await now().counter.context.runner.settle();
    const [a] = [...state().agreements.values()];
    expect([charges(), a?.payments.length, now().counter.context.away]).toEqual([1, 0, null]);
    // Bought on 15 June, due on 15 July: 30 days. The time goes on 75 days later, on 29 August; 30 days on is 28 September.
    expect(a?.next?.at.slice(0, 10)).toBe('2026-09-28');
    expect((await buys(ILMAR, 'monthly')).body.state?.status).toBe('paid');
  });

  test('a clock that falls back 49 hours and is put right: everything is sold throughout', async () => {
    const { wake } = await slept();
    expect((await buys(TOVE, 'monthly')).body.state?.status).toBe('paid');
    wake(-49 / 24);
    expect((await buys(ILMAR, 'monthly')).body.state?.status).toBe('paid');
    wake(49 / 24);
    expect([now().counter.context.away, now().counter.context.runner.now().slice(0, 13)]).toEqual([
      null,
      '2026-06-15T08',
    ]);
    expect((await buys(ILMAR, 'field-pack')).body.state?.status).toBe('paid');
    // Further than where steady time says it is a leap again.
    wake(-49 / 24);
    await buys(ILMAR, 'field-pack');
    wake(100 / 24);
    expect((await buys(TOVE, 'field-pack')).body.code).toBe('stands-still');
  });

  test('started with the clock a year ahead nothing is sold; with the clock right again it all goes on', async () => {
    const { wake } = await slept();
    await buys(TOVE, 'monthly');
    await allDone(now());
    wake(365);
    await now().restart();
    expect((await buys(ILMAR, 'monthly')).body.code).toBe('stands-still');
    expect(state().at < '2026-06-16').toBe(true);
    wake(-365);
    await until(() => now().counter.context.away === null, 'going on');
    expect((await buys(ILMAR, 'monthly')).body.state?.status).toBe('paid');
  });

  test('a history that is newer than the clock is told, with a way out, and stands still until then', async () => {
    const { wake } = await slept();
    await buys(TOVE, 'monthly');
    await allDone(now());
    const lines = real().split('\n').length - 1;
    wake(365);
    await now().restart();
    now().owner = await ownerOf(now().counter);
    await now().owner.act('/away/confirm', {});
    expect((await buys(ILMAR, 'monthly')).body.state?.status).toBe('paid');
    await allDone(now());
    wake(-365);
    await now().restart();
    now().owner = await ownerOf(now().counter);
    const ahead = now().counter.context.problems.find(({ code }) => code === 'history-ahead');
    expect(ahead?.sentence).toContain(`from line ${lines + 1} on`);
    expect((await buys(TOVE, 'field-pack')).body.code).toBe('stands-still');
    await now().owner.act('/problems/go-on', {});
    expect((await buys(TOVE, 'field-pack')).body.state?.status).toBe('paid');
  });

  test('a clock that comes back by itself: the shop goes on, and nothing was missed', async () => {
    const { wake, back } = await slept();
    await buys(TOVE, 'monthly');
    wake(400);
    expect((await buys(ILMAR, 'monthly')).body.code).toBe('stands-still');
    back();
    await until(() => now().counter.context.away === null, 'going on');
    expect((await buys(ILMAR, 'monthly')).body.state?.status).toBe('paid');
    expect(existsSync(join(now().folder, 'real', 'presence.json'))).toBe(true);
  });
});
