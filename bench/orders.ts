import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Buyer, Owner } from '../demo/clients';
import { serveBuilt } from '../tests/support/browser';
import { FILE_BYTES, releaseContent } from '../tests/support/release';

const ORDERS = 400;

/**
 * Orders a second through the whole checkout over HTTP (page, card token, payment), beside bare append-and-sync of
 * as many bytes on the same disk. The counter is a process of its own; the simulated payment and mail services run
 * inside it, so their share is in the figure.
 */
export async function orders(): Promise<void> {
  for (const atOnce of [1, 16]) {
    const served = await serveBuilt('start');
    const owner = new Owner(served.base);
    await owner.connect(served.studio.split('#key=')[1] ?? '');
    await owner.upload(FILE_BYTES);
    const published = await owner.publish(null, releaseContent());
    if (published.status !== 201) throw new Error(published.body.title);
    const journal = join(served.folder, 'data', 'test', 'journal.jsonl');
    await buyMany(served.base, 50, atOnce, 'warm');
    const before = statSync(journal).size;
    const begun = performance.now();
    await buyMany(served.base, ORDERS, atOnce, 'buyer');
    const rate = ORDERS / ((performance.now() - begun) / 1_000);
    const bytes = Math.round((statSync(journal).size - before) / ORDERS);
    await served.stop();
    const bare = await appendAndSync(bytes);
    process.stdout.write(
      `Orders through the whole checkout, ${atOnce} buyer(s) at once: ${rate.toFixed(0)}/s. Bare append and sync of ${bytes} bytes: ${bare.toFixed(0)}/s. Ratio ${(rate / bare).toFixed(3)}.\n`,
    );
  }
}

async function buyMany(base: string, count: number, atOnce: number, name: string): Promise<void> {
  let next = 0;
  const walk = async (): Promise<void> => {
    for (let i = next++; i < count; i = next++) {
      const buyer = new Buyer(base);
      const { body } = await buyer.pay(
        await buyer.openCheckout('field-pack'),
        { name: `Buyer ${i}`, address: `${name}${i}@example.org` },
        '9000000000000001',
      );
      if (body.state?.status !== 'paid') throw new Error(`Not paid: ${JSON.stringify(body)}`);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, walk));
}

/** Records a second, each written and synced by itself. */
export async function appendAndSync(bytes: number): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-bench-'));
  const file = await open(join(folder, 'bare'), 'w');
  const record = Buffer.alloc(bytes, 'x');
  const begun = performance.now();
  for (let i = 0; i < ORDERS; i += 1) {
    await file.write(record);
    await file.datasync();
  }
  const rate = ORDERS / ((performance.now() - begun) / 1_000);
  await file.close();
  rmSync(folder, { recursive: true, force: true });
  return rate;
}
