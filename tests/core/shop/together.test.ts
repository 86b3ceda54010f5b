import { describe, expect, test } from '@jest/globals';
import type { Instant } from '#core/calendar';
import { restOfPlan } from '#core/agreements';
import { creditOf } from '#core/payments';
import { newCoupon } from '#core/catalogue';
import { sum } from '#core/money';
import { passState } from '#core/passes';
import { quoteFingerprint, quoteFor } from '#core/checkout';
import type { Release } from '#core/release';
import { type ChargeRequest, createRunner, NotAnswered, standingOf } from '#core/shop';
import { asDownload } from '../../support/release';
import { type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';
import { bought, later } from '../../support/money';

/**
 * Each rule alone is tested elsewhere; here two meet. Amounts and days are counted by hand from the rules: a stop lasts
 * until nothing stops any more, and what is asked for is taken the moment it is written down.
 */
const at = (date: string, time = '10:00'): Instant => `${date}T${time}:00.000Z`;
const START = at('2026-11-23');
const monthly = (amount: string): DraftTermsGiven => ({ kind: 'subscription', amount });
const doors = (shop: MemoryShop, id: string): string[] =>
  shop.agreement(id).passIds.map((passId) => passState(shop.runner.state.passes.get(passId)!, shop.runner.now()));
const firstPayment = (shop: MemoryShop, id: string): string =>
  shop.runner.state.orders.get(shop.agreement(id).orderId)?.payments[0]?.id ?? '';
const dispute = (shop: MemoryShop, disputeId: string, paymentId: string, amount = 1_200): Promise<unknown> =>
  shop.act({ type: 'open-dispute', disputeId, paymentId, amount, answerBy: at('2027-12-01') });
const decided = (shop: MemoryShop, disputeId: string, won: boolean): Promise<unknown> =>
  shop.act({ type: 'close-dispute', disputeId, won });
const refunded = (shop: MemoryShop): number[] => shop.ports.refunds.map((r) => r.amount);

/** The payment service gives no answer about money that goes back, until it is let go. */
function holdRefunds(shop: MemoryShop): { letGo(): Promise<void> } {
  const { refund } = shop.ports.payments;
  let down = true;
  shop.ports.payments.refund = (request) => (down ? Promise.reject(new NotAnswered('x')) : refund(request));
  return {
    letGo: async () => {
      down = false;
      await shop.runner.settle();
    },
  };
}

/** The same for charges. */
function holdCharges(shop: MemoryShop): { letGo(): Promise<void> } {
  const { charge } = shop.ports.payments;
  let down = true;
  shop.ports.payments.charge = (request) => (down ? Promise.reject(new NotAnswered('x')) : charge(request));
  return {
    letGo: async () => {
      down = false;
      await shop.runner.settle();
    },
  };
}

async function pausedAndDisputed(until: string | null): Promise<{ shop: MemoryShop; id: string }> {
  const shop = await shopInMemory(releaseWith([monthly('12')]), at('2026-03-20'));
  const { id } = await shop.buy({});
  await shop.goTo(at('2026-04-10'));
  await shop.act({ type: 'pause', agreementId: id, until, by: 'buyer' });
  await shop.goTo(at('2026-04-15'));
  await dispute(shop, 'd1', firstPayment(shop, id));
  return { shop, id };
}

describe('a pause and a dispute', () => {
  test('the pause ends while the payment is disputed: nothing is asked for, and losing it ends the agreement', async () => {
    const { shop, id } = await pausedAndDisputed('2026-04-20');
    await shop.goTo(at('2026-06-15'));
    expect([shop.asked(), doors(shop, id)]).toEqual([['2026-03-20 12.00'], ['on-hold']]);
    await decided(shop, 'd1', false);
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['ended', ['closed']]);
  });

  test('… and won: it goes on with the ten days that were left when it paused', async () => {
    const { shop, id } = await pausedAndDisputed('2026-04-20');
    await shop.goTo(at('2026-06-15'));
    await decided(shop, 'd1', true);
    // 20 April was ten days after 10 April; ten in the morning in Lisbon, where it is summer by then.
    expect([shop.agreement(id).next?.at, doors(shop, id)]).toEqual([at('2026-06-25', '09:00'), ['open']]);
  });

  test('come back by hand while it is disputed: nothing is asked for', async () => {
    const { shop, id } = await pausedAndDisputed(null);
    await shop.act({ type: 'return', agreementId: id, on: null });
    await shop.goTo(at('2026-05-25'));
    expect([shop.asked().length, doors(shop, id)]).toEqual([1, ['on-hold']]);
  });

  test('the dispute is won in the pause: the pause goes on', async () => {
    const { shop, id } = await pausedAndDisputed('2026-09-01');
    await shop.goTo(at('2026-05-01'));
    await decided(shop, 'd1', true);
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['paused', ['on-hold']]);
    await shop.goTo(at('2026-09-10'));
    expect(shop.asked()).toEqual(['2026-03-20 12.00']);
    await shop.goTo(at('2026-09-12'));
    expect(shop.asked()).toEqual(['2026-03-20 12.00', '2026-09-11 12.00']);
  });
});

test('disputed while the shop is away: still disputed after it, and lost, it ends', async () => {
  const shop = await shopInMemory(releaseWith([monthly('12')]), START);
  const { id } = await shop.buy({});
  await shop.goTo(at('2026-12-10'));
  await dispute(shop, 'd1', firstPayment(shop, id));
  const from = shop.runner.now();
  const to = at('2027-03-10');
  shop.ports.setNow(to);
  await shop.act({ type: 'confirm-gap', from, to });
  await shop.goTo(at('2027-04-01'));
  expect([doors(shop, id), shop.asked().length]).toEqual([['on-hold'], 1]);
  await decided(shop, 'd1', false);
  expect(shop.agreement(id).status).toBe('ended');
});

