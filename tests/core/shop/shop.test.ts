import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addMs, DAY, HOUR } from '#core/calendar';
import { firstBuyer, quoteFingerprint, quoteFor } from '#core/checkout';
import { fact, parseLine, serialiseBatch, verifyChain } from '#core/journal';
import { explain, isOpen } from '#core/passes';
import {
  type ChargeAnswer,
  type Command,
  createRunner,
  dueWork,
  evolveBatch,
  memoryPorts,
  newShopState,
  NotAnswered,
  passesFor,
  type ShopState,
  StorageFailed,
} from '#core/shop';
import { asDownload, release, releaseContent } from '../../support/release';
import { createHash } from 'node:crypto';
import { bought } from '../../support/money';

const START = '2026-06-15T08:00:00.000Z';
const sha = (line: string): string => createHash('sha256').update(line).digest('hex');

/** A shop in memory with one release published and one person known. */
async function shop(answerFor?: Parameters<typeof memoryPorts>[1]) {
  const ports = memoryPorts(START, answerFor);
  ports.addRelease(release());
  const runner = createRunner(ports);
  await runner.start();
  await runner.execute({ type: 'publish', release: release(), hasFile: () => true });
  await ports.people.save({ id: 'u1', rev: 1, name: 'Tove', address: 'tove@example.org' });
  const pay = (
    checkoutId: string,
    priceId = 'pr_one',
    card: { token: string; last4: string } | null = { token: 'tok', last4: '0001' },
  ): Command => {
    const offerId = priceId === 'pr_free' ? 'off_free' : 'off_field';
    const quote = quoteFor(release(), { offerId, priceId }, START, firstBuyer(START));
    return {
      type: 'pay',
      checkoutId,
      personId: 'u1',
      offerId,
      priceId,
      release: release(),
      startedAt: START,
      shown: 'refused' in quote ? '' : quoteFingerprint(quote),
      fingerprint: (text) => text,
      card,
    };
  };
  return { ports, runner, pay };
}

/** The promises, checked over a whole state. */
function checkPromises(state: ShopState): void {
  const receipts = [...state.orders.values()]
    .flatMap((o) => o.payments)
    .flatMap(({ receipt }) => (receipt === null ? [] : Number(receipt.slice(2))))
    .sort((a, b) => a - b);
  expect(receipts).toEqual(receipts.map((_, i) => i + 1));
  const notes = [...state.refunds.values()]
    .flatMap((r) => (r.creditNote === null ? [] : [Number(r.creditNote.slice(2))]))
    .sort((a, b) => a - b);
  expect(notes).toEqual(notes.map((_, i) => i + 1));
  for (const order of state.orders.values()) {
    for (const line of bought(order).lines) {
      const left = line.paid - line.givenBack - line.reserved - line.lost;
      expect(left).toBeGreaterThanOrEqual(0);
      expect(line.taxBack).toBeLessThanOrEqual(line.tax);
      // Nothing is paid without its pass.
      expect(order.passIds.filter((id) => state.passes.get(id)?.cause.kind === 'paid')).toHaveLength(
        order.lines.flatMap((l) => l.productIds).length,
      );
      const whole = line.givenBack + line.lost === line.paid && line.paid > 0;
      if (whole) for (const id of order.passIds) expect(state.passes.get(id)?.closed).not.toBeNull();
    }
  }
  for (const pass of state.passes.values())
    if (pass.cause.kind === 'paid') expect(state.orders.has(pass.cause.orderId)).toBe(true);
  for (const charge of state.charges.values())
    if (charge.status === 'paid') expect(state.orders.has(charge.orderId)).toBe(true);
}

const plain = (state: ShopState): string =>
  JSON.stringify({ ...state, due: state.due.size }, (_key, value: unknown) =>
    value instanceof Map ? [...value] : value,
  );

