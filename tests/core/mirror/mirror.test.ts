import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isRunning, restOfPlan } from '#core/agreements';
import {
  buyersOf,
  type MirrorTables,
  moneyByDay,
  moveRows,
  newestRows,
  type RowStore,
  withQuietDays,
} from '#core/mirror';
import { addMs, DAY, daysBetween } from '#core/calendar';
import type { ShopTax } from '#core/catalogue';
import { firstBuyer, quoteFingerprint, quoteFor } from '#core/checkout';
import type { Batch } from '#core/journal';
import type { OrderId } from '#core/ids';
import { sum } from '#core/money';
import { boughtWith } from '#core/payments';
import { createRunner, memoryPorts, orderStatus, type ShopState } from '#core/shop';
import { isLasting } from '#core/terms';
import { lastingRelease, longRun } from '../../support/longRun';
import { asDownload, release } from '../../support/release';
import { nobodyGone, joinSome } from '../../support/joins';
import { severalRun } from '../../support/severalRun';
import { later } from '../../support/money';
import { bought } from '../../support/money';

const START = '2026-06-15T08:00:00.000Z';

/** A season of one shop: orders, refusals, refunds in parts, disputes won and lost, downloads. */
async function season(seed: readonly number[]): Promise<{ batches: Batch[]; runner: ReturnType<typeof createRunner> }> {
  let turn = 0;
  const dice = (sides: number): number => (seed[(turn += 1) % seed.length] ?? 0) % sides;
  const ports = memoryPorts(START, () =>
    dice(5) === 0 ? { status: 'refused', reason: 'expired' } : { status: 'paid', paymentId: '' },
  );
  ports.addRelease(release());
  const runner = createRunner(ports);
  await runner.start();
  await runner.execute({ type: 'publish', release: release(), hasFile: () => true });
  let now = START;
  for (let i = 0; i < seed.length; i += 1) {
    now = addMs(now, dice(40) * 3_600_000);
    ports.setNow(now);
    const orders = [...runner.state.orders.values()];
    const order = orders[dice(Math.max(1, orders.length))];
    const passes = [...runner.state.passes.values()];
    switch (dice(6)) {
      case 5:
        await joinSome(runner, { int: dice });
        break;
      case 0:
        if (order)
          await runner.execute({
            type: 'refund',
            orderId: order.id,
            shares: [{ lineId: 'l1', amount: dice(2) === 0 ? 600 : (bought(order).lines[0]?.paid ?? 0) }],
            reason: '',
          });
        break;
      case 1:
        if (order)
          await runner.execute(
            bought(order).dispute === 'open'
              ? { type: 'close-dispute', disputeId: `d-${order.id}`, won: dice(2) === 0 }
              : {
                  type: 'open-dispute',
                  disputeId: `d-${order.id}`,
                  paymentId: bought(order).paymentId ?? '',
                  amount: dice(3) === 0 ? 100 : sum(bought(order).lines.map((l) => l.paid)),
                  answerBy: now,
                },
          );
        break;
      case 2:
        await runner.execute({
          type: 'fetch-file',
          passId: passes[dice(Math.max(1, passes.length))]?.id ?? '',
          fileId: asDownload(release().content.products[0]).files[0]?.id ?? '',
        });
        break;
      default: {
        const choice =
          dice(3) === 0
            ? { offerId: 'off_free', priceId: 'pr_free' }
            : { offerId: 'off_field', priceId: dice(2) === 0 ? 'pr_one' : 'pr_class' };
        const quote = quoteFor(release(), choice, now, firstBuyer(now));
        await runner.execute({
          type: 'pay',
          checkoutId: `c${i}`,
          personId: `u${dice(6)}`,
          ...choice,
          release: release(),
          startedAt: now,
          shown: 'refused' in quote ? '' : quoteFingerprint(quote),
          fingerprint: (text) => text,
          card: { token: 't', last4: '0001' },
        });
      }
    }
    await runner.settle();
  }
  return { batches: ports.batches, runner };
}

/** Rows kept in memory: what is read is a copy, as from a browser's database. */
class MemoryRows implements RowStore {
  readonly tables: Tables = {
    orders: new Map(),
    passes: new Map(),
    charges: new Map(),
    refunds: new Map(),
    agreements: new Map(),
    laterPayments: new Map(),
    totals: new Map(),
  };
  get<K extends keyof MirrorTables>(table: K, keys: string[]): Promise<(MirrorTables[K] | undefined)[]> {
    return Promise.resolve(keys.map((key) => structuredClone(this.tables[table].get(key))));
  }
  put<K extends keyof MirrorTables>(table: K, rows: MirrorTables[K][]): Promise<void> {
    for (const row of rows) this.tables[table].set('key' in row ? row.key : row.id, structuredClone(row));
    return Promise.resolve();
  }
  remove(table: 'totals' | 'charges', keys: string[]): Promise<void> {
    for (const key of keys) this.tables[table].delete(key);
    return Promise.resolve();
  }
}
type Tables = { [K in keyof MirrorTables]: Map<string, MirrorTables[K]> };