describe('two disputes of one agreement', () => {
  const two = async (): Promise<{ shop: MemoryShop; id: string }> => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2027-01-24'));
    const [laterOne = ''] = later(shop.agreement(id)).map((p) => p.paymentId ?? '');
    await dispute(shop, 'd1', firstPayment(shop, id));
    await dispute(shop, 'd2', laterOne);
    return { shop, id };
  };

  test('the first won: the doors stay shut for the second', async () => {
    const { shop, id } = await two();
    await decided(shop, 'd1', true);
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['active', ['on-hold']]);
  });

  test('the first lost, the second won: it has ended, and nothing more is asked for', async () => {
    const { shop, id } = await two();
    await decided(shop, 'd1', false);
    await decided(shop, 'd2', true);
    await shop.goTo(at('2027-04-01'));
    expect([shop.agreement(id).status, doors(shop, id), shop.asked().length]).toEqual(['ended', ['closed'], 3]);
  });

  test('of one payment: the order is disputed until both are decided', async () => {
    const shop = await shopInMemory(releaseWith([{ kind: 'once', amount: '27' }]), START);
    await shop.buy({}).catch(() => undefined);
    const [order] = [...shop.runner.state.orders.values()];
    const open = (id: string): Promise<unknown> => dispute(shop, id, order?.payments[0]?.id ?? '', 2_700);
    await open('d1');
    await open('d2');
    await decided(shop, 'd1', true);
    expect([
      order?.payments[0]?.dispute,
      [...shop.runner.state.passes.values()].map((p) => passState(p, shop.runner.now())),
    ]).toEqual(['open', ['on-hold']]);
    await decided(shop, 'd2', true);
    expect([
      order?.payments[0]?.dispute,
      [...shop.runner.state.passes.values()].map((p) => passState(p, shop.runner.now())),
    ]).toEqual(['won', ['open']]);
  });
});

describe('money on its way back', () => {
  test('nothing is refunded twice: cancelled with unused days, or switched, while it is unanswered', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30'), monthly('100')]), START);
    const { id } = await shop.buy({});
    const held = holdRefunds(shop);
    const asked = { type: 'refund-agreement', agreementId: id, amount: null, ends: true, reason: '' } as const;
    await shop.runner.execute(asked);
    const refusals = [
      await shop.runner.execute({ type: 'cancel', agreementId: id, when: 'now', giveBack: true, by: 'seller' }),
      await shop.runner.execute({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' }),
      await shop.runner.execute({ ...asked, amount: 1 }),
    ].map((done) => ('refused' in done ? done.refused : 'done'));
    expect(refusals).toEqual(['refund-running', 'refund-running', 'refund-running']);
    await held.letGo();
    expect([refunded(shop), shop.agreement(id).status, shop.asked()]).toEqual([[3_000], 'ended', ['2026-11-23 30.00']]);
  });

  test('a part on its way leaves the rest to be refunded, and the tax of both parts is the whole', async () => {
    const tax = { how: 'included' as const, home: 'PT', rates: [{ country: 'PT', rate: 1900, from: null }] };
    const shop = await shopInMemory(releaseWith([{ kind: 'once', amount: '27' }], { shop: { tax } }), START);
    await shop.buy({}).catch(() => undefined);
    const [order] = [...shop.runner.state.orders.values()];
    const held = holdRefunds(shop);
    const back = async (amount: number): Promise<string> => {
      const done = await shop.runner.execute({
        type: 'refund',
        orderId: order?.id ?? '',
        shares: [{ lineId: 'l1', amount }],
        reason: '',
      });
      return 'refused' in done ? done.refused : 'done';
    };
    expect([await back(900), await back(1_801), await back(1_800), await back(1)]).toEqual([
      'done',
      'too-much',
      'done',
      'refund-running',
    ]);
    await held.letGo();
    // 27.00 with 4.31 of tax: 9.00 bear 1.44, the other 18.00 bear 2.87.
    expect([order?.payments[0]?.lines[0]?.givenBack, order?.payments[0]?.lines[0]?.taxBack]).toEqual([2_700, 431]);
    expect([...shop.runner.state.passes.values()].map((p) => passState(p, shop.runner.now()))).toEqual(['closed']);
  });

  test('in full, asked a minute before a due: the due is not taken', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-23', '09:59'));
    const held = holdRefunds(shop);
    await shop.runner.execute({ type: 'refund-agreement', agreementId: id, amount: null, ends: true, reason: '' });
    shop.ports.setNow(at('2026-12-23', '10:01'));
    await shop.runner.turn();
    await held.letGo();
    expect([shop.agreement(id).status, shop.asked(), refunded(shop)]).toEqual(['ended', ['2026-11-23 30.00'], [3_000]]);
  });

  test('in part, over a due: it is asked for when the answer comes, tries and grace count from then, no date moves', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30')]), START, (_, n) =>
      n === 1 ? { status: 'refused', reason: 'not-enough-money' } : { status: 'paid', paymentId: '' },
    );
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-22'));
    const held = holdRefunds(shop);
    await shop.runner.execute({ type: 'refund-agreement', agreementId: id, amount: 500, ends: false, reason: '' });
    shop.ports.setNow(at('2026-12-28'));
    await shop.runner.turn();
    expect(shop.asked()).toEqual(['2026-11-23 30.00']);
    await held.letGo();
    // Refused on 28 December, when it was asked for; tried again the day after.
    await shop.goTo(at('2026-12-30'));
    expect(shop.asked().slice(1)).toEqual(['2026-12-28 30.00 refused', '2026-12-29 30.00']);
    await shop.goTo(at('2027-01-24'));
    expect(shop.asked().at(-1)).toBe('2027-01-23 30.00');
  });

  test('refused at the service: it goes on as if nothing had been asked', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30')]), START);
    const { id } = await shop.buy({});
    shop.ports.payments.refund = () => Promise.resolve({ status: 'refused', reason: 'too old' });
    await shop.act({ type: 'refund-agreement', agreementId: id, amount: null, ends: true, reason: '' });
    await shop.goTo(at('2026-12-24'));
    expect([shop.agreement(id).status, shop.asked()]).toEqual(['active', ['2026-11-23 30.00', '2026-12-23 30.00']]);
  });

  test('an order whose due is unanswered is not refunded in full: what the due brings is not known', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30')]), START);
    const { id } = await shop.buy({});
    const { charge } = shop.ports.payments;
    shop.ports.payments.charge = () => Promise.reject(new NotAnswered('x'));
    shop.ports.setNow(at('2026-12-23', '10:01'));
    await shop.runner.turn();
    const done = await shop.runner.execute({
      type: 'refund',
      orderId: shop.agreement(id).orderId,
      shares: [{ lineId: 'l1', amount: 3_000 }],
      reason: '',
    });
    expect('refused' in done && done.refused).toBe('still-asking');
    shop.ports.payments.charge = charge;
  });
});