describe('paying', () => {
  test('the charge is written down before the service is asked, with all that success opens', async () => {
    const { ports, runner, pay } = await shop();
    const seen: string[][] = [];
    const charge = ports.payments.charge;
    ports.payments.charge = (request) => {
      seen.push(ports.batches.flatMap((b) => b.events.map((e) => e.type)));
      return charge(request);
    };
    await runner.execute(pay('c1'));
    await runner.settle();
    expect(seen[0]).toContain('charge.requested');
    expect(seen[0]).not.toContain('order.paid');
    expect(ports.charges).toMatchObject([{ amount: 2400, currency: 'EUR', token: 'tok' }]);
    expect(
      ports.batches.find((b) => b.events.some((e) => e.type === 'charge.paid'))?.events.map((e) => e.type),
    ).toEqual(['charge.paid', 'order.paid', 'pass.opened', 'mail.due']);
    expect(ports.mails).toHaveLength(1);
    checkPromises(runner.state);
  });

  test('free is an order at once, without the service', async () => {
    const { ports, runner, pay } = await shop();
    expect(await runner.execute(pay('c1', 'pr_free', null))).toMatchObject({
      events: [{ type: 'order.paid' }, { type: 'pass.opened' }, { type: 'mail.due' }],
    });
    expect(ports.charges).toEqual([]);
  });

  test('one checkout, pressed any number of times, is one order', async () => {
    const { ports, runner, pay } = await shop();
    const answers = await Promise.all(Array.from({ length: 5 }, () => runner.execute(pay('c1'))));
    await runner.settle();
    expect(answers.filter((a) => 'events' in a)).toHaveLength(1);
    expect(await runner.execute(pay('c1'))).toMatchObject({ refused: 'already-paid' });
    expect(ports.charges).toHaveLength(1);
    expect(runner.state.orders.size).toBe(1);
  });

  test('a price that changed meanwhile is shown anew, and nothing is charged', async () => {
    const { ports, runner, pay } = await shop();
    expect(await runner.execute({ ...pay('c1'), shown: 'something else' } as Command)).toMatchObject({
      refused: 'quote-changed',
    });
    expect(ports.charges).toEqual([]);
  });

  test('refused, then another card: a new try with a new key, one order', async () => {
    let tries = 0;
    const { ports, runner, pay } = await shop(() =>
      (tries += 1) === 1 ? { status: 'refused', reason: 'expired' } : { status: 'paid', paymentId: 'x' },
    );
    await runner.execute(pay('c1'));
    await runner.settle();
    expect(runner.state.orders.size).toBe(0);
    await runner.execute(pay('c1'));
    await runner.settle();
    expect(new Set(ports.charges.map((c) => c.key)).size).toBe(2);
    expect(runner.state.orders.size).toBe(1);
  });

  test('no answer: asked for until known; a key the service never saw is voided and falls away', async () => {
    const { ports, runner, pay } = await shop();
    ports.payments.charge = () => Promise.reject(new NotAnswered());
    const waited = ports.clock;
    let machine = 0;
    waited.machine = () => machine;
    await runner.execute(pay('c1'));
    await runner.settle();
    expect([...runner.state.charges.values()][0]?.status).toBe('asked');
    machine += 120_000;
    await runner.settle();
    expect([...runner.state.charges.values()][0]?.status).toBe('fell-away');
    expect(await ports.payments.lookUp([...runner.state.charges.keys()][0] ?? '', 'card')).toEqual({
      status: 'voided',
    });
    checkPromises(runner.state);
  });

  test('the answer was lost but the money came: the order stands after asking again', async () => {
    const { ports, runner, pay } = await shop();
    const charge = ports.payments.charge;
    ports.payments.charge = async (request) => {
      await charge(request);
      throw new NotAnswered();
    };
    let machine = 0;
    ports.clock.machine = () => machine;
    await runner.execute(pay('c1'));
    await runner.settle();
    machine += 120_000;
    await runner.settle();
    expect(runner.state.orders.size).toBe(1);
    expect(ports.charges).toHaveLength(1);
  });

  test('a bank confirmation that never comes falls away after its hour; one in time goes on', async () => {
    let answer: ChargeAnswer = { status: 'waits-for-bank', confirmAt: '/bank' };
    const { ports, runner, pay } = await shop();
    ports.payments.charge = () => Promise.resolve(answer);
    ports.payments.lookUp = () => Promise.resolve(answer);
    await runner.execute(pay('c1'));
    await runner.execute(pay('c2'));
    await runner.settle();
    const [first, second] = [...runner.state.charges.keys()];
    answer = { status: 'paid', paymentId: 'p1' };
    runner.nudge(first ?? '');
    await runner.settle();
    answer = { status: 'waits-for-bank', confirmAt: '/bank' };
    ports.setNow(addMs(START, HOUR));
    await runner.settle();
    expect(runner.state.charges.get(first ?? '')?.status).toBe('paid');
    expect(runner.state.charges.get(second ?? '')?.status).toBe('fell-away');
  });

  test('a later answer that differs goes to a person, once', async () => {
    const { runner, pay } = await shop(() => ({ status: 'refused', reason: 'expired' }));
    await runner.execute(pay('c1'));
    await runner.settle();
    const key = [...runner.state.charges.keys()][0] ?? '';
    for (let i = 0; i < 3; i += 1)
      await runner.execute({ type: 'answer-charge', key, answer: { status: 'paid', paymentId: 'p' } });
    expect(runner.state.attention).toHaveLength(1);
    expect(runner.state.orders.size).toBe(0);
  });
});

