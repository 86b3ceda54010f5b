import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Buyer } from '../demo/clients';
import { openShop } from '../tests/support/counter';

const ORDERS = 400;

/** Orders a second through the whole checkout over HTTP, beside bare append-and-sync of as many bytes on the same disk. */
export async function orders(): Promise<void> {
  for (const atOnce of [1, 16]) {
    const shop = await openShop({ mode: 'test' });
    const { address, context } = shop.counter;
    const journal = join(shop.folder, 'test', 'journal.jsonl');
    const before = statSync(journal).size;
    const begun = performance.now();
    let next = 0;
    const walk = async (): Promise<void> => {
      for (let i = next++; i < ORDERS; i = next++) {
        const buyer = new Buyer(address);
        const { body } = await buyer.pay(await buyer.openCheckout('field-pack'), { name: `Buyer ${i}`, address: `buyer${i}@example.org` }, '9000000000000001');
        if (body.state?.status !== 'paid') throw new Error(`Not paid: ${JSON.stringify(body)}`);
      }
    };
    await Promise.all(Array.from({ length: atOnce }, walk));
    const rate = ORDERS / ((performance.now() - begun) / 1_000);
    await context.runner.settle();
    const bytes = Math.round((statSync(journal).size - before) / ORDERS);
    await shop.close();
    const bare = await appendAndSync(bytes);
    process.stdout.write(`Orders through the whole checkout, ${atOnce} buyer(s) at once: ${rate.toFixed(0)}/s. Bare append and sync of ${bytes} bytes: ${bare.toFixed(0)}/s. Ratio ${(rate / bare).toFixed(2)}.\n`);
  }
}

/** Records a second, each written and synced by itself. */
async function appendAndSync(bytes: number): Promise<number> {
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
