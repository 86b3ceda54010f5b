import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { firstBuyer, quoteFingerprint, quoteFor } from '#core/checkout';
import { createRunner, memoryPorts } from '#core/shop';
import { realDisk } from '../src/counter/files/disk';
import { journalFile } from '../src/counter/files/journalFile';
import { release } from '../tests/support/release';
import { appendAndSync } from './orders';

const ORDERS = 2_000;

/** The shop by itself: decide, fold, append and sync to the disk, with payments and mail in memory and no HTTP. */
export async function engine(): Promise<void> {
  for (const atOnce of [1, 16]) {
    const folder = mkdtempSync(join(tmpdir(), 'keel-bench-'));
    const journal = journalFile(folder, realDisk);
    const ports = { ...memoryPorts('2026-06-15T08:00:00.000Z'), journal };
    ports.addRelease(release());
    await ports.people.save({ id: 'u1', rev: 1, name: 'B', address: 'b@example.org' });
    const runner = createRunner(ports);
    await runner.start();
    await runner.execute({ type: 'publish', release: release(), hasFile: () => true });
    const quote = quoteFor(
      release(),
      { offerId: 'off_field', priceId: 'pr_one' },
      runner.now(),
      firstBuyer(runner.now()),
    );
    const shown = 'refused' in quote ? '' : quoteFingerprint(quote);
    let next = 0;
    const walk = async (): Promise<void> => {
      for (let i = next++; i < ORDERS; i = next++) {
        await runner.execute({
          type: 'pay',
          checkoutId: `c${i}`,
          personId: 'u1',
          offerId: 'off_field',
          priceId: 'pr_one',
          release: release(),
          startedAt: runner.now(),
          shown,
          fingerprint: (text) => text,
          card: { token: 't', last4: '0001' },
        });
      }
    };
    const begun = performance.now();
    await Promise.all(Array.from({ length: atOnce }, walk));
    await runner.settle();
    const rate = ORDERS / ((performance.now() - begun) / 1_000);
    if (runner.state.orders.size !== ORDERS) throw new Error('Not every order stands');
    await journal.close();
    rmSync(folder, { recursive: true, force: true });
    const bare = await appendAndSync(2_450);
    process.stdout.write(
      `Orders through the shop alone, on the disk, ${atOnce} at once: ${rate.toFixed(0)}/s. Bare append and sync: ${bare.toFixed(0)}/s. Ratio ${(rate / bare).toFixed(2)}.\n`,
    );
  }
}