describe('a disputed payment is not refunded, the others are', () => {
  test.each<[string, DraftTermsGiven, string, number]>([
    ['a plan paid off', { kind: 'plan', amount: '97', payments: '3' }, '2027-02-01', 9_700],
    ['a subscription that was ended', monthly('12'), '2027-01-01', 1_200],
  ])('%s', async (name, terms, then, each) => {
    const shop = await shopInMemory(releaseWith([terms]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at(then));
    if (name.includes('ended'))
      await shop.act({ type: 'cancel', agreementId: id, when: 'now', giveBack: false, by: 'seller' });
    const disputed = later(shop.agreement(id)).at(-1)?.paymentId ?? '';
    await dispute(shop, 'd1', disputed, each);
    await shop.act({ type: 'refund-agreement', agreementId: id, amount: 100, ends: false, reason: '' });
    expect(shop.ports.refunds.map((r) => [r.paymentId === disputed, r.amount])).toEqual([[false, 100]]);
  });
});

describe('a dispute', () => {
  test('over a part takes that part only: 5.00 of 27.00; access stays, and the seller is asked', async () => {
    const shop = await shopInMemory(releaseWith([{ kind: 'once', amount: '27' }]), START);
    await shop.buy({}).catch(() => undefined);
    const [order] = [...shop.runner.state.orders.values()];
    await dispute(shop, 'd1', order?.payments[0]?.id ?? '', 500);
    await decided(shop, 'd1', false);
    expect([
      order?.payments[0]?.lines[0]?.lost,
      [...shop.runner.state.passes.values()].map((p) => passState(p, shop.runner.now())),
      shop.runner.state.attention.map((a) => a.id),
    ]).toEqual([500, ['open'], ['part-d1']]);
  });

  test('over more than is left takes what is left, and says so', async () => {
    const shop = await shopInMemory(releaseWith([{ kind: 'once', amount: '27' }]), START);
    await shop.buy({}).catch(() => undefined);
    const [order] = [...shop.runner.state.orders.values()];
    await shop.act({ type: 'refund', orderId: order?.id ?? '', shares: [{ lineId: 'l1', amount: 2_000 }], reason: '' });
    await dispute(shop, 'd1', order?.payments[0]?.id ?? '', 2_700);
    await decided(shop, 'd1', false);
    expect([
      order?.payments[0]?.lines[0]?.givenBack,
      order?.payments[0]?.lines[0]?.lost,
      shop.runner.state.attention.map((a) => a.id),
    ]).toEqual([2_000, 700, ['excess-d1']]);
  });

  test('open since before reasons were told apart: won, what it held opens', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START);
    const { id } = await shop.buy({});
    await dispute(shop, 'd1', firstPayment(shop, id));
    // As a line of that time reads: held by a dispute, and not by which.
    for (const batch of shop.ports.batches)
      for (const event of batch.events) if (event.type === 'pass.held') event.data.why = 'dispute';
    await shop.restart();
    expect(doors(shop, id)).toEqual(['on-hold']);
    await decided(shop, 'd1', true);
    expect([shop.agreement(id).stops, doors(shop, id)]).toEqual([[], ['open']]);
  });

  test('won with nothing missed: dates stand', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-11-25'));
    await dispute(shop, 'd1', firstPayment(shop, id));
    await shop.goTo(at('2026-11-30'));
    await decided(shop, 'd1', true);
    expect(shop.agreement(id).next?.at).toBe(at('2026-12-23'));
  });

  test('won on a plan that was two dues behind: still two behind, still on hold, and its tries had left', async () => {
    const shop = await shopInMemory(releaseWith([{ kind: 'plan', amount: '97', payments: '5' }]), START, (_, n) =>
      n >= 1 ? { status: 'refused', reason: 'x' } : { status: 'paid', paymentId: '' },
    );
    const { id } = await shop.buy({});
    await shop.goTo(at('2027-01-24'));
    expect([shop.agreement(id).status, shop.agreement(id).owed.map((d) => d.n)]).toEqual(['past-due', [2, 3]]);
    await dispute(shop, 'd1', firstPayment(shop, id), 9_700);
    await decided(shop, 'd1', true);
    expect([
      shop.agreement(id).status,
      shop.agreement(id).owed.map((d) => d.n),
      doors(shop, id),
      shop.agreement(id).next?.n,
    ]).toEqual(['past-due', [2, 3], ['on-hold'], 4]);
  });
});

test('a subscription that was behind when disputed has the tries that were left, and none beyond its next due', async () => {
  const shop = await shopInMemory(releaseWith([monthly('12')]), START, (_, n) =>
    n >= 1 ? { status: 'refused', reason: 'x' } : { status: 'paid', paymentId: '' },
  );
  const { id } = await shop.buy({});
  await shop.goTo(at('2026-12-25'));
  await dispute(shop, 'd1', firstPayment(shop, id));
  const before = shop.asked().length;
  await shop.goTo(at('2027-01-20'));
  expect(shop.asked().length).toBe(before);
  await decided(shop, 'd1', true);
  // Tried on 23 and 24 December; the third try was a day off, so it is on 21 January; the next due is on the 23rd.
  await shop.goTo(at('2027-01-22'));
  expect(shop.asked().slice(before)).toEqual(['2027-01-21 12.00 refused']);
  await shop.goTo(at('2027-01-23', '10:01'));
  expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['ended', ['closed']]);
});