test('disk full: what could not be written never happened, and the shop goes on when it can', async () => {
  const { ports, runner, pay } = await shop();
  const append = ports.journal.append;
  ports.journal.append = () => Promise.reject(new StorageFailed());
  const before = plain(runner.state);
  const answers = await Promise.all([runner.execute(pay('c1')), runner.execute(pay('c2'))]);
  expect(answers).toMatchObject([{ refused: 'storage' }, { refused: 'storage' }]);
  expect(ports.charges).toEqual([]);
  expect(plain(runner.state)).toBe(before);
  expect(await runner.execute(pay('c1'))).toMatchObject({ refused: 'storage' });
  ports.journal.append = append;
  await runner.execute(pay('c1'));
  await runner.settle();
  expect(runner.state.orders.size).toBe(1);
  expect(ports.batches.some((b) => b.events.some((e) => e.type === 'journal.resumed'))).toBe(true);
});

test('a round of due work while the disk is slow: nothing leaves the shop that may turn out never to have happened', async () => {
  const { ports, runner, pay } = await shop();
  const { append } = ports.journal;
  let answer: { safe: () => void; failed: () => void } = { safe: () => undefined, failed: () => undefined };
  ports.journal.append = (batch) =>
    new Promise((resolve, reject) => {
      answer = { safe: () => resolve(append(batch)), failed: () => reject(new StorageFailed('slow, then full')) };
    });
  const lost = runner.execute(pay('c1'));
  const round = runner.turn();
  runner.nudge([...runner.state.charges.keys()][0] ?? '');
  // The shop in memory waits for nothing but the disk: whatever else it would do, it has done after a few turns.
  for (let i = 0; i < 20; i += 1) await new Promise(setImmediate);
  expect([runner.state.charges.size, ports.charges]).toEqual([1, []]);
  answer.failed();
  expect(await lost).toMatchObject({ refused: 'storage' });
  await round;
  ports.journal.append = append;
  await runner.turn();
  expect([ports.charges, runner.state.charges.size]).toEqual([[], 0]);
  // And what is kept after all goes out, by whoever comes first, once.
  ports.journal.append = (batch) => new Promise((resolve) => (answer.safe = () => resolve(append(batch))));
  const kept = runner.execute(pay('c2'));
  await runner.turn();
  ports.journal.append = append;
  answer.safe();
  await kept;
  await runner.settle();
  expect([ports.charges.length, runner.state.orders.size]).toEqual([1, 1]);
});

test('disk full after the money came: the charge stays asked, and the order stands when the disk is back', async () => {
  const { ports, runner, pay } = await shop();
  const append = ports.journal.append;
  let machine = 0;
  ports.clock.machine = () => machine;
  ports.journal.append = (batch) =>
    batch.events.some((e) => e.type === 'order.paid' || e.type === 'journal.resumed')
      ? Promise.reject(new StorageFailed())
      : append(batch);
  await runner.execute(pay('c1'));
  await runner.settle();
  expect([...runner.state.charges.values()].map((c) => c.status)).toEqual(['asked']);
  ports.journal.append = append;
  machine += 120_000;
  await runner.settle();
  expect(runner.state.orders.size).toBe(1);
  expect(ports.charges).toHaveLength(1);
});

