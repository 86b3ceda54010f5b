import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { idsTouched, MirrorRows, moneyByDay, withQuietDays } from '#core/books';
import { addMs, DAY, daysBetween } from '#core/calendar';
import { firstBuyer, quoteFingerprint, quoteFor } from '#core/checkout';
import type { Batch } from '#core/journal';
import { sum } from '#core/money';
import { createRunner, memoryPorts, orderStatus } from '#core/shop';
import { release } from '../support/release';

const START = '2026-06-15T08:00:00.000Z';

/** A season of one shop: orders, refusals, refunds in parts, disputes won and lost, downloads. */
async function season(seed: readonly number[]): Promise<{ batches: Batch[]; runner: ReturnType<typeof createRunner> }> {
  let turn = 0;
  const dice = (sides: number): number => (seed[(turn += 1) % seed.length] ?? 0) % sides;
  const ports = memoryPorts(START, () => (dice(5) === 0 ? { status: 'refused', reason: 'expired' } : { status: 'paid', paymentId: '' }));
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
    switch (dice(5)) {
      case 0:
        if (order) await runner.execute({ type: 'refund', orderId: order.id, shares: [{ lineId: 'l1', amount: dice(2) === 0 ? 600 : (order.lines[0]?.paid ?? 0) }], reason: '' });
        break;
      case 1:
        if (order) await runner.execute(order.dispute === 'open' ? { type: 'close-dispute', disputeId: `d-${order.id}`, won: dice(2) === 0 } : { type: 'open-dispute', disputeId: `d-${order.id}`, paymentId: order.paymentId ?? '', amount: 1, answerBy: now });
        break;
      case 2:
        await runner.execute({ type: 'fetch-file', passId: passes[dice(Math.max(1, passes.length))]?.id ?? '', fileId: release().content.products[0]?.files[0]?.id ?? '' });
        break;
      default: {
        const choice = dice(3) === 0 ? { offerId: 'off_free', priceId: 'pr_free' } : { offerId: 'off_field', priceId: dice(2) === 0 ? 'pr_one' : 'pr_class' };
        const quote = quoteFor(release(), choice, now, firstBuyer(now));
        await runner.execute({ type: 'pay', checkoutId: `c${i}`, personId: `u${dice(6)}`, ...choice, release: release(), startedAt: now, shown: 'refused' in quote ? '' : quoteFingerprint(quote), fingerprint: (text) => text, card: { token: 't', last4: '0001' } });
      }
    }
    await runner.settle();
  }
  return { batches: ports.batches, runner };
}

test('generated: the studio’s rows say what the shop’s own state says, however the lines are cut into pulls', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.nat(10_000), { minLength: 10, maxLength: 40 }), fc.integer({ min: 1, max: 20 }), async (seed, pull) => {
      const { batches, runner } = await season(seed);
      const table = new MirrorRows();
      for (let from = 0; from < batches.length; from += pull) {
        const some = batches.slice(from, from + pull);
        const touched = idsTouched(some);
        // As the worker does: only what these lines touch is read, moved on, and written back.
        const hand = new MirrorRows();
        for (const id of touched.refunds) {
          const refund = table.refunds.get(id);
          if (refund) {
            hand.refunds.set(id, structuredClone(refund));
            touched.orders.add(refund.orderId);
          }
        }
        for (const kind of ['orders', 'passes', 'charges'] as const) {
          for (const id of touched[kind]) {
            const row = table[kind].get(id);
            if (row) hand[kind].set(id, structuredClone(row) as never);
          }
        }
        for (const batch of some) hand.apply(batch);
        for (const kind of ['orders', 'passes', 'charges', 'refunds'] as const) for (const [id, row] of hand[kind]) table[kind].set(id, row as never);
      }
      const { state } = runner;
      expect(table.orders.size).toBe(state.orders.size);
      for (const order of state.orders.values()) {
        const row = table.orders.get(order.id);
        expect([row?.number, row?.status, row?.lines, row?.passIds, row?.refundIds, row?.paid, row?.back]).toEqual([order.number, orderStatus(order), order.lines, order.passIds, order.refundIds, sum(order.lines.map((l) => l.paid)), sum(order.lines.map((l) => l.givenBack + l.lost))]);
      }
      for (const pass of state.passes.values()) {
        const { fetched, heldBefore, ...row } = table.passes.get(pass.id) ?? { fetched: {}, heldBefore: [] };
          expect(heldBefore.every((h) => h.from <= h.until)).toBe(true);
        expect(row).toEqual(pass);
        for (const [fileId, count] of Object.entries(fetched)) expect(state.fileUses.get(`${pass.id}/${fileId}`)?.count).toBe(count);
      }
      for (const charge of state.charges.values()) expect([table.charges.get(charge.key)?.status, table.charges.get(charge.key)?.reason]).toEqual([charge.status, charge.reason]);
      for (const refund of state.refunds.values()) expect([table.refunds.get(refund.id)?.status, table.refunds.get(refund.id)?.creditNote]).toEqual([refund.status, refund.creditNote]);
      // What came in by day adds up to what was paid.
      const days = moneyByDay(table.orders.values(), 'EUR', 'Europe/Lisbon');
      expect(sum(days.map((d) => d.paid))).toBe(sum([...state.orders.values()].flatMap((o) => o.lines.map((l) => l.paid))));
    }),
    { numRuns: 60 },
  );
});

test('quiet days stand between the others, each once', () => {
  fc.assert(fc.property(fc.array(fc.nat(60), { minLength: 1, maxLength: 20 }), (offsets) => {
    const orders = offsets.map((d) => ({ at: addMs(START, d * DAY), paid: 100, currency: 'EUR' }));
    const days = moneyByDay(orders, 'EUR', 'UTC');
    const last = days[days.length - 1]?.date ?? '';
    const filled = withQuietDays(days, last);
    expect(filled.length).toBe(daysBetween(days[0]?.date ?? '', last) + 1);
    expect(new Set(filled.map((d) => d.date)).size).toBe(filled.length);
    expect(sum(filled.map((d) => d.orders))).toBe(orders.length);
  }));
  expect(moneyByDay([{ at: '2026-06-15T23:30:00.000Z', paid: 1, currency: 'EUR' }, { at: START, paid: 9, currency: 'USD' }], 'EUR', 'Europe/Lisbon')).toEqual([{ date: '2026-06-16', paid: 1, orders: 1 }]);
});