describe('away for long', () => {
  test('a due without an answer is not sent again before the owner says so, and one is asked for after, not five', async () => {
    const shop = await shopInMemory(
      releaseWith([{ kind: 'subscription', amount: '3', every: { count: '1', unit: 'week' } }]),
      START,
    );
    await shop.buy({});
    const { charge } = shop.ports.payments;
    let down = true;
    shop.ports.payments.charge = (request) => (down ? Promise.reject(new NotAnswered('x')) : charge(request));
    shop.ports.setNow(at('2026-11-30'));
    await shop.runner.turn();
    const [from, to] = [at('2026-11-30', '10:01'), at('2026-12-29')];
    shop.ports.setNow(to);
    const runner = createRunner(shop.ports);
    await runner.start();
    runner.holdDueWork(true);
    down = false;
    await runner.turn();
    await runner.turn();
    expect(shop.asked()).toEqual(['2026-11-23 3.00']);
    await runner.execute({ type: 'confirm-gap', from, to });
    runner.holdDueWork(false);
    await runner.settle();
    expect(shop.asked().slice(1)).toEqual(['2026-12-29 3.00']);
    expect(runner.state.attention).toEqual([]);
  });

  test('a due without an answer that is disputed too: not sent after the gap, and asked for once it is won', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START);
    const { id } = await shop.buy({});
    const { letGo } = holdCharges(shop);
    shop.ports.setNow(at('2026-12-23'));
    await shop.runner.turn();
    await shop.runner.execute({
      type: 'open-dispute',
      disputeId: 'd1',
      paymentId: firstPayment(shop, id),
      amount: 1_200,
      answerBy: at('2027-12-01'),
    });
    const [from, to] = [at('2026-12-24'), at('2027-03-01')];
    shop.ports.setNow(to);
    await shop.runner.execute({ type: 'confirm-gap', from, to });
    await letGo();
    expect([shop.asked(), shop.agreement(id).unanswered]).toEqual([['2026-11-23 12.00'], null]);
    await shop.goTo(at('2027-03-05'));
    await decided(shop, 'd1', true);
    await shop.goTo(at('2027-03-06'));
    expect(shop.asked()).toEqual(['2026-11-23 12.00', '2027-03-05 12.00']);
  });

  test('over the notice of a trial alone: the notice is dropped, and the trial ends on its day', async () => {
    const shop = await shopInMemory(
      releaseWith([{ kind: 'subscription', amount: '12', trial: { days: '14', fee: '' } }]),
      START,
    );
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-11-30'));
    const [from, to] = [shop.runner.now(), at('2026-12-05')];
    shop.ports.setNow(to);
    await shop.act({ type: 'confirm-gap', from, to });
    await shop.goTo(at('2026-12-08'));
    expect([
      later(shop.agreement(id)).map((p) => p.at),
      shop.ports.about.filter((m) => m.message.mail === 'trial-ends').length,
    ]).toEqual([[at('2026-12-07')], 0]);
  });
});

test('away while two dues are behind: both are still owed, and the try that was left comes after it', async () => {
  const shop = await shopInMemory(releaseWith([{ kind: 'plan', amount: '97', payments: '5' }]), START, (_, n) =>
    n >= 1 ? { status: 'refused', reason: 'x' } : { status: 'paid', paymentId: '' },
  );
  const { id } = await shop.buy({});
  // Two dues behind; of the second, tried on 23 and 24 January, the next try is on the 26th.
  await shop.goTo(at('2027-01-25'));
  expect(shop.agreement(id).owed.map((d) => d.n)).toEqual([2, 3]);
  const tries = shop.asked().length;
  const [from, to] = [shop.runner.now(), at('2027-02-25')];
  shop.ports.setNow(to);
  await shop.act({ type: 'confirm-gap', from, to });
  expect([shop.agreement(id).status, shop.agreement(id).owed.map((d) => d.n), shop.agreement(id).next]).toEqual([
    'past-due',
    [2, 3],
    // 23 February was 29 days after the shop went away.
    { n: 4, at: at('2027-03-26') },
  ]);
  await shop.goTo(at('2027-03-25'));
  expect(shop.asked().length).toBeLessThanOrEqual(tries + 3);
});

test('what is said twice is two messages: paused, back and stopped again and again', async () => {
  const shop = await shopInMemory(releaseWith([monthly('12')]), START);
  const { id } = await shop.buy({});
  for (const day of ['2026-11-25', '2026-11-26', '2026-11-27']) {
    await shop.goTo(at(day));
    await shop.act({ type: 'pause', agreementId: id, until: null, by: 'buyer' });
    await shop.goTo(at(day, '12:00'));
    await shop.act({ type: 'return', agreementId: id, on: null });
    await shop.act({ type: 'cancel', agreementId: id, when: 'end', giveBack: false, by: 'buyer' });
    await shop.act({ type: 'keep', agreementId: id });
  }
  const keys = shop.ports.about.map((m) => m.key);
  expect([keys.length, new Set(keys).size]).toEqual([12, 12]);
});