describe('refunds and disputes', () => {
  test('part keeps access, the rest closes it; more than paid is refused; tax parts sum to the tax', async () => {
    const { runner, pay } = await shop();
    await runner.execute(pay('c1'));
    await runner.settle();
    const order = [...runner.state.orders.values()][0];
    const give = (amount: number): Promise<unknown> =>
      runner.execute({ type: 'refund', orderId: order?.id ?? '', shares: [{ lineId: 'l1', amount }], reason: '' });
    expect(await give(2401)).toMatchObject({ refused: 'too-much' });
    await give(1000);
    await runner.settle();
    expect(passesFor(runner.state, 'u1').every((p) => isOpen(p, START))).toBe(true);
    const [one, two] = await Promise.all([give(1400), give(1400)]);
    expect([one, two].filter((r) => 'refused' in (r as object))).toMatchObject([{ refused: 'refund-running' }]);
    await runner.settle();
    expect(passesFor(runner.state, 'u1').some((p) => isOpen(p, START))).toBe(false);
    expect(await give(1)).toMatchObject({ refused: 'too-much' });
    checkPromises(runner.state);
  });

  test('disputed: on hold, no refund; won: as before; lost: closed and counted', async () => {
    const { runner, pay } = await shop();
    for (const c of ['c1', 'c2']) await runner.execute(pay(c));
    await runner.settle();
    const [a, b] = [...runner.state.orders.values()];
    for (const [id, order] of [
      ['d1', a],
      ['d2', b],
    ] as const)
      await runner.execute({
        type: 'open-dispute',
        disputeId: id,
        paymentId: order?.payments[0]?.id ?? '',
        amount: 2400,
        answerBy: addMs(START, DAY),
      });
    expect(passesFor(runner.state, 'u1').some((p) => isOpen(p, START))).toBe(false);
    expect(
      await runner.execute({ type: 'refund', orderId: a?.id ?? '', shares: [{ lineId: 'l1', amount: 1 }], reason: '' }),
    ).toMatchObject({ refused: 'disputed' });
    await runner.execute({ type: 'close-dispute', disputeId: 'd1', won: true });
    await runner.execute({ type: 'close-dispute', disputeId: 'd2', won: false });
    expect(await runner.execute({ type: 'close-dispute', disputeId: 'd2', won: true })).toMatchObject({
      refused: 'nothing-to-do',
    });
    expect(passesFor(runner.state, 'u1').map((p) => isOpen(p, START))).toEqual([true, false]);
    expect(
      explain({
        passes: passesFor(runner.state, 'u1').slice(1),
        person: { you: false, name: 'Tove' },
        product: 'Field pack',
        orderNumber: () => '1002',
        now: START,
        zone: 'Europe/Lisbon',
        locale: 'en',
      }).sentence,
    ).toBe(
      'Tove can no longer open Field pack: the payment was lost in a dispute on 15 June 2026 (order 1002 of 15 June 2026).',
    );
    checkPromises(runner.state);
  });
});

test('files: ten uses, a day is one use, a closed pass opens nothing', async () => {
  const { ports, runner, pay } = await shop();
  await runner.execute(pay('c1'));
  await runner.settle();
  const pass = passesFor(runner.state, 'u1')[0];
  const fileId = asDownload(releaseContent().products[0]).files[0]?.id ?? '';
  const fetch = (): ReturnType<typeof runner.execute> =>
    runner.execute({ type: 'fetch-file', passId: pass?.id ?? '', fileId });
  for (let day = 0; day < 10; day += 1) {
    ports.setNow(addMs(START, day * DAY));
    expect(await fetch()).toMatchObject({ events: [{ type: 'file.fetched', data: { count: day + 1 } }] });
    expect(await fetch()).toMatchObject({ events: [] });
  }
  ports.setNow(addMs(START, 10 * DAY));
  expect(await fetch()).toMatchObject({ refused: 'used-up' });
});

test('publishing: based on what is live, launchable, and nobody who paid loses what they can open', async () => {
  const { runner, pay } = await shop();
  await runner.execute(pay('c1'));
  await runner.settle();
  const publish = (
    number: number,
    basedOn: number | null,
    content = releaseContent(),
  ): ReturnType<typeof runner.execute> =>
    runner.execute({ type: 'publish', release: release(number, basedOn, content), hasFile: () => true });
  expect(await publish(2, null)).toMatchObject({ refused: 'another-live' });
  const without = releaseContent();
  without.products = without.products.slice(1);
  without.offers = without.offers.slice(1);
  without.paths = without.paths.slice(1);
  expect(await publish(2, 1, without)).toMatchObject({ refused: 'would-strand' });
  const offSale = releaseContent();
  if (offSale.offers[0]) offSale.offers[0].onSale = false;
  expect(await publish(2, 1, offSale)).toMatchObject({ events: [{ type: 'release.published' }] });
});