/** Follows a history in pulls, as the studio does, and insists that its rows say what the shop's own state says. */
async function expectRowsToFollow(
  batches: readonly Batch[],
  state: ShopState,
  pull: number,
  tax: ShopTax | null = null,
): Promise<Tables> {
  const store = new MemoryRows();
  for (let from = 0; from < batches.length; from += pull) await moveRows(store, batches.slice(from, from + pull), tax);
  const { tables } = store;
  expect(tables.orders.size).toBe(state.orders.size);
  for (const order of state.orders.values()) {
    const row = tables.orders.get(order.id);
    const payments = boughtWith(order);
    const lines = payments.flatMap((payment) => payment.lines);
    expect(row?.personId).toBe(order.personId);
    expect([row?.number, row?.status, row?.lines, row?.passIds, row?.refundIds, row?.paid, row?.back]).toEqual([
      order.number,
      orderStatus(order),
      order.lines,
      order.passIds,
      order.refundIds,
      sum(lines.map((l) => l.amount)),
      sum(lines.map((l) => l.givenBack + l.lost)),
    ]);
    // The very records of the shop, each with what became of it, and how each offer was answered.
    const answered = Object.entries(order.offers).filter(([, offer]) => offer.answer !== null);
    const said = Object.entries(row?.offers ?? {}).map(([step, { answer, lineIds }]) => [step, { answer, lineIds }]);
    expect([row?.payments, Object.fromEntries(said)]).toEqual([
      payments,
      Object.fromEntries(answered.map(([step, { answer, lineIds }]) => [step, { answer, lineIds }])),
    ]);
  }
  for (const pass of state.passes.values()) {
    const { fetched, ...row } = tables.passes.get(pass.id) ?? { fetched: {} };
    expect(pass.heldBefore.every((h) => h.from <= h.until)).toBe(true);
    expect(row).toEqual(pass);
    for (const [fileId, count] of Object.entries(fetched))
      expect(state.fileUses.get(`${pass.id}/${fileId}`)?.count).toBe(count);
  }
  const unpaid = [...state.charges.values()].filter((c) => c.status !== 'paid');
  expect(tables.charges.size).toBe(unpaid.length);
  for (const charge of unpaid)
    expect([
      tables.charges.get(charge.key)?.personId,
      tables.charges.get(charge.key)?.status,
      tables.charges.get(charge.key)?.reason,
    ]).toEqual([charge.personId, charge.status, charge.reason]);
  for (const refund of state.refunds.values())
    expect([tables.refunds.get(refund.id)?.status, tables.refunds.get(refund.id)?.creditNote]).toEqual([
      refund.status,
      refund.creditNote,
    ]);
  for (const row of tables.agreements.values()) expect(row.personId).toBe(row.agreement.personId);
  for (const row of tables.laterPayments.values())
    expect(row.personId).toBe(state.agreements.get(row.agreementId)?.personId);
  // Every buyer with what they bought, and nobody else.
  const buyers = buyersOf(tables.orders.values());
  const lastOf = (ids: readonly OrderId[]): string =>
    ids
      .map((id) => state.orders.get(id)?.at ?? '')
      .sort()
      .at(-1) ?? '';
  expect(new Map([...buyers].map(([id, { count, last }]) => [id, [count, last]]))).toEqual(
    new Map([...state.ordersOfPerson].map(([id, orders]) => [id, [orders.length, lastOf(orders)]])),
  );
  expect(tables.agreements.size).toBe(state.agreements.size);
  for (const agreement of state.agreements.values())
    expect(tables.agreements.get(agreement.id)?.agreement).toEqual(agreement);
  expectNewestAsInAll(batches, tables, tax);
  // What came in by day adds up to what was paid; what went back, to what went back.
  const days = moneyByDay(tables.orders.values(), 'EUR', 'Europe/Lisbon');
  expect(sum(days.map((d) => d.paid))).toBe(
    sum([...state.orders.values()].flatMap((o) => boughtWith(o).flatMap((p) => p.lines.map((l) => l.amount)))),
  );
  const payments = [...state.agreements.values()].flatMap((a) => later(a)).filter((p) => p.paymentId !== null);
  const laterTotals = [...tables.totals.values()].filter((t) => t.key.startsWith('later|'));
  expect([
    sum(laterTotals.map((t) => t.count)),
    sum(laterTotals.map((t) => t.paid)),
    sum(laterTotals.map((t) => t.back)),
  ]).toEqual([payments.length, sum(payments.map((p) => p.amount)), sum(payments.map((p) => p.givenBack + p.lost))]);
  expect(sum([...buyers.values()].map((b) => b.net['EUR'] ?? 0))).toBe(
    sum([...tables.orders.values()].map((o) => o.paid - o.back)) + sum(laterTotals.map((t) => t.paid - t.back)),
  );
  return tables;
}

