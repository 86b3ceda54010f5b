import { expect, test } from '@jest/globals';
import type { ChargeAnswer } from '#core/shop';
import { type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

const START = '2026-11-23T10:00:00.000Z';
const fee = (amount: number, payout: string | null = 'payout-2026-11-30') => ({ amount, currency: 'EUR', payout });
const feesIn = (shop: MemoryShop): string[] =>
  shop.ports.batches.flatMap(({ at, events }) =>
    events.flatMap((e) =>
      e.type === 'fee.taken' ? [`${at.slice(0, 10)} ${e.data.of} ${e.data.amount} ${e.data.payout ?? 'not yet'}`] : [],
    ),
  );

test('what the service keeps is in the batch of the movement: of an order, a due, a refund, a dispute', async () => {
  const answers: ChargeAnswer[] = [
    { status: 'paid', paymentId: 'p1', fee: fee(43) },
    { status: 'paid', paymentId: 'p2', fee: fee(43, null) },
  ];
  const shop = await shopInMemory(
    releaseWith([{ kind: 'subscription', amount: '12' }]),
    START,
    (_, n): ChargeAnswer => answers[n] ?? { status: 'paid', paymentId: '' },
  );
  const a = await shop.buy({});
  await shop.goTo('2026-12-24T10:00:00.000Z');
  shop.ports.payments.refund = () => Promise.resolve({ status: 'paid', fee: fee(0, 'payout-2026-12-28') });
  await shop.act({
    type: 'refund',
    orderId: a.orderId,
    shares: [{ lineId: a.lineId, amount: 200 }],
    reason: 'asked',
  });
  await shop.runner.settle();
  const answerBy = '2027-01-10T10:00:00.000Z';
  await shop.act({ type: 'open-dispute', disputeId: 'd1', paymentId: 'p2', amount: 1_200, answerBy, fee: fee(1_500) });
  await shop.act({ type: 'close-dispute', disputeId: 'd1', won: true, fee: fee(-1_500) });
  expect(feesIn(shop)).toEqual([
    '2026-11-23 payment 43 payout-2026-11-30',
    '2026-12-23 payment 43 not yet',
    '2026-12-24 refund 0 payout-2026-12-28',
    '2026-12-24 dispute 1500 payout-2026-11-30',
    '2026-12-24 dispute -1500 payout-2026-11-30',
  ]);
  for (const { events } of shop.ports.batches)
    for (const e of events)
      if (e.type === 'fee.taken' && e.data.of === 'payment')
        expect(
          events.some((x) => (x.type === 'order.paid' || x.type === 'due.paid') && x.data.paymentId === e.data.id),
        ).toBe(true);
  // A service that does not say is no fee of nothing: the next payment has none.
  await shop.goTo('2027-01-24T10:00:00.000Z');
  expect(shop.asked().at(-1)).toBe('2027-01-23 12.00');
  expect(feesIn(shop)).toHaveLength(5);
});
