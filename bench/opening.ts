import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { finished } from 'node:stream/promises';
import { type Instant, plusDays } from '#core/calendar';
import { firstBuyer, quoteFingerprint, quoteFor } from '#core/checkout';
import { FIRST_PREV, serialiseBatch } from '#core/journal';
import { createRunner, memoryPorts } from '#core/shop';
import { realDisk } from '../src/counter/files/disk';
import { journalFile } from '../src/counter/files/journalFile';
import { releaseWith } from '../tests/support/shopInMemory';

const START: Instant = '2026-01-05T09:30:00.000Z';
const SUBSCRIPTIONS = 20_000;
const PAYMENTS_EACH = 10;
const DAYS_BETWEEN = 7;

/** Opening a history of about a million facts: how long it takes, and how much memory it stands in. */
export async function opening(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-bench-'));
  const events = await writeHistory(folder);
  // In a process of its own, so that only what opening needs is counted; with the room that `npm start` gives.
  const child = spawnSync(
    process.execPath,
    ['--expose-gc', '--max-semi-space-size=64', ...process.execArgv, import.meta.filename, folder],
    {
      encoding: 'utf8',
      env: { ...process.env, NODE_ENV: 'production' },
    },
  );
  rmSync(folder, { recursive: true, force: true });
  if (child.status !== 0) throw new Error(child.stderr);
  const { seconds, megabytes } = JSON.parse(child.stdout) as { seconds: number; megabytes: number };
  process.stdout.write(
    `Opening a history of ${events.toLocaleString('en')} facts (${SUBSCRIPTIONS.toLocaleString('en')} subscriptions, ${(SUBSCRIPTIONS * PAYMENTS_EACH).toLocaleString('en')} later payments): ${seconds.toFixed(1)} s, standing in ${megabytes.toFixed(0)} MB.\n`,
  );
}

async function writeHistory(folder: string): Promise<number> {
  const memory = memoryPorts(START);
  const file = createWriteStream(join(folder, 'journal.jsonl'));
  let prev = FIRST_PREV;
  let events = 0;
  memory.journal.append = (batch) => {
    const line = serialiseBatch({ ...batch, prev });
    prev = createHash('sha256').update(line).digest('hex');
    events += batch.events.length;
    file.write(`${line}\n`);
    return Promise.resolve();
  };
  let machine = 0;
  memory.clock.machine = () => (machine += 1);
  const live = releaseWith([{ kind: 'subscription', amount: '12', every: { count: '1', unit: 'week' } }]);
  memory.addRelease(live);
  const runner = createRunner(memory);
  await runner.start();
  await runner.execute({ type: 'publish', release: live, hasFile: () => true });
  const quote = quoteFor(live, { offerId: 'off_0', priceId: 'pr_0' }, START, firstBuyer(START));
  if ('refused' in quote) throw new Error(quote.refused);
  for (let i = 0; i < SUBSCRIPTIONS; i += 1) {
    const personId = `u_${i}`;
    await memory.people.save({ id: personId, rev: 1, name: personId, address: `${personId}@example.org` });
    await runner.execute({
      type: 'pay',
      checkoutId: `c_${i}`,
      personId,
      offerId: 'off_0',
      priceId: 'pr_0',
      release: live,
      startedAt: START,
      shown: quoteFingerprint(quote),
      fingerprint: (text) => text,
      card: { token: 't', last4: '0001' },
    });
    if (i % 1_000 === 0) await runner.settle();
  }
  await runner.settle();
  for (let n = 1; n <= PAYMENTS_EACH; n += 1) {
    memory.setNow(plusDays(START, n * DAYS_BETWEEN, 'Europe/Lisbon'));
    memory.charges.length = 0;
    memory.about.length = 0;
    await runner.settle();
  }
  file.end();
  await finished(file);
  return events;
}

/** The other side: opens the folder it is given and says what that took. */
async function openOne(folder: string): Promise<void> {
  const journal = journalFile(folder, realDisk, { thread: 'dist/server/chain.js' });
  const runner = createRunner({ ...memoryPorts(START), journal });
  const begun = performance.now();
  await runner.start();
  const seconds = (performance.now() - begun) / 1_000;
  globalThis.gc?.();
  const megabytes = process.memoryUsage().heapUsed / 1_048_576;
  process.stdout.write(JSON.stringify({ seconds, megabytes, seq: runner.state.seq }));
  await journal.close();
}

const [, script, folder] = process.argv;
if (script === import.meta.filename && folder !== undefined) await openOne(folder);