/** What the end of a history says of its newest orders is what all of it says of them, wherever that end begins. */
function expectNewestAsInAll(batches: readonly Batch[], all: Tables, tax: ShopTax | null): void {
  for (const last of [1, 5, Math.ceil(batches.length / 2), batches.length]) {
    const newest = newestRows(batches.slice(-last), tax, 1_000);
    for (const order of newest.orders) expect(order).toEqual(all.orders.get(order.id));
    for (const pass of newest.passes) expect(pass).toEqual(all.passes.get(pass.id));
    for (const refund of newest.refunds) expect(refund).toEqual(all.refunds.get(refund.id));
    for (const row of newest.agreements) expect(row).toEqual(all.agreements.get(row.id));
    const numbers = newest.orders.map((o) => o.number);
    expect(numbers).toEqual(
      [...all.orders.values()]
        .map((o) => o.number)
        .sort((a, b) => b - a)
        .slice(0, numbers.length),
    );
    if (last === batches.length) expect(numbers).toHaveLength(all.orders.size);
  }
  // Asked, paid and sold in one line: it began here too.
  const [first] = batches;
  const asOne = first && { ...first, events: batches.flatMap((batch) => batch.events) };
  if (asOne) expect(newestRows([asOne], tax, 1_000).orders).toHaveLength(all.orders.size);
}

test('generated: the studio’s rows say what the shop’s own state says, however the lines are cut into pulls', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.nat(10_000), { minLength: 10, maxLength: 40 }),
      fc.integer({ min: 1, max: 20 }),
      async (seed, pull) => {
        const { batches, runner } = await season(seed);
        await expectRowsToFollow(batches, runner.state, pull);
        nobodyGone(runner.state);
      },
    ),
    { numRuns: 60 },
  );
});

test.each([
  [11, 1],
  [12, 9],
  [13, 100_000],
])('orders of several lines with offers, refunds and disputes, seed %i, in pulls of %i lines', async (seed, pull) => {
  const { batches, state } = await severalRun(seed);
  await expectRowsToFollow(batches, state, pull);
});

test.each([1, 7, 100_000])(
  'years of payment plans and subscriptions with every kind of fault, in pulls of %i lines',
  async (pull) => {
    const { batches, state, statuses } = await longRun({
      seed: 70 + pull,
      buyers: 60,
      years: 2,
      zone: 'Europe/Lisbon',
    });
    const { agreements, totals, orders } = await expectRowsToFollow(
      batches,
      state,
      pull,
      lastingRelease('Europe/Lisbon').content.shop.tax,
    );
    for (const [status, count] of Object.entries(statuses)) {
      const rows = [...agreements.values()].filter((r) => r.status === status);
      expect([rows.length, sum(rows.map((r) => r.paid)), sum(rows.map((r) => r.left ?? 0))]).toEqual([
        count,
        totals.get(`agreements|${status}|EUR`)?.paid,
        totals.get(`agreements|${status}|EUR`)?.back,
      ]);
    }
    // Everything the cards paid, less what went back, stands in one agreement or order.
    const onceOnly = [...orders.values()].filter((o) => o.lines.every((l) => !isLasting(l.terms)));
    expect(sum([...agreements.values()].map((r) => r.paid)) + sum(onceOnly.map((o) => o.paid - o.back))).toBe(
      sum([...state.orders.values()].flatMap((o) => bought(o).lines.map((l) => l.paid - l.givenBack - l.lost))) +
        sum([...state.agreements.values()].flatMap((a) => later(a).map((p) => p.amount - p.givenBack - p.lost))),
    );
    const open = [...state.disputes.values()]
      .filter((d) => d.status === 'open' && d.agreementId !== undefined)
      .map((d) => d.id);
    expect(
      [...agreements.values()]
        .filter((r) => r.waits === 1)
        .flatMap((r) => r.disputes.map((d) => d.disputeId))
        .sort(),
    ).toEqual(open.sort());
    // A plan that runs undisturbed has left what its buyer was told.
    for (const { agreement: a, left } of agreements.values()) {
      const rest = restOfPlan(a, lastingRelease('Europe/Lisbon').content.shop.tax, null);
      if (a.terms.kind === 'plan' && isRunning(a) && a.unanswered === null && a.next !== null)
        expect(left).toBe(sum(rest.map((due) => due.amount)));
    }
  },
);

test('quiet days stand between the others, each once', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(60), { minLength: 1, maxLength: 20 }), (offsets) => {
      const orders = offsets.map((d) => ({ at: addMs(START, d * DAY), paid: 100, currency: 'EUR' }));
      const days = moneyByDay(orders, 'EUR', 'UTC');
      const last = days[days.length - 1]?.date ?? '';
      const filled = withQuietDays(days, last);
      expect(filled.length).toBe(daysBetween(days[0]?.date ?? '', last) + 1);
      expect(new Set(filled.map((d) => d.date)).size).toBe(filled.length);
      expect(sum(filled.map((d) => d.orders))).toBe(orders.length);
    }),
  );
  expect(
    moneyByDay(
      [
        { at: '2026-06-15T23:30:00.000Z', paid: 1, currency: 'EUR' },
        { at: START, paid: 9, currency: 'USD' },
      ],
      'EUR',
      'Europe/Lisbon',
    ),
  ).toEqual([{ date: '2026-06-16', paid: 1, orders: 1 }]);
});
