import { readdirSync, rmSync, statSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { expect, test } from '@jest/globals';
import { Buyer } from '../../demo/clients';
import { closableDisk } from '../../src/counter/files/closableDisk';
import { realDisk } from '../../src/counter/files/disk';
import { SyncedLog } from '../../src/counter/files/syncedLog';
import { createMailStandIn } from '../../src/standins';
import { CARD, openShop, type TestShop } from '../support/counter';

/** Everything in a folder, with its length and when it was last written. */
const within = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((name) => ({ name, is: statSync(join(folder, name)) }))
    .filter(({ is }) => is.isFile())
    .map(({ name, is }) => `${name} ${is.size} ${is.mtimeMs}`)
    .sort();

async function bought(shop: TestShop): Promise<Buyer> {
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('field-pack'), { name: 'Tove', address: 'tove@example.org' }, CARD.good);
  await shop.counter.context.runner.settle();
  return buyer;
}

test('a letter asked for just before the shop closes is still sent, and nothing is written after', async () => {
  const shop = await openShop();
  const buyer = await bought(shop);
  const letters = (): number => readdirSync(join(shop.folder, 'outside/mail')).length;
  const before = letters();
  await buyer.json('/member/api/ask', { address: 'tove@example.org' });
  await shop.counter.close();
  expect(letters()).toBe(before + 1);
  const then = within(shop.folder);
  await wait(600);
  expect(within(shop.folder)).toEqual(then);
  rmSync(shop.folder, { recursive: true });
});

test('with a service that does not answer it closes all the same; what was asked is asked again at the next start', async () => {
  const shop = await openShop();
  await bought(shop);
  await shop.switches({ holdAnswerMs: 4_000 });
  const order = [...shop.counter.context.runner.state.orders.values()][0];
  const line = order?.lines[0];
  const asked = shop.owner
    .act('/refunds', { orderId: order?.id, shares: [{ lineId: line?.lineId, amount: 500 }], reason: 'asked' })
    .catch(() => 'cut off');
  const refunds = (): unknown[] => [...shop.counter.context.runner.state.refunds.values()].map((r) => r.status);
  while (refunds().length === 0) await wait(20);
  await shop.counter.close();
  await asked;
  const then = within(shop.folder);
  await wait(600);
  expect(within(shop.folder)).toEqual(then);
  await shop.restart();
  await shop.counter.context.runner.settle();
  expect(refunds()).toEqual(['paid']);
  await shop.close();
});

const NEW = { bytes: 0, keep: 0 };

test('what is closed takes nothing any more', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'keel-'));
  const disk = closableDisk(realDisk);
  const log = await SyncedLog.open(disk, join(folder, 'lines'), NEW);
  await log.append('a');
  await log.close();
  await expect(log.append('b')).rejects.toThrow('has been closed');
  const replacing = disk.replace(join(folder, 'small'), 'whole');
  await disk.close();
  expect(readdirSync(folder).sort()).toEqual(['lines', 'small']);
  await replacing;
  await expect(disk.replace(join(folder, 'small'), 'other')).rejects.toThrow('Nothing was written');
  await expect(SyncedLog.open(disk, join(folder, 'new'), NEW)).rejects.toThrow('Nothing was written');
  const mail = createMailStandIn({ folder: join(folder, 'mail'), key: 'k', viewer: false });
  mail.close();
  expect(readdirSync(join(folder, 'mail'))).toEqual([]);
  rmSync(folder, { recursive: true });
});