describe('a pause', () => {
  test('keeps the days that were left for whoever stops in it: 13.00 of 30.00, months later', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'pause', agreementId: id, until: null, by: 'buyer' });
    await shop.goTo(at('2027-02-01'));
    await shop.act({ type: 'cancel', agreementId: id, when: 'now', giveBack: true, by: 'seller' });
    expect(refunded(shop)).toEqual([1_300]);
  });

  test('… and for whoever buys what replaces it: 200.00 less 13.00', async () => {
    const live = releaseWith([monthly('30'), { kind: 'once', amount: '200' }], {
      edit: (content) => {
        const price = content.offers.find((o) => o.id === 'off_1')?.prices[0];
        if (price) price.replaces = { offerId: 'off_0', credit: true };
      },
    });
    const shop = await shopInMemory(live, START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'pause', agreementId: id, until: null, by: 'buyer' });
    await shop.goTo(at('2027-02-01'));
    await shop.buy({ i: 1, person: 'u1', signedIn: true }).catch(() => undefined);
    expect(shop.asked().at(-1)).toBe('2027-02-01 187.00');
  });

  test('stopped in it while money is on its way back: the days that were left come after the day of stopping', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'pause', agreementId: id, until: null, by: 'buyer' });
    const { letGo } = holdRefunds(shop);
    await shop.runner.execute({ type: 'refund-agreement', agreementId: id, amount: 500, ends: false, reason: '' });
    shop.ports.setNow(at('2027-02-01'));
    await shop.runner.execute({ type: 'cancel', agreementId: id, when: 'end', giveBack: false, by: 'buyer' });
    await letGo();
    // 13 days after 1 February.
    await shop.goTo(at('2027-02-13'));
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['ending', ['open']]);
    await shop.goTo(at('2027-02-14', '10:01'));
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['ended', ['closed']]);
  });

  test('of a plan: the rest can be paid, and the pause is over', async () => {
    const shop = await shopInMemory(releaseWith([{ kind: 'plan', amount: '97', payments: '3' }]), START);
    const { id } = await shop.buy({});
    await shop.act({ type: 'pause', agreementId: id, until: null, by: 'buyer' });
    await shop.act({ type: 'pay-rest', agreementId: id });
    expect([shop.agreement(id).status, shop.agreement(id).pause, doors(shop, id), shop.asked().at(-1)]).toEqual([
      'paid-off',
      null,
      ['open'],
      '2026-11-23 194.00',
    ]);
  });

  test('of a plan with six months of access: the six months wait it out', async () => {
    const live = releaseWith([{ kind: 'plan', amount: '97', payments: '3' }], {
      edit: (content) => {
        const price = content.offers.at(-1)?.prices[0];
        if (price) price.access = { kind: 'for', count: '6', unit: 'month', date: '' };
      },
    });
    const shop = await shopInMemory(live, START);
    const { id } = await shop.buy({});
    await shop.act({ type: 'pause', agreementId: id, until: '2027-06-10', by: 'seller' });
    await shop.goTo(at('2027-06-09'));
    expect(doors(shop, id)).toEqual(['open']);
    await shop.goTo(at('2027-07-01'));
    const [pass] = shop.agreement(id).passIds.map((passId) => shop.runner.state.passes.get(passId));
    // 199 days from 23 November to 10 June are put after 23 May.
    expect([doors(shop, id), pass?.until?.slice(0, 10)]).toEqual([['open'], '2027-12-08']);
  });
});

const agreements = (shop: MemoryShop) => [...shop.runner.state.agreements.values()];
const last = (shop: MemoryShop) => agreements(shop).at(-1)!;
const left = (shop: MemoryShop): number => creditOf(last(shop).credits);

describe('what a switch leads to', () => {
  const off = { type: 'switch', offerId: 'off_1', priceId: 'pr_1' } as const;

  test('what is not on sale only where the seller has seen that it is not', async () => {
    const live = releaseWith([monthly('30'), monthly('100')], {
      edit: (content) => content.offers.filter((o) => o.id === 'off_1').forEach((o) => (o.onSale = false)),
    });
    const shop = await shopInMemory(live, START);
    const { id } = await shop.buy({});
    expect(await shop.act({ ...off, agreementId: id })).toBe('That price is not on sale now.');
    expect(await shop.act({ ...off, agreementId: id, offSale: true })).toBe('done');
  });

  test('its price as it has risen: 150.00 less 13.00 of unused days', async () => {
    const live = releaseWith([monthly('30'), monthly('100')], {
      edit: (content) => {
        const price = content.offers.find((o) => o.id === 'off_1')?.prices[0];
        if (price) price.rise = { by: '50', every: 'dates', sales: '', dates: '2026-12-01', ceiling: '150' };
      },
    });
    const shop = await shopInMemory(live, START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ ...off, agreementId: id });
    expect(shop.asked().at(-1)).toBe('2026-12-10 137.00');
  });

  test('never a second subscription to one offer', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30'), monthly('100')]), START);
    const { id } = await shop.buy({});
    await shop.buy({ i: 1 });
    expect(await shop.act({ ...off, agreementId: id })).toMatch(
      /^This person has a subscription to that offer already/,
    );
  });
});

