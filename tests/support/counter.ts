import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ReleaseContent } from '#core/release';
import { Owner } from '../../demo/clients';
import { type Counter, createCounter } from '../../src/counter/createCounter';
import type { CounterOptions } from '../../src/counter/options';
import { until } from './waiting';
import { FILE_BYTES, releaseContent } from './release';

export { until } from './waiting';

export const CARD = {
  good: '9000000000000001',
  poor: '9000000000000019',
  expired: '9000000000000027',
  bank: '9000000000000035',
  disputed: '9000000000000050',
  refusesLater: '9000000000000043',
  late: '9000000000000068',
};

export interface TestShop {
  counter: Counter;
  folder: string;
  owner: Owner;
  /** Turns the payment service slow, silent or down. */
  switches(to: { slowMs?: number; down?: boolean; holdAnswerMs?: number }): Promise<void>;
  /** Stops and starts again on the same folder. */
  restart(): Promise<void>;
  close(): Promise<void>;
}

/** A real counter on a free port in a folder of its own, with one release published. */
export async function openShop(
  options: Partial<CounterOptions> & { content?: ReleaseContent } = {},
): Promise<TestShop> {
  const folder = await mkdtemp(join(tmpdir(), 'keel-'));
  const start = (): Promise<Counter> =>
    createCounter({
      dataFolder: folder,
      clientFolder: 'dist/client',
      mode: 'demo',
      port: 0,
      demoStart: '2026-06-15T08:00:00.000Z',
      ...options,
    });
  const shop: TestShop = {
    counter: await start(),
    folder,
    owner: new Owner(''),
    async switches(to) {
      const { address, context } = shop.counter;
      await fetch(`${address}/standin/payments/switches`, {
        method: 'POST',
        headers: { authorization: `Bearer ${context.secrets.paymentsKey}`, 'content-type': 'application/json' },
        body: JSON.stringify(to),
      });
    },
    async restart() {
      await shop.counter.close();
      shop.counter = await start();
    },
    async close() {
      await shop.counter.close();
      await rm(folder, { recursive: true, force: true });
    },
  };
  shop.owner = await ownerOf(shop.counter);
  await shop.owner.upload(FILE_BYTES);
  const published = await shop.owner.publish(null, options.content ?? releaseContent());
  if (published.status !== 201) throw new Error(published.body.title);
  return shop;
}

/** Waits until nothing is left to be sent or asked for, and until that is on the disk, too. */
export async function allDone({ counter }: Pick<TestShop, 'counter'>): Promise<void> {
  const { runner } = counter.context;
  await until(() => runner.state.pending.size === 0, 'what the shop has to do');
  await runner.synced();
}

export async function ownerOf(counter: Counter): Promise<Owner> {
  const owner = new Owner(counter.address);
  await owner.connect(counter.context.secrets.ownerKey);
  return owner;
}
