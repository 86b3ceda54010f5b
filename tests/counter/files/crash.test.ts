import { type ChildProcess, spawn } from 'node:child_process';
import { appendFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { Buyer, Owner } from '../../../demo/clients';
import { realDisk } from '../../../src/counter/files/disk';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { FILE_BYTES, releaseContent } from '../../support/release';

const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
let close: (() => Promise<void> | void) | null = null;
const children: ChildProcess[] = [];
afterEach(async () => {
  for (const child of children.splice(0)) child.kill('SIGKILL');
  await close?.();
  close = null;
});

/** The built counter as a process of its own, which can be killed like any other. */
async function startProcess(
  folder: string,
  port: number,
): Promise<{ child: ChildProcess; base: string; key: string; said: () => string }> {
  const child = spawn(process.execPath, ['dist/server/start.js'], {
    env: { ...process.env, KEEL_DATA: folder, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  children.push(child);
  let out = '';
  child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
  await until(() => /Member area/.test(out), 'the counter’s start');
  return { child, base: /ready (\S+)/.exec(out)?.[1] ?? '', key: /#key=(\S+)/.exec(out)?.[1] ?? '', said: () => out };
}

const gone = (child: ChildProcess): Promise<void> => new Promise((resolve) => child.on('exit', () => resolve()));

test('killed between the charge and its answer, then started: charged once, and the buyer has access', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'keel-kill-'));
  const first = await startProcess(folder, 0);
  const port = Number(new URL(first.base).port);
  const owner = new Owner(first.base);
  await owner.connect(first.key);
  await owner.upload(FILE_BYTES);
  expect((await owner.publish(null, releaseContent())).status).toBe(201);
  const secrets = JSON.parse(readFileSync(join(folder, 'secrets.json'), 'utf8')) as { paymentsKey: string };
  const tove = new Buyer(first.base);
  const checkout = await tove.openCheckout('field-pack');
  const card = await tove.token(CARD.good);
  // The service takes the money at once but keeps its answer back.
  await fetch(`${first.base}/standin/payments/switches`, {
    method: 'POST',
    headers: { authorization: `Bearer ${secrets.paymentsKey}`, 'content-type': 'application/json' },
    body: '{"holdAnswerMs":60000}',
  });
  const price = checkout.prices[0];
  void tove
    .json('/checkout/pay', { pathId: checkout.pathId, priceId: price?.id, shown: price?.shown, ...TOVE, card })
    .catch(() => undefined);
  const service = (): string => readFileSync(join(folder, 'outside/payments/service.jsonl'), 'utf8');
  await until(() => service().includes('"status":"paid"'), 'the charge');
  first.child.kill('SIGKILL');
  await gone(first.child);
  expect(readFileSync(join(folder, 'test/journal.jsonl'), 'utf8')).not.toContain('order.paid');

  const second = await startProcess(folder, port);
  close = async () => {
    second.child.kill('SIGKILL');
    await gone(second.child);
    rmSync(folder, { recursive: true, force: true });
  };
  await until(async () => (await tove.state(checkout)).status === 'paid', 'the order');
  expect(service().match(/"t":"charge"/g)).toHaveLength(1);
  const [link = ''] = await tove.filesOfThanks('field-pack');
  expect((await tove.fetch(link)).status).toBe(200);
  await until(
    () => existsSync(join(folder, 'outside/mail')) && readdirSync(join(folder, 'outside/mail')).length === 1,
    'the receipt',
  );
});

test('a torn last line is set aside; a changed line and a missing tail are noticed', async () => {
  const shop = await openShop();
  close = () => shop.close();
  const tove = new Buyer(shop.counter.address);
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  await shop.counter.context.runner.settle();
  const path = join(shop.folder, 'test', 'journal.jsonl');
  const codes = (): string[] => shop.counter.context.problems.map((p) => p.code);

  await shop.restart();
  expect(codes()).toEqual([]);
  const whole = readFileSync(path, 'utf8');
  const lines = whole.trimEnd().split('\n');

  await shop.counter.close();
  appendFileSync(path, '{"seq":99,"at":"2026-');
  await reopen(shop);
  expect(codes()).toEqual(['torn']);
  expect(readFileSync(path, 'utf8')).toBe(whole);
  expect(shop.counter.context.runner.state.orders.size).toBe(1);

  await shop.counter.close();
  writeFileSync(path, whole.replace('"dueToday":2400', '"dueToday":2401'));
  await reopen(shop);
  expect(codes()).toContain('changed');

  await shop.counter.close();
  writeFileSync(join(shop.folder, 'test', 'head.json'), JSON.stringify({ seq: lines.length, hash: 'f'.repeat(64) }));
  writeFileSync(path, `${lines.slice(0, -1).join('\n')}\n`);
  await reopen(shop);
  expect(codes()).toEqual(['tail-missing']);
});

test('a history that a later version wrote on stops the start with a sentence; nothing of it is changed', async () => {
  const shop = await openShop();
  close = () => shop.close();
  const path = join(shop.folder, 'test', 'journal.jsonl');
  await shop.counter.close();
  const whole = readFileSync(path, 'utf8');
  const last = JSON.parse(whole.trimEnd().split('\n').at(-1) ?? '') as { seq: number; at: string };
  const later = (event: object): string =>
    `${JSON.stringify({ seq: last.seq + 1, at: last.at, prev: 'f'.repeat(64), events: [event] })}\n`;
  for (const event of [
    { type: 'parcel.sent', v: 1, data: {} },
    { type: 'order.paid', v: 99, data: {} },
  ]) {
    writeFileSync(path, whole + later(event));
    await expect(reopen(shop)).rejects.toThrow(/which this version of the program does not know\. Nothing was changed/);
    expect(readFileSync(path, 'utf8')).toBe(whole + later(event));
  }
  // Without that line the shop opens as before.
  writeFileSync(path, whole);
  await reopen(shop);
  expect(shop.counter.context.problems).toEqual([]);
});

async function reopen(shop: TestShop): Promise<void> {
  // The counter is closed already; closing twice is harmless for its files.
  const { createCounter } = await import('../../../src/counter/createCounter');
  shop.counter = await createCounter({
    dataFolder: shop.folder,
    clientFolder: 'dist/client',
    mode: 'demo',
    port: 0,
    demoStart: '2026-06-15T08:00:00.000Z',
  });
}

test('disk full: the buyer is told that nothing was charged, or that the order stands, whichever is true', async () => {
  let full: (text: string) => boolean = () => false;
  const shop = await openShop({
    disk: {
      ...realDisk,
      async openAppend(path, mayCreate) {
        const file = await realDisk.openAppend(path, mayCreate);
        return {
          ...file,
          write: (bytes, position) =>
            full(bytes.toString()) ? Promise.reject(new Error('ENOSPC')) : file.write(bytes, position),
          sync: () => file.sync(),
        };
      },
    },
  });
  close = () => shop.close();
  const tove = new Buyer(shop.counter.address);
  const checkout = await tove.openCheckout('field-pack');
  const service = join(shop.folder, 'outside', 'payments', 'service.jsonl');

  full = (text) => text.includes('charge.requested') || text.includes('journal.resumed');
  const refused = await tove.pay(checkout, TOVE, CARD.good);
  expect([refused.status, refused.body.title]).toEqual([503, expect.stringContaining('Nothing was charged')]);
  expect(readFileSync(service, 'utf8')).not.toContain('"t":"charge"');

  full = (text) => text.includes('order.paid') || text.includes('journal.resumed');
  expect((await tove.pay(checkout, TOVE, CARD.good)).status).toBe(503);
  full = (text) => text.includes('order.paid');
  expect((await tove.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('asking');
  full = () => false;
  await until(async () => (await tove.state(checkout)).status === 'paid', 'the order');
  expect(readFileSync(service, 'utf8').match(/"t":"charge"/g)).toHaveLength(1);
  await shop.restart();
  expect([shop.counter.context.problems, shop.counter.context.runner.state.orders.size]).toEqual([[], 1]);
});