describe('a switch that waits for its answer', () => {
  /** From 30.00 to 100.00 on 10 December: 13.00 of unused days and 87.00 by card, which is not answered. */
  const switching = async (): Promise<{ shop: MemoryShop; id: string; letGo(): Promise<void> }> => {
    const shop = await shopInMemory(releaseWith([monthly('30'), monthly('100')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    const { letGo } = holdCharges(shop);
    await shop.runner.execute({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' });
    await shop.runner.turn();
    return { shop, id, letGo };
  };
  const keptOf = (shop: MemoryShop): number | undefined => {
    const [order] = shop.runner.state.orders.values();
    const line = order && bought(order).lines[0];
    return line && line.paid - line.givenBack - line.lost;
  };

  test('nothing of its days is refunded meanwhile, in part or in whole', async () => {
    const { shop, id, letGo } = await switching();
    const { orderId } = shop.agreement(id);
    const done = [
      await shop.runner.execute({ type: 'refund-agreement', agreementId: id, amount: 2_500, ends: false, reason: '' }),
      await shop.runner.execute({ type: 'refund', orderId, shares: [{ lineId: 'l1', amount: 2_500 }], reason: '' }),
    ];
    expect(done.map((d) => 'refused' in d && d.refused)).toEqual(['still-asking', 'still-asking']);
    await letGo();
    expect([shop.asked().at(-1), keptOf(shop), last(shop).status]).toEqual(['2026-12-10 87.00', 1_700, 'active']);
  });

  test('disputed meanwhile: what it began is stopped by that too, until it is decided', async () => {
    for (const won of [true, false]) {
      const { shop, id, letGo } = await switching();
      await dispute(shop, 'd1', firstPayment(shop, id), 3_000);
      await letGo();
      expect([doors(shop, last(shop).id), last(shop).stops.map((s) => s.why)]).toEqual([['on-hold'], ['dispute:d1']]);
      await decided(shop, 'd1', won);
      // 87.00 of 100.00 are other money: lost, it goes on, and the seller is asked.
      expect([doors(shop, last(shop).id), last(shop).status]).toEqual([['open'], 'active']);
      expect(shop.runner.state.attention.some(({ id }) => id === 'part-d1')).toBe(!won);
    }
  });

  test('the bank takes the old payment back meanwhile: never more goes than was paid, and a person hears of it', async () => {
    const { shop, id, letGo } = await switching();
    // All but 5.00 of it is lost, so that the agreement goes on, and 8.00 of 13.00 are gone.
    await dispute(shop, 'd1', firstPayment(shop, id), 2_500);
    await decided(shop, 'd1', false);
    await letGo();
    expect([keptOf(shop), shop.runner.state.attention.map((a) => a.id.split('-')[0])]).toEqual([0, ['part', 'credit']]);
    expect(shop.runner.state.attention.at(-1)?.text).toMatch(/^€8\.00 was to be paid by unused days/);
  });
});

describe('one switch after another', () => {
  test('unused days that credit paid for count like those of the card: 300 → 50 → 40 leaves 110.00', async () => {
    const shop = await shopInMemory(releaseWith([monthly('300'), monthly('50'), monthly('40')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-08'));
    await shop.act({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' });
    // 15 of 30 days are unused: 150.00, of which 50.00 pays at once.
    expect(left(shop)).toBe(10_000);
    await shop.act({ type: 'switch', agreementId: last(shop).id, offerId: 'off_2', priceId: 'pr_2' });
    expect([left(shop), shop.asked().length]).toEqual([11_000, 1]);
    // Stopped at once: all that was not used goes back to the one payment it came from, under its note.
    await shop.act({ type: 'cancel', agreementId: last(shop).id, when: 'now', giveBack: true, by: 'seller' });
    const back = [...shop.runner.state.refunds.values()];
    expect([sum(back.map((r) => r.amount)), new Set(back.map((r) => r.creditNote))]).toEqual([
      15_000,
      new Set(['C-00001']),
    ]);
  });

  test('partly by card: 30 → 100 → 20, stopped at once: 100.00 of 117.00 goes back, to both payments', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30'), monthly('100'), monthly('20')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' });
    expect(shop.asked()).toEqual(['2026-11-23 30.00', '2026-12-10 87.00']);
    await shop.act({ type: 'switch', agreementId: last(shop).id, offerId: 'off_2', priceId: 'pr_2' });
    expect(left(shop)).toBe(8_000);
    await shop.act({ type: 'cancel', agreementId: last(shop).id, when: 'now', giveBack: true, by: 'seller' });
    const [first, second] = shop.ports.charges.map((c) => `pay-${c.key}`);
    const backTo = (payment: string | undefined): number =>
      sum(shop.ports.refunds.filter((r) => r.paymentId === payment).map((r) => r.amount));
    expect([backTo(first), backTo(second)]).toEqual([1_300, 8_700]);
    expect([...shop.runner.state.refunds.values()].every((r) => /^C-0000[12]$/.test(r.creditNote ?? ''))).toBe(true);
  });

  test('the one that was switched from waits for nothing: what is left of its payment can go back', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30'), monthly('100')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' });
    expect(shop.agreement(id).unanswered).toBeNull();
    expect(await shop.act({ type: 'refund-agreement', agreementId: id, amount: null, ends: false, reason: '' })).toBe(
      'done',
    );
    expect([refunded(shop), last(shop).status]).toEqual([[1_700], 'active']);
  });
});

test('a trial that ends in the hour that is skipped bends that one payment, and no later one', async () => {
  // On 29 March 2026 clocks in Lisbon go from 01:00 to 02:00; the trial began at 01:30.
  const shop = await shopInMemory(
    releaseWith([{ kind: 'subscription', amount: '12', trial: { days: '14', fee: '' } }]),
    at('2026-03-15', '01:30'),
  );
  const { id } = await shop.buy({});
  await shop.goTo(at('2026-07-01'));
  expect(later(shop.agreement(id)).map((p) => p.dues[0]?.at)).toEqual([
    at('2026-03-29', '01:30'),
    at('2026-04-29', '00:30'),
    at('2026-05-29', '00:30'),
    at('2026-06-29', '00:30'),
  ]);
});

describe('an amount off each payment takes what a payment has, and no less off the next', () => {
  const bought = async (terms: DraftTermsGiven, amount: string): Promise<string[]> => {
    const live = releaseWith([terms], {
      edit: (content) =>
        content.coupons.push(newCoupon('cp', 'EUR', { code: 'SPRING', takes: 'amount', amount, acts: 'all' })),
    });
    const shop = await shopInMemory(live, START);
    await shop.buy({ coupon: 'SPRING' });
    await shop.goTo(at('2027-02-24'));
    return shop.asked().filter((line) => !line.endsWith(' 0.00'));
  };
  test.each<[DraftTermsGiven, string, string[]]>([
    // 5.00, 5.00, then 30.00: 0, 0, 10.00, 10.00.
    [
      { kind: 'subscription', amount: '30', introductory: { payments: '2', amount: '5' } },
      '20',
      ['2027-01-23 10.00', '2027-02-23 10.00'],
    ],
    // 10.00, then twice 100.00: 0, 80.00, 80.00.
    [{ kind: 'plan', amount: '100', payments: '3', first: '10' }, '20', ['2026-12-23 80.00', '2027-01-23 80.00']],
  ])('%j, %s off', async (terms, amount, asked) => {
    expect(await bought(terms, amount)).toEqual(asked);
  });
});

describe('what is asked for is taken until it is answered', () => {
  const replacing = releaseWith([monthly('30'), { kind: 'once', amount: '200' }], {
    edit: (content) => {
      const price = content.offers.find((o) => o.id === 'off_1')?.prices[0];
      if (price) price.replaces = { offerId: 'off_0', credit: true };
    },
  });
  /** The bank asks each of some visits at once to confirm, and then all confirm. */
  const waiting = async (live: Release): Promise<{ shop: MemoryShop; ask(): void; confirmAll(): Promise<void> }> => {
    const shop = await shopInMemory(live, START);
    let asking = false;
    const { charge, lookUp } = shop.ports.payments;
    const held = new Map<string, ChargeRequest>();
    shop.ports.payments.charge = (request) => {
      if (!asking) return charge(request);
      held.set(request.key, request);
      return Promise.resolve({ status: 'waits-for-bank', confirmAt: '/bank' });
    };
    shop.ports.payments.lookUp = (key) => {
      const request = held.get(key);
      if (!request) return lookUp(key, 'card');
      return asking ? Promise.resolve({ status: 'waits-for-bank', confirmAt: '/bank' }) : charge(request);
    };
    return {
      shop,
      ask: () => void (asking = true),
      confirmAll: async () => {
        asking = false;
        await shop.runner.settle();
      },
    };
  };
  const pay = async (shop: MemoryShop, live: Release, i: number, cart: string): Promise<string> => {
    const choice = { offerId: `off_${i}`, priceId: `pr_${i}` };
    const now = shop.runner.now();
    const standing = standingOf(
      shop.runner.state,
      { ...choice, personId: 'u1', startedAt: now, signedIn: true },
      { now, release: live },
    );
    const quote = quoteFor(live, choice, now, standing);
    if ('refused' in quote) return quote.refused;
    const done = await shop.runner.execute({
      type: 'pay',
      checkoutId: cart,
      personId: 'u1',
      ...choice,
      release: live,
      startedAt: now,
      signedIn: true,
      shown: quoteFingerprint(quote),
      fingerprint: (text) => text,
      card: { token: 'card', last4: '0001' },
    });
    if ('refused' in done) return done.refused;
    await shop.runner.turn();
    return String(quote.dueToday);
  };

  test('the unused days of one subscription pay for one of five visits', async () => {
    const { shop, ask, confirmAll } = await waiting(replacing);
    await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    ask();
    const asked: string[] = [];
    for (let i = 0; i < 5; i += 1) asked.push(await pay(shop, replacing, 1, `visit${i}`));
    // 13.00 are left of 30.00; who comes second pays the whole.
    expect(asked).toEqual(['18700', '20000', '20000', '20000', '20000']);
    // And nobody else takes them meanwhile: not a switch, not a stop with money back, not a refund.
    const [old] = [...shop.runner.state.agreements.values()];
    const id = old?.id ?? '';
    const others = [
      await shop.runner.execute({ type: 'cancel', agreementId: id, when: 'now', giveBack: true, by: 'seller' }),
      await shop.runner.execute({ type: 'refund-agreement', agreementId: id, amount: 100, ends: false, reason: '' }),
      await shop.runner.execute({
        type: 'refund',
        orderId: old?.orderId ?? '',
        shares: [{ lineId: 'l1', amount: 100 }],
        reason: '',
      }),
    ].map((done) => ('refused' in done ? done.refused : 'done'));
    expect(others).toEqual(['still-asking', 'still-asking', 'still-asking']);
    await confirmAll();
    expect([sum(shop.ports.charges.map((c) => c.amount)), [...shop.runner.state.credits.values()].length]).toEqual([
      3_000 + 18_700 + 4 * 20_000,
      1,
    ]);
  });

  test('the days are gone when the money comes: the order stands, and a person hears of it', async () => {
    const { shop, ask, confirmAll } = await waiting(replacing);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    ask();
    await pay(shop, replacing, 1, 'visit');
    await shop.runner.execute({ type: 'cancel', agreementId: id, when: 'now', giveBack: false, by: 'seller' });
    await confirmAll();
    expect([shop.runner.state.orders.size, shop.runner.state.attention.map((a) => a.id.split('-')[0])]).toEqual([
      2,
      ['credit'],
    ]);
  });

  test('one trial and one subscription for a person, also while the bank is still asked; a refusal gives it back', async () => {
    const live = releaseWith([{ kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } }]);
    const { shop, ask, confirmAll } = await waiting(live);
    ask();
    const asked: string[] = [];
    for (let i = 0; i < 3; i += 1) asked.push(await pay(shop, live, 0, `visit${i}`));
    expect(asked).toEqual(['100', 'already-runs', 'already-runs']);
    const [charge] = [...shop.runner.state.charges.values()];
    await shop.runner.execute({
      type: 'answer-charge',
      key: charge?.key ?? '',
      answer: { status: 'refused', reason: 'declined' },
    });
    expect(await pay(shop, live, 0, 'visit3')).toBe('100');
    await confirmAll();
    expect([...shop.runner.state.agreements.values()].map((a) => a.status)).toEqual(['in-trial']);
    expect(await pay(shop, live, 0, 'visit4')).toBe('already-runs');
    // Nothing stays taken by what is answered.
    expect([...shop.runner.state.taken.keys()].filter((key) => /^(begins|runs|replaces)\//.test(key))).toEqual([]);
  });
});

test('a product that is taken off sale and emptied is not published while somebody can open it', async () => {
  const live = releaseWith([{ kind: 'once', amount: '27' }]);
  const shop = await shopInMemory(live, START);
  await shop.buy({}).catch(() => undefined);
  const without: Release = structuredClone({ ...live, number: 2, basedOn: 1 });
  without.content.offers = [];
  without.content.paths = [];
  for (const product of without.content.products) asDownload(product).files = [];
  const said = await shop.act({ type: 'publish', release: without, hasFile: () => true });
  expect(said).toMatch(/customers would lose something/);
});

test('a product that loses one of two files that somebody can open is not published', async () => {
  const live = releaseWith([{ kind: 'once', amount: '27' }], {
    edit: ({ products: [product] }) => {
      const [file] = asDownload(product).files;
      if (file) asDownload(product).files = [file, { ...file, id: 'fil_second', name: 'Second.pdf' }];
    },
  });
  const shop = await shopInMemory(live, START);
  const without: Release = structuredClone({ ...live, number: 2, basedOn: 1 });
  for (const product of without.content.products) asDownload(product).files.splice(1);
  const publish = (): Promise<string> =>
    shop.act({ type: 'publish', release: without, hasFile: () => true }).then((said) => said.slice(0, 21));
  await shop.buy({}).catch(() => undefined);
  expect(await publish()).toBe('Nothing was published');
  const [order] = [...shop.runner.state.orders.values()];
  await shop.act({ type: 'refund', orderId: order?.id ?? '', shares: [{ lineId: 'l1', amount: 2_700 }], reason: '' });
  // Nobody can open it any more.
  expect(await publish()).toBe('done');
});

describe('tax on top whose rate changes', () => {
  const rates = (...of: [from: string | null, rate: number][]) => ({
    how: 'on-top' as const,
    home: 'DE',
    rates: of.map(([from, rate]) => ({ country: 'DE', rate, from })),
  });
  const told = (shop: MemoryShop): string[] =>
    shop.ports.about
      .filter((m) => m.message.mail === 'amount-changes')
      .map((m) => `${m.at.slice(0, 10)} ${((m.message.amount ?? 0) / 100).toFixed(2)}`);
  /** The same shop, published again with another table of rates. */
  const publish = async (shop: MemoryShop, terms: DraftTermsGiven, tax: ReturnType<typeof rates>): Promise<void> => {
    const next: Release = { ...releaseWith([terms], { shop: { tax } }), number: 2, basedOn: 1 };
    shop.ports.addRelease(next);
    await shop.act({ type: 'publish', release: next, hasFile: () => true });
  };

  test('the rest of a plan paid now bears the rate of now: 357.00, as the member was shown', async () => {
    const tax = rates([null, 1900], ['2027-01-01', 2500]);
    const shop = await shopInMemory(
      releaseWith([{ kind: 'plan', amount: '100', payments: '4' }], { shop: { tax } }),
      START,
    );
    const { id } = await shop.buy({ country: 'DE' });
    await shop.goTo(at('2026-12-01'));
    expect(sum(restOfPlan(shop.agreement(id), tax, shop.runner.now()).map((d) => d.amount))).toBe(35_700);
    await shop.act({ type: 'pay-rest', agreementId: id });
    expect(shop.asked().at(-1)).toBe('2026-12-01 357.00');
  });

  test('edited in its place three weeks before a due: told fourteen days before it, and then charged', async () => {
    const shop = await shopInMemory(releaseWith([monthly('100')], { shop: { tax: rates([null, 1900]) } }), START);
    await shop.buy({ country: 'DE' });
    await shop.goTo(at('2026-11-30'));
    await publish(shop, monthly('100'), rates([null, 2500]));
    await shop.goTo(at('2026-12-24'));
    expect([told(shop), shop.asked()]).toEqual([['2026-12-09 125.00'], ['2026-11-23 119.00', '2026-12-23 125.00']]);
  });

  test('published eight days before a due: that due keeps its sum with the new tax in it, the next one is told and charged', async () => {
    const shop = await shopInMemory(releaseWith([monthly('100')], { shop: { tax: rates([null, 1900]) } }), START);
    const { id } = await shop.buy({ country: 'DE' });
    await shop.goTo(at('2026-12-15'));
    await publish(shop, monthly('100'), rates([null, 1900], ['2026-12-20', 2500]));
    await shop.goTo(at('2027-01-24'));
    expect([told(shop), shop.asked()]).toEqual([
      ['2027-01-09 125.00'],
      ['2026-11-23 119.00', '2026-12-23 119.00', '2027-01-23 125.00'],
    ]);
    // 119.00 with 25 % in it: 23.80 of tax.
    expect(later(shop.agreement(id)).map((p) => p.tax)).toEqual([2_380, 2_500]);
  });

  test('every week: the due before is when the next sum is said', async () => {
    const weekly: DraftTermsGiven = { kind: 'subscription', amount: '100', every: { count: '1', unit: 'week' } };
    const tax = rates([null, 1900], ['2027-01-01', 2500]);
    const shop = await shopInMemory(releaseWith([weekly], { shop: { tax } }), START);
    await shop.buy({ country: 'DE' });
    await shop.goTo(at('2027-01-05'));
    expect([told(shop), shop.asked().slice(-2)]).toEqual([
      ['2026-12-28 125.00'],
      ['2026-12-28 119.00', '2027-01-04 125.00'],
    ]);
  });

  test('a try repeated after the change keeps the rate and the sum of its due', async () => {
    const tax = rates([null, 1900], ['2026-12-25', 2500]);
    const shop = await shopInMemory(releaseWith([monthly('100')], { shop: { tax } }), START, (_, n) =>
      n >= 1 && n < 3 ? { status: 'refused', reason: 'x' } : { status: 'paid', paymentId: '' },
    );
    await shop.buy({ country: 'DE' });
    await shop.goTo(at('2026-12-27'));
    expect(shop.asked().slice(1)).toEqual([
      '2026-12-23 119.00 refused',
      '2026-12-24 119.00 refused',
      '2026-12-26 119.00',
    ]);
  });
});

describe('a shop that stands still', () => {
  const stills: [string, (shop: MemoryShop, on: boolean) => void][] = [
    ['because its folder does not agree with itself', (shop, on) => shop.runner.standStill(on)],
    ['because its clock is not believed', (shop, on) => void (shop.ports.clock.isBelieved = () => !on)],
  ];
  test.each(stills)('%s: nothing is sold, changed or asked for, and then it goes on', async (_, still) => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START);
    const { id } = await shop.buy({});
    const lines = shop.ports.batches.length;
    still(shop, true);
    expect(await shop.act({ type: 'pause', agreementId: id, until: null, by: 'seller' })).toMatch(/shop is paused/);
    await expect(shop.buy({ person: 'u2' })).rejects.toThrow();
    shop.ports.setNow(at('2026-12-24'));
    await shop.runner.settle();
    expect([shop.ports.batches.length, shop.asked()]).toEqual([lines, ['2026-11-23 12.00']]);
    still(shop, false);
    await shop.runner.settle();
    expect(shop.asked()).toEqual(['2026-11-23 12.00', '2026-12-24 12.00']);
  });
});
