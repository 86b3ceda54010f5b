import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { createOutbox, type Lane, LANES, PendingEffects } from '#core/engine';
import { laneOf } from '#core/shop';

interface Work {
  key: string;
  lane: Lane;
}

/** An outbox over made-up work: each try is answered by the test, or at once where `answer` says how. */
function opened(answer?: (work: Work) => Promise<boolean>) {
  const clock = { time: 0, machine: () => clock.time };
  const pending = new Map<string, Work>();
  const tries: string[] = [];
  const open = new Map<string, (settled: boolean) => void>();
  const outbox = createOutbox<Work>({
    clock,
    laneOf: ({ lane }) => lane,
    pending: (key) => pending.get(key),
    perform: (work) => {
      tries.push(work.key);
      return answer ? answer(work) : new Promise((resolve) => open.set(work.key, resolve));
    },
  });
  return {
    clock,
    pending,
    tries,
    outbox,
    add(lane: Lane, key: string) {
      const work = { lane, key };
      pending.set(key, work);
      outbox.add(work);
    },
    async settle(key: string, settled = true) {
      if (settled) pending.delete(key);
      open.get(key)?.(settled);
      await passed();
    },
  };
}
const passed = (): Promise<unknown> => new Promise(setImmediate);

describe('an outbox', () => {
  test('one lane never waits for another, and none has more under way than it may', async () => {
    const { add, outbox, tries } = opened();
    for (let i = 0; i < 500; i += 1) add('service-email', `email${i}`);
    add('money', 'charge');
    await passed();
    expect(tries.length).toBe(LANES['service-email'].atOnce + 1);
    expect(tries).toContain('charge');
    expect(outbox.progress()['service-email']).toEqual({ queued: 484, underWay: 16, failed: 0, done: 0 });
    expect([outbox.moneyUnderWay(), outbox.progress().money.underWay]).toEqual([1, 1]);
  });

  test('added twice, or while it is under way, it is tried once; in the order in which it came', async () => {
    const { add, tries, settle } = opened();
    for (let i = 0; i < 20; i += 1) add('bulk', `b${i}`);
    add('bulk', 'b0');
    await passed();
    for (let i = 0; i < 20; i += 1) await settle(`b${i}`);
    expect(tries).toEqual(Array.from({ length: 20 }, (_, i) => `b${i}`));
  });

  test('what fails waits half a second, one, two … up to a minute, whatever is thrown; asked for, at once', async () => {
    let failing = true;
    const { add, clock, outbox, pending, tries } = opened(() =>
      failing ? Promise.reject(new Error('down')) : Promise.resolve(true),
    );
    add('notices', 'n');
    await passed();
    const waits: number[] = [];
    let last = 0;
    while (waits.length < 9) {
      clock.time += 100;
      outbox.wake();
      await passed();
      if (tries.length === waits.length + 1) continue;
      waits.push(clock.time - last);
      last = clock.time;
    }
    expect(waits).toEqual([500, 1_000, 2_000, 4_000, 8_000, 16_000, 32_000, 60_000, 60_000]);
    expect(outbox.progress().notices).toMatchObject({ failed: 1, done: 0 });
    failing = false;
    const before = tries.length;
    pending.set('n', { key: 'n', lane: 'notices' });
    outbox.retryNow({ key: 'n', lane: 'notices' });
    pending.delete('n');
    await passed();
    // Struck off meanwhile it is not tried; still pending it is, once.
    expect(tries.length - before).toBeLessThanOrEqual(1);
    await outbox.quiet();
    expect(outbox.progress().notices.failed).toBe(0);
  });

  test('settled is only what is not pending any more: a refund that the service has not decided is asked for again', async () => {
    const { add, clock, outbox, pending, tries } = opened(() => Promise.resolve(true));
    add('money', 'refund');
    await outbox.moneyEnded();
    expect(tries.length).toBe(1);
    clock.time += 500;
    outbox.wake();
    pending.delete('refund');
    await outbox.quiet();
    expect([tries.length, outbox.progress().money.done]).toEqual([2, 1]);
  });

  test('the bulk lane begins no more in a second than its pace, however quickly each is done', async () => {
    const { clock, outbox, pending, tries } = opened((work) => {
      pending.delete(work.key);
      return Promise.resolve(true);
    });
    const begun: number[] = [];
    for (let i = 0; i < 130; i += 1) {
      const work: Work = { key: `b${i}`, lane: 'bulk' };
      pending.set(work.key, work);
      outbox.add(work);
    }
    for (let second = 0; second < 3; second += 1) {
      for (let i = 0; i < 40; i += 1) await passed();
      begun.push(tries.length);
      clock.time += 1_000;
      outbox.wake();
    }
    expect(begun).toEqual([50, 100, 130]);
  });

  test('generated: whatever is added, fails and is done, everything is done once in the end', async () => {
    const lanes: Lane[] = ['money', 'service-email', 'bulk', 'notices'];
    await fc.assert(
      fc.asyncProperty(fc.array(fc.record({ lane: fc.nat(3), fails: fc.nat(3) }), { maxLength: 60 }), async (works) => {
        const left = new Map(works.map(({ fails }, i) => [`w${i}`, fails]));
        const done: string[] = [];
        const shop = opened(({ key }) => {
          const fails = left.get(key) ?? 0;
          left.set(key, fails - 1);
          if (fails > 0) return fails % 2 === 0 ? Promise.resolve(false) : Promise.reject(new Error('down'));
          shop.pending.delete(key);
          done.push(key);
          return Promise.resolve(true);
        });
        works.forEach(({ lane }, i) => shop.add(lanes[lane] ?? 'money', `w${i}`));
        for (let i = 0; i < 12; i += 1) {
          await shop.outbox.quiet();
          shop.clock.time += 1_000;
          shop.outbox.wake();
        }
        await shop.outbox.quiet();
        expect([...done].sort()).toEqual(works.map((_, i) => `w${i}`).sort());
      }),
      { numRuns: 60, seed: 11 },
    );
  });
});

test('pending effects are found by key and by lane, the oldest first', () => {
  const effects = new PendingEffects(laneOf);
  effects.set('r', { kind: 'refund', key: 'r', refundId: 'r' });
  effects.set('c', { kind: 'charge', key: 'c' });
  effects.set('v', { kind: 'void', key: 'v', chargeKey: 'c' });
  const at = '2026-11-23T10:00:00.000Z';
  effects.set('a', { kind: 'access-mail', key: 'a', personId: 'p', productIds: [], at });
  effects.delete('c');
  effects.delete('c');
  expect([...effects.inLane('money')].map(({ key }) => key)).toEqual(['r', 'v']);
  expect([...effects.inLane('service-email')].map(laneOf)).toEqual(['service-email']);
  expect([effects.size, effects.has('c'), effects.get('a')?.kind, [...effects.keys()].sort()]).toEqual([
    3,
    false,
    'access-mail',
    ['a', 'r', 'v'],
  ]);
});
