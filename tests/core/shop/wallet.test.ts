import { expect, test } from '@jest/globals';
import { NotAnswered } from '#core/shop';
import { releaseWith, shopInMemory } from '../../support/shopInMemory';

// What is under way at one payment service stays there, whatever the buyer pays with by then.
const START = '2026-06-15T08:00:00.000Z';
const WALLET = { token: 'wallet', last4: '', way: 'wallet' } as const;

test('a due that a wallet did not answer clearly, and another card meanwhile: made impossible at the wallet, also after a stop', async () => {
  const shop = await shopInMemory(releaseWith([{ kind: 'subscription', amount: '12' }]), START, (request) =>
    request.way === 'wallet' ? { status: 'waits-for-bank', confirmAt: '/confirm' } : { status: 'paid', paymentId: '' },
  );
  const voided: string[] = [];
  let reached = false;
  shop.ports.payments.void = (key, way) => {
    voided.push(`${way} ${key}`);
    return reached ? Promise.resolve({ status: 'voided' }) : Promise.reject(new NotAnswered());
  };
  const { id } = await shop.buy({});
  await shop.act({ type: 'change-card', agreementId: id, card: WALLET });
  await shop.goTo('2026-07-15T08:00:00.000Z');
  expect(shop.agreement(id).status).toBe('past-due');
  await shop.act({ type: 'change-card', agreementId: id, card: { token: 'card', last4: '0043' } });
  expect(shop.agreement(id).status).toBe('active');
  await shop.restart();
  reached = true;
  await shop.runner.settle();
  expect(voided.length).toBeGreaterThan(1);
  expect(new Set(voided.map((asked) => asked.split(' ')[0]))).toEqual(new Set(['wallet']));
  expect(shop.runner.state.pending.size).toBe(0);
});

test('a payment goes back to where it was taken, whatever pays for it by now', async () => {
  const shop = await shopInMemory(releaseWith([{ kind: 'subscription', amount: '12' }]), START);
  const bought = await shop.buy({});
  await shop.act({ type: 'change-card', agreementId: bought.id, card: WALLET });
  await shop.goTo('2026-07-15T08:00:00.000Z');
  await shop.act({ type: 'change-card', agreementId: bought.id, card: { token: 'card', last4: '0043' } });
  expect(shop.ports.charges.map(({ way }) => way)).toEqual(['card', 'wallet']);
  await shop.act({ type: 'refund-agreement', agreementId: bought.id, amount: null, ends: false, reason: '' });
  const [order] = shop.runner.state.orders.values();
  if (!order) throw new Error('no order');
  const shares = [{ lineId: bought.lineId, amount: 1_200 }];
  await shop.act({ type: 'refund', orderId: order.id, shares, reason: '' });
  expect(shop.ports.refunds.map(({ way, amount }) => [way, amount])).toEqual([
    ['wallet', 1_200],
    ['card', 1_200],
  ]);
});