/** Random but seeded lives of a shop, with a service that fails at any time. */
test('generated: every prefix replays to the same state, promises hold at every step, due work twice changes nothing', async () => {
  const step = fc.oneof(
    fc.record({
      do: fc.constant('pay' as const),
      checkout: fc.integer({ min: 1, max: 5 }),
      price: fc.constantFrom('pr_one', 'pr_class', 'pr_free'),
    }),
    fc.record({ do: fc.constant('refund' as const), order: fc.nat(4), amount: fc.integer({ min: 0, max: 7000 }) }),
    fc.record({ do: fc.constant('dispute' as const), order: fc.nat(4), then: fc.constantFrom('open', 'won', 'lost') }),
    fc.record({ do: fc.constant('time' as const), hours: fc.integer({ min: 0, max: 60 }) }),
    fc.record({ do: fc.constant('due twice' as const) }),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.array(step, { minLength: 1, maxLength: 25 }),
      fc.infiniteStream(fc.constantFrom('paid', 'refused', 'bank', 'silent', 'lost answer')),
      async (steps, moods) => {
        const { ports, runner, pay } = await shop();
        let machine = 0;
        ports.clock.machine = () => machine;
        const charge = ports.payments.charge;
        ports.payments.charge = async (request) => {
          const mood = moods.next().value as string;
          if (mood === 'silent') throw new NotAnswered();
          if (mood === 'refused') return { status: 'refused', reason: 'expired' };
          if (mood === 'bank') return { status: 'waits-for-bank', confirmAt: '/bank' };
          const answer = await charge(request);
          if (mood === 'lost answer') throw new NotAnswered();
          return answer;
        };
        let now = START;
        for (const s of steps) {
          const orders = [...runner.state.orders.values()];
          if (s.do === 'pay') await runner.execute(pay(`c${s.checkout}`, s.price));
          else if (s.do === 'refund')
            await runner.execute({
              type: 'refund',
              orderId: orders[s.order]?.id ?? 'none',
              shares: [{ lineId: 'l1', amount: s.amount }],
              reason: '',
            });
          else if (s.do === 'dispute') {
            const order = orders[s.order];
            await runner.execute(
              s.then === 'open'
                ? {
                    type: 'open-dispute',
                    disputeId: `d-${order?.id ?? ''}`,
                    paymentId: order?.payments[0]?.id ?? 'none',
                    amount: 1,
                    answerBy: now,
                  }
                : { type: 'close-dispute', disputeId: `d-${order?.id ?? ''}`, won: s.then === 'won' },
            );
          } else if (s.do === 'time') {
            now = addMs(now, s.hours * HOUR);
            ports.setNow(now);
            machine += 120_000;
          } else {
            for (const command of [...dueWork(runner.state, now)]) {
              await runner.execute(command);
              await runner.execute(command);
            }
          }
          await runner.settle();
          checkPromises(runner.state);
        }
        // Replaying gives the same, and so does every prefix of lines as they would stand in a file.
        let prev = '0'.repeat(64);
        const lines = ports.batches.map((batch) => {
          const line = serialiseBatch({ ...batch, prev });
          prev = sha(line);
          return line;
        });
        expect(verifyChain(lines, sha)).toBeNull();
        const replayed = newShopState();
        for (const line of lines) {
          const batch = parseLine(line);
          if (!batch) throw new Error('unreadable');
          evolveBatch(replayed, batch);
          checkPromises(replayed);
        }
        expect(plain({ ...replayed, due: runner.state.due })).toBe(plain(runner.state));
        // Nobody is charged more often than orders or open questions exist.
        const taken = ports.charges.length;
        expect(
          runner.state.orders.size + [...runner.state.charges.values()].filter((c) => c.status === 'asked').length,
        ).toBeGreaterThanOrEqual(
          taken - [...runner.state.charges.values()].filter((c) => c.status === 'fell-away').length,
        );
      },
    ),
    { numRuns: 120 },
  );
});

test('a changed or missing line is noticed', () => {
  const lines: string[] = [];
  for (let seq = 1; seq <= 3; seq += 1)
    lines.push(
      serialiseBatch({
        seq,
        at: START,
        prev: seq === 1 ? '0'.repeat(64) : sha(lines[seq - 2] ?? ''),
        events: [fact('journal.resumed', { why: 'x' })],
      }),
    );
  expect(verifyChain(lines, sha)).toBeNull();
  expect(verifyChain([lines[0] ?? '', (lines[1] ?? '').replace('"x"', '"y"'), lines[2] ?? ''], sha)).toMatchObject({
    line: 3,
  });
  expect(verifyChain([lines[0] ?? '', lines[2] ?? ''], sha)).toMatchObject({ line: 2 });
  expect(verifyChain(['{"torn'], sha)).toMatchObject({ line: 1 });
});
