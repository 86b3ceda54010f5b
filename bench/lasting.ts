import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import rrule from 'rrule';
import { addMs, DAY, type Instant, plusDays } from '#core/calendar';
import { quoteFingerprint, quoteFor, firstBuyer } from '#core/checkout';
import { createRunner, memoryPorts, NOTHING_HAPPENS, rehearse } from '#core/shop';
import { firstDues, type Terms } from '#core/terms';
import { realDisk } from '../src/counter/files/disk';
import { journalFile } from '../src/counter/files/journalFile';
import { releaseWith } from '../tests/support/shopInMemory';
import { appendAndSync } from './orders';

const { RRule } = rrule;
const say = (line: string): void => void process.stdout.write(`${line}\n`);
const START: Instant = '2026-01-31T09:30:00.000Z';
const MONTHLY: Terms = { kind: 'subscription', amount: 1_200, every: { count: 1, unit: 'month' } };

/** Payments over time: the schedule beside another package, a day on which very many fall due, ten years played. */
export async function lasting(): Promise<void> {
  schedule();
  for (const agreements of [1_000, 10_000, 100_000]) await renewalRun(agreements);
  const begun = performance.now();
  const played = await rehearse(
    releaseWith([{ kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } }]),
    { offerId: 'off_0', priceId: 'pr_0' },
    START,
    NOTHING_HAPPENS,
    10,
  );
  if ('problem' in played) throw new Error(played.problem);
  say(`Rehearsal of ten years, monthly: ${played.steps.length} steps in ${(performance.now() - begun).toFixed(0)} ms.`);
}

/** The same dates from this schedule and from the rrule package: month ends, in UTC. */
function schedule(): void {
  const count = 20_000;
  let begun = performance.now();
  const ours = firstDues(MONTHLY, START, 'UTC', count).map((d) => d.at.slice(0, 10));
  const mine = count / ((performance.now() - begun) / 1_000);
  begun = performance.now();
  const theirs = new RRule({
    freq: RRule.MONTHLY,
    dtstart: new Date(START),
    count,
    bymonthday: Array.from({ length: 31 }, (_, i) => i + 1),
    bysetpos: -1,
  })
    .all()
    .map((d) => d.toISOString().slice(0, 10));
  const theirRate = count / ((performance.now() - begun) / 1_000);
  if (ours.join() !== theirs.join()) throw new Error('The dates differ');
  // As they are asked for: some years of many buyers, each from a day of their own.
  begun = performance.now();
  for (let i = 0; i < count / 100; i += 1) firstDues(MONTHLY, plusDays(START, i, 'UTC'), 'Europe/Lisbon', 100);
  const zoned = count / ((performance.now() - begun) / 1_000);
  say(
    `Schedule, monthly from the 31st, the same ${count} dates: ${mine.toFixed(0)}/s in UTC (${zoned.toFixed(0)}/s in a zone with daylight saving), rrule ${theirRate.toFixed(0)}/s. Ratios ${(mine / theirRate).toFixed(2)} and ${(zoned / theirRate).toFixed(2)}.`,
  );
}

/** So many subscriptions fall due on one day: the time each takes, with the journal on the disk and the card service in memory. */
async function renewalRun(agreements: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-bench-'));
  const journal = journalFile(folder, realDisk);
  let machine = 0;
  const memory = memoryPorts(START);
  memory.clock.machine = () => (machine += 1);
  const ports = { ...memory, journal };
  const live = releaseWith([{ kind: 'subscription', amount: '12' }]);
  ports.addRelease(live);
  const runner = createRunner(ports);
  await runner.start();
  await runner.execute({ type: 'publish', release: live, hasFile: () => true });
  const quote = quoteFor(live, { offerId: 'off_0', priceId: 'pr_0' }, START, firstBuyer(START));
  if ('refused' in quote) throw new Error(quote.refused);
  const shown = quoteFingerprint(quote);
  for (let from = 0; from < agreements; from += 1_000) {
    await Promise.all(
      Array.from({ length: Math.min(1_000, agreements - from) }, async (_, i) => {
        const personId = `u${from + i}`;
        await ports.people.save({ id: personId, rev: 1, name: personId, address: `${personId}@example.org` });
        await runner.execute({
          type: 'pay',
          checkoutId: `c${from + i}`,
          personId,
          offerId: 'off_0',
          priceId: 'pr_0',
          release: live,
          startedAt: START,
          shown,
          fingerprint: (t) => t,
          card: { token: 't', last4: '0001' },
        });
      }),
    );
    await runner.settle();
  }
  memory.charges.length = 0;
  memory.setNow(addMs(START, 29 * DAY));
  const begun = performance.now();
  await runner.settle();
  const ms = performance.now() - begun;
  const paid = [...runner.state.agreements.values()].filter((a) => a.payments.length === 1).length;
  if (paid !== agreements) throw new Error(`${paid} of ${agreements} renewed`);
  await journal.close();
  rmSync(folder, { recursive: true, force: true });
  const bare = await appendAndSync(2_000);
  say(
    `Renewal run, ${agreements.toLocaleString('en')} in one day: ${(ms / 1_000).toFixed(1)} s, ${((1_000 * ms) / agreements).toFixed(0)} µs each (asked, paid, message: three lines each). Bare append and sync of one line: ${(1_000_000 / bare).toFixed(0)} µs.`,
  );
}
