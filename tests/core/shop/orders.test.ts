import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addMs, type Instant, MINUTE } from '#core/calendar';
import { freshProduct, newCoupon } from '#core/catalogue';
import { firstBuyer, quoteFor, type QuoteChoice } from '#core/checkout';
import { receiptDocument } from '#core/messages';
import { lineBought, sumsOf } from '#core/payments';
import { passState } from '#core/passes';
import { refuse } from '#core/refusal';
import { type ChargeAnswer, NotAnswered, type Order, orderStatus, rehearse, NOTHING_HAPPENS } from '#core/shop';
import { type MemoryShop, pick, releaseWith, shopInMemory } from '../../support/shopInMemory';
import { bought } from '../../support/money';

// Orders of several lines as a checkout makes them, and offers after payment: worked by hand from the rules.
const START: Instant = '2026-06-15T08:00:00.000Z';
const off = (takes: { percent: string } | { amount: string }) =>
  newCoupon('cp_spring', 'EUR', {
    code: 'SPRING',
    takes: 'amount' in takes ? 'amount' : 'percent',
    acts: 'first',
    payments: '1',
    ...takes,
  });

const PACK = 0;
const LIBRARY = 1;
const GUIDE = 2;
const COURSE = 3;
const CLINIC = 4;
const TALK = 5;
/** A pack, a library with a paid trial, a small guide, two plans, and a talk offered after payment. */
const live = (takes?: Parameters<typeof off>[0]) =>
  releaseWith(
    [
      { kind: 'once', amount: '24' },
      { kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } },
      { kind: 'once', amount: '7' },
      { kind: 'plan', amount: '9', payments: '3' },
      { kind: 'plan', amount: '97', payments: '4' },
      { kind: 'once', amount: '210' },
    ],
    {
      edit: (content) => {
        const pack = content.offers.find((o) => o.id === 'off_0')?.prices[0];
        if (pack) pack.limit = { inAll: '', each: '', perOrder: '5' };
        if (takes) content.coupons.push(off(takes));
      },
    },
  );

const day = (text: string): string => text.slice(5, 10);
const euros = (minor: number): string => (minor / 100).toFixed(2);

/** Today, and what comes later as "06-29 12.00". */
function quoted(release: ReturnType<typeof live>, choice: QuoteChoice): [string, string[]] {
  const quote = quoteFor(release, choice, START, firstBuyer(START));
  if ('refused' in quote) throw new Error(quote.refused);
  return [euros(quote.dueToday), quote.dueLater.slice(0, 2).map((d) => `${day(d.at)} ${euros(d.amount)}`)];
}

const doors = (shop: MemoryShop, order: Order): string[] =>
  order.passIds.flatMap((id) => {
    const pass = shop.runner.state.passes.get(id);
    return pass ? [passState(pass, shop.runner.now())] : [];
  });

describe('the worked orders', () => {
  const trial = { ...pick(PACK), extras: [pick(LIBRARY)] };
  test.each([
    ['pack and a library after its trial', live(), trial, '25.00', ['06-29 12.00', '07-29 12.00']],
    [
      'with 10 % off the first payment of every offer',
      live({ percent: '10' }),
      { ...trial, coupon: 'spring' },
      '22.60',
      ['06-29 10.80', '07-29 12.00'],
    ],
    [
      'with 20.00 off, spread over both',
      live({ amount: '20' }),
      { ...trial, coupon: 'spring' },
      '11.67',
      ['06-29 5.33', '07-29 12.00'],
    ],
    ['three packs and a guide', live(), { ...pick(PACK, { quantity: 3 }), extras: [pick(GUIDE)] }, '79.00', []],
  ] as const)('%s', async (_, release, choice, today, later) => {
    expect(quoted(release, choice)).toEqual([today, later]);
    // What was promised is what is charged, on its days.
    const shop = await shopInMemory(release, START);
    const order = await shop.order(choice);
    await shop.goTo('2026-07-30T00:00:00.000Z');
    expect(shop.asked().map((line) => line.slice(5))).toEqual([`06-15 ${today}`, ...later]);
    expect(order.lines.map((l) => l.lineId)).toEqual(order.lines.map((_l, i) => `l${i + 1}`));
  });

  test('two plans, and a talk accepted after payment: three charges, each its own paper', async () => {
    const shop = await shopInMemory(live(), START);
    const order = await shop.order({ ...pick(COURSE), extras: [pick(CLINIC)] });
    expect(await shop.accept(order.id, TALK)).toBe('done');
    await shop.goTo('2026-09-16T00:00:00.000Z');
    expect(shop.asked().map((line) => line.slice(5))).toEqual([
      '06-15 106.00',
      '06-15 210.00',
      '07-15 9.00',
      '07-15 97.00',
      '08-15 9.00',
      '08-15 97.00',
      '09-15 97.00',
    ]);
    expect(order.payments.slice(0, 2).map((p) => [p.kind, p.step, p.receipt, sumsOf([p]).paid])).toEqual([
      ['checkout', null, 'R-00001', 10_600],
      ['offer', `step${TALK}`, 'R-00002', 21_000],
    ]);
    expect(shop.ports.charges.map((c) => c.key).slice(0, 2)).toEqual([`${order.id}-1`, `${order.id}-step${TALK}-1`]);
    expect([...shop.runner.state.agreements.values()].map((a) => a.status)).toEqual(['paid-off', 'paid-off']);
    expect(shop.ports.mails.map((m) => [m.mail, m.step])).toEqual([
      ['receipt', null],
      ['receipt', `step${TALK}`],
    ]);
  });

  test('a quantity takes as many places, of the buyer too, and opens one pass', async () => {
    const release = live();
    const pack = release.content.offers.find((o) => o.id === 'off_0')?.prices[0];
    if (!pack) throw new Error('no pack');
    Object.assign(pack.limit, { inAll: 4, each: 3 });
    const shop = await shopInMemory(release, START);
    const order = await shop.order(pick(PACK, { quantity: 2 }));
    expect([order.passIds.length, bought(order).lines[0]?.paid, order.lines[0]?.quantity]).toEqual([1, 4_800, 2]);
    await expect(shop.order(pick(PACK, { quantity: 2 }))).rejects.toThrow('Each buyer can have this 3 times');
    await expect(shop.order({ ...pick(PACK, { quantity: 3 }), person: 'u2' })).rejects.toThrow('at most 2 of this');
    await shop.order({ ...pick(PACK, { quantity: 2 }), person: 'u2' });
    await expect(shop.order({ ...pick(PACK), person: 'u3' })).rejects.toThrow('The last one was sold');
    await expect(shop.order({ ...pick(GUIDE, { quantity: 2 }), person: 'u3' })).rejects.toThrow('only one of this');
  });

  test('a refund names units: what it names is gone for the next, and comes back when it is refused', async () => {
    const shop = await shopInMemory(live(), START);
    const order = await shop.order(pick(PACK, { quantity: 3 }));
    const giveBack = (amount: number, units?: number) =>
      shop.runner.execute({
        type: 'refund',
        orderId: order.id,
        shares: [{ lineId: 'l1', amount, ...(units === undefined ? {} : { units }) }],
        reason: '',
      });
    expect(await giveBack(7_200, 4)).toEqual(refuse('too-many-units', { most: 3 }));
    expect(await giveBack(2_400, 0)).toEqual(refuse('too-many-units', { most: 3 }));
    await shop.act({
      type: 'refund',
      orderId: order.id,
      shares: [{ lineId: 'l1', amount: 2_400, units: 1 }],
      reason: '',
    });
    shop.ports.payments.refund = () => Promise.resolve({ status: 'refused', reason: 'too old' });
    await giveBack(4_800, 2);
    await shop.runner.settle();
    expect(await giveBack(100, 3)).toEqual(refuse('too-many-units', { most: 2 }));
    expect(doors(shop, order)).toEqual(['open']);
    expect([...shop.runner.state.refunds.values()].map((r) => [r.status, r.shares])).toEqual([
      ['paid', [{ lineId: 'l1', amount: 2_400, tax: 0, units: 1 }]],
      ['refused', [{ lineId: 'l1', amount: 4_800, tax: 0, units: 2 }]],
    ]);
  });

  test('one price twice, another currency, a subscription asked for twice: refused', () => {
    const release = live();
    const refused = (choice: QuoteChoice): string => {
      const quote = quoteFor(release, choice, START, firstBuyer(START));
      return 'refused' in quote ? quote.refused : 'quoted';
    };
    expect(refused({ ...pick(PACK), extras: [pick(PACK)] })).toBe('no-such-price');
    const guide = release.content.offers.find((o) => o.id === 'off_2');
    if (guide) guide.currency = 'CHF';
    expect(refused({ ...pick(PACK), extras: [pick(GUIDE)] })).toBe('no-such-price');
    expect(refused({ ...pick(PACK), extras: [{ offerId: 'off_9', priceId: 'pr_9' }] })).toBe('not-on-sale');
  });

  test('the rehearsal plays all lines, to the cent of the quote', async () => {
    const choice = { ...pick(COURSE), extras: [pick(CLINIC), pick(GUIDE)] };
    const played = await rehearse(live(), choice, START, NOTHING_HAPPENS);
    if ('problem' in played) throw new Error(played.problem);
    const quote = quoteFor(live(), choice, START, firstBuyer(START));
    if ('refused' in quote) throw new Error(quote.refused);
    expect(played.steps.flatMap((s) => (s.what === 'paid' ? [`${day(s.at)} ${s.amount ?? 0}`] : []))).toEqual([
      `${day(START)} ${quote.dueToday}`,
      ...quote.dueLater.map((d) => `${day(d.at)} ${d.amount}`),
    ]);
  });

  test('generated: lines add up, a coupon is spread to the cent, and nothing falls below zero', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(PACK, LIBRARY, GUIDE, COURSE, CLINIC, TALK), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 60_000 }),
        fc.integer({ min: 1, max: 5 }),
        (picks, amount, quantity) => {
          const [main = PACK, ...extras] = picks;
          const choice: QuoteChoice = {
            ...pick(main, main === PACK ? { quantity } : {}),
            extras: extras.map((i) => pick(i)),
            coupon: 'SPRING',
          };
          const quote = quoteFor(live({ amount: euros(amount) }), choice, START, firstBuyer(START));
          if ('refused' in quote) throw new Error(quote.refused);
          expect(quote.dueToday).toBe(quote.lines.reduce((all, line) => all + line.dueToday, 0));
          const shares = quote.lines.map((line) => line.coupon?.amount ?? 0);
          expect(shares.reduce((all, share) => all + share, 0)).toBe(amount);
          expect(quote.lines.every((line) => line.dueToday >= 0)).toBe(true);
          expect(quote.dueLater.map((d) => d.at)).toEqual(quote.dueLater.map((d) => d.at).sort());
        },
      ),
    );
  });
});

describe('money back of what several payments bought', () => {
  const both = async (): Promise<{ shop: MemoryShop; order: Order }> => {
    const shop = await shopInMemory(live(), START);
    const order = await shop.order({ ...pick(PACK), extras: [pick(LIBRARY)] });
    await shop.accept(order.id, TALK);
    return { shop, order };
  };

  test('one act makes one refund for each payment; giving back only the extra closes only that', async () => {
    const { shop, order } = await both();
    await shop.act({ type: 'refund', orderId: order.id, shares: [{ lineId: 'l2', amount: 100 }], reason: '' });
    expect([doors(shop, order), orderStatus(order)]).toEqual([['open', 'closed', 'open'], 'partly-refunded']);
    expect(shop.runner.state.agreements.get(`${order.id}-l2`)?.status).toBe('ended');
    const shares = [
      { lineId: 'l1', amount: 2_400 },
      { lineId: 'l3', amount: 21_000 },
    ];
    await shop.act({ type: 'refund', orderId: order.id, shares, reason: '' });
    expect(shop.ports.refunds.map((r) => [r.paymentId, r.amount])).toEqual([
      [`pay-${order.id}-1`, 100],
      [`pay-${order.id}-1`, 2_400],
      [`pay-${order.id}-step${TALK}-1`, 21_000],
    ]);
    expect([doors(shop, order), orderStatus(order)]).toEqual([['closed', 'closed', 'closed'], 'refunded']);
    expect([...shop.runner.state.refunds.values()].map((r) => r.creditNote)).toEqual(['C-00001', 'C-00002', 'C-00003']);
  });

  test('of two refunds the one that is refused changes nothing, the other stands', async () => {
    const { shop, order } = await both();
    const { refund } = shop.ports.payments;
    shop.ports.payments.refund = (request) =>
      request.paymentId.includes('step') ? Promise.resolve({ status: 'refused', reason: 'too old' }) : refund(request);
    const shares = [
      { lineId: 'l1', amount: 2_400 },
      { lineId: 'l3', amount: 21_000 },
    ];
    await shop.act({ type: 'refund', orderId: order.id, shares, reason: '' });
    expect(doors(shop, order)).toEqual(['closed', 'open', 'open']);
    expect(lineBought(order, 'l3')).toMatchObject({ givenBack: 0, reserved: 0, amount: 21_000 });
  });

  test('a dispute of the offer’s payment holds what that opened; the checkout’s can be refunded', async () => {
    const { shop, order } = await both();
    const open = (paymentId: string, amount: number): Promise<string> =>
      shop.act({ type: 'open-dispute', disputeId: 'd', paymentId, amount, answerBy: START });
    await open(`pay-${order.id}-step${TALK}-1`, 21_000);
    expect([doors(shop, order), orderStatus(order)]).toEqual([['open', 'open', 'on-hold'], 'disputed']);
    const give = (lineId: string, amount: number): Promise<string> =>
      shop.act({ type: 'refund', orderId: order.id, shares: [{ lineId, amount }], reason: '' });
    expect(await give('l3', 100)).toContain('is disputed');
    expect(await give('l1', 2_400)).toBe('done');
    await shop.act({ type: 'close-dispute', disputeId: 'd', won: false });
    expect([doors(shop, order), lineBought(order, 'l3').lost]).toEqual([['closed', 'open', 'closed'], 21_000]);
  });
});

describe('an offer after payment', () => {
  let answer: ChargeAnswer = { status: 'paid', paymentId: '' };
  const paid = async (choice: Parameters<MemoryShop['order']>[0] = pick(PACK)) => {
    answer = { status: 'paid', paymentId: '' };
    const shop = await shopInMemory(live(), START, () => answer);
    return { shop, order: await shop.order(choice) };
  };

  test('said yes to twice, it is taken once; once answered no, it stays so', async () => {
    const { shop, order } = await paid();
    expect([await shop.accept(order.id, TALK), await shop.accept(order.id, TALK)]).toEqual(['done', 'nothing-to-do']);
    expect(await shop.act({ type: 'decline-offer', orderId: order.id, step: `step${GUIDE}` })).toBe('done');
    expect(await shop.accept(order.id, GUIDE)).toBe('nothing-to-do');
    expect(shop.asked()).toHaveLength(2);
  });

  test('asked for at the same moment by two windows: one charge', async () => {
    const { shop, order } = await paid();
    const done = await Promise.all([shop.accept(order.id, TALK), shop.accept(order.id, TALK)]);
    expect(done.sort()).toEqual(['done', 'still-asking']);
    expect([shop.asked().length, order.lines.length]).toEqual([2, 2]);
  });

  test('refused: the order stands, and another card may be tried under a key of its own', async () => {
    const { shop, order } = await paid();
    answer = { status: 'refused', reason: 'not-enough-money' };
    await shop.accept(order.id, TALK);
    expect([order.lines.length, orderStatus(order), doors(shop, order)]).toEqual([1, 'paid', ['open']]);
    answer = { status: 'paid', paymentId: '' };
    expect(await shop.accept(order.id, TALK, 'another')).toBe('done');
    expect(shop.ports.charges.map((c) => [c.key, c.token]).slice(1)).toEqual([
      [`${order.id}-step${TALK}-1`, 'card'],
      [`${order.id}-step${TALK}-2`, 'another'],
    ]);
    expect(order.card?.token).toBe('another');
  });

  test('only within its minutes after the checkout was paid, whatever follows', async () => {
    const { shop, order } = await paid();
    await shop.goTo(addMs(START, 59 * MINUTE));
    expect(await shop.accept(order.id, GUIDE)).toBe('done');
    await shop.goTo(addMs(START, 60 * MINUTE));
    expect(await shop.accept(order.id, TALK)).toBe('not-on-sale');
  });

  test('not for an order that a bank disputes, or that went back', async () => {
    const one = await paid();
    await one.shop.act({
      type: 'open-dispute',
      disputeId: 'd',
      paymentId: `pay-${one.order.id}-1`,
      amount: 2_400,
      answerBy: START,
    });
    expect(await one.shop.accept(one.order.id, TALK)).toBe('not-on-sale');
    const two = await paid();
    const shares = [{ lineId: 'l1', amount: 2_400 }];
    await two.shop.act({ type: 'refund', orderId: two.order.id, shares, reason: '' });
    expect(await two.shop.accept(two.order.id, TALK)).toBe('not-on-sale');
  });

  test('not while all of the order is on its way back; if that is refused, it is offered again', async () => {
    const { shop, order } = await paid();
    const { refund } = shop.ports.payments;
    shop.ports.payments.refund = () => Promise.reject(new NotAnswered('slow'));
    const shares = [{ lineId: 'l1', amount: 2_400 }];
    await shop.act({ type: 'refund', orderId: order.id, shares, reason: '' });
    expect([lineBought(order, 'l1').reserved, await shop.accept(order.id, TALK)]).toEqual([2_400, 'not-on-sale']);
    shop.ports.payments.refund = () => Promise.resolve({ status: 'refused', reason: 'too old' });
    await shop.runner.settle();
    shop.ports.payments.refund = refund;
    expect([lineBought(order, 'l1').reserved, await shop.accept(order.id, TALK)]).toEqual([0, 'done']);
  });

  test('a payment disputed while the offer is being paid: what is paid stands, and only the other is on hold', async () => {
    const { shop, order } = await paid();
    answer = { status: 'waits-for-bank', confirmAt: '/bank' };
    await shop.accept(order.id, TALK);
    const paymentId = `pay-${order.id}-1`;
    await shop.act({ type: 'open-dispute', disputeId: 'd', paymentId, amount: 2_400, answerBy: START });
    const key = `${order.id}-step${TALK}-1`;
    await shop.act({ type: 'answer-charge', key, answer: { status: 'paid', paymentId: 'pay-late' } });
    expect([doors(shop, order), orderStatus(order)]).toEqual([['on-hold', 'open'], 'disputed']);
  });

  test('refunded while the offer is being paid: what was bought closes, what is paid opens', async () => {
    const { shop, order } = await paid();
    answer = { status: 'waits-for-bank', confirmAt: '/bank' };
    await shop.accept(order.id, TALK);
    const shares = [{ lineId: 'l1', amount: 2_400 }];
    await shop.act({ type: 'refund', orderId: order.id, shares, reason: '' });
    const key = `${order.id}-step${TALK}-1`;
    await shop.act({ type: 'answer-charge', key, answer: { status: 'paid', paymentId: 'pay-late' } });
    expect([doors(shop, order), orderStatus(order)]).toEqual([['closed', 'open'], 'partly-refunded']);
  });

  test('waits for the bank: one at a time; gone on without it, it is made impossible; paid after all, it stands', async () => {
    const { shop, order } = await paid();
    answer = { status: 'waits-for-bank', confirmAt: '/bank' };
    await shop.accept(order.id, TALK);
    expect(await shop.accept(order.id, GUIDE)).toBe('still-asking');
    await shop.act({ type: 'decline-offer', orderId: order.id, step: `step${TALK}` });
    expect(shop.runner.state.charges.get(`${order.id}-step${TALK}-1`)?.status).toBe('fell-away');
    expect([order.lines.length, order.offers[`step${TALK}`]?.answer]).toEqual([1, 'no']);

    const late = await paid();
    answer = { status: 'waits-for-bank', confirmAt: '/bank' };
    await late.shop.accept(late.order.id, TALK);
    const key = `${late.order.id}-step${TALK}-1`;
    late.shop.ports.payments.void = () => Promise.resolve({ status: 'paid', paymentId: 'late' });
    await late.shop.act({ type: 'decline-offer', orderId: late.order.id, step: `step${TALK}` });
    expect([late.shop.runner.state.charges.get(key)?.status, doors(late.shop, late.order)]).toEqual([
      'paid',
      ['open', 'open'],
    ]);
  });

  test('a free order has no card: one is asked for, and kept', async () => {
    const release = live();
    const pack = release.content.offers.find((o) => o.id === 'off_0')?.prices[0];
    if (pack) pack.terms = { kind: 'free' };
    const shop = await shopInMemory(release, START);
    const order = await shop.order(pick(PACK));
    expect([order.payments, shop.runner.state.counts.receipts]).toEqual([[], 0]);
    expect(await shop.accept(order.id, TALK)).toBe('card-needed');
    expect(await shop.accept(order.id, TALK, 'first')).toBe('done');
    expect([order.card?.token, order.payments.map((p) => p.receipt)]).toEqual(['first', ['R-00001']]);
  });

  test('nothing due today and a card that is kept: taken without asking, charged when its trial ends', async () => {
    const release = live();
    const library = release.content.offers.find((o) => o.id === 'off_1')?.prices[0];
    if (library?.terms.kind === 'subscription') library.terms.trial = { days: 14, fee: 0 };
    const shop = await shopInMemory(release, START);
    const order = await shop.order(pick(PACK));
    await shop.accept(order.id, LIBRARY);
    await shop.goTo('2026-06-30T00:00:00.000Z');
    expect(shop.asked().map((line) => line.slice(5))).toEqual(['06-15 24.00', '06-29 12.00']);
    expect(order.payments.map((p) => p.kind)).toEqual(['checkout', 'due']);
  });

  test('a shop that stops between asking and the answer finds it again; the journal gives the same order', async () => {
    const { shop, order } = await paid();
    await shop.accept(order.id, TALK);
    const before = JSON.stringify(shop.runner.state.orders.get(order.id));
    await shop.restart();
    expect(JSON.stringify(shop.runner.state.orders.get(order.id))).toBe(before);
  });
});

test('bought for somebody else: passes go there, papers, limits and money back stay with the payer', async () => {
  const shop = await shopInMemory(live(), START);
  const order = await shop.order({ ...pick(PACK), extras: [pick(TALK)], recipientId: 'u9' });
  await shop.accept(order.id, GUIDE);
  const { state } = shop.runner;
  expect([...state.passes.values()].map((p) => p.personId)).toEqual(['u9', 'u9', 'u9']);
  await expect(shop.order({ ...pick(PACK), extras: [pick(COURSE)], recipientId: 'u9' })).rejects.toThrow(
    'Only prices paid once can be given as a gift.',
  );
  expect([order.personId, order.recipientId, state.taken.get('u1/pr_0'), state.taken.get('u9/pr_0')]).toEqual([
    'u1',
    'u9',
    1,
    undefined,
  ]);
  expect(shop.ports.mails.map((m) => m.person.id)).toEqual(['u1', 'u1']);
  await shop.act({ type: 'refund', orderId: order.id, shares: [{ lineId: 'l1', amount: 2_400 }], reason: '' });
  expect(doors(shop, order)).toEqual(['closed', 'open', 'open']);
});

test('sent by post: its fee by country is part of what is due today, taxed at the line’s rate, named on the paper', async () => {
  const release = live({ percent: '10' });
  const sold = release.content.offers.find((o) => o.id === 'off_0');
  const pack = sold?.prices[0];
  // Only an item that is sent costs sending.
  release.content.products = release.content.products.map((p) =>
    p.id === sold?.productIds[0] ? { ...freshProduct('posted', p.id, p.title), promise: 'A promise' } : p,
  );
  for (const offer of release.content.offers)
    for (const price of offer.prices) price.sending = { fee: 0, byCountry: {} };
  if (pack) Object.assign(pack, { sending: { fee: 450, byCountry: { DE: 690 } }, article: 'A-7' });
  const to = (country: string) => pick(PACK, { sendTo: { country, addressKey: 'a1' } });
  expect([quoted(release, pick(PACK))[0], quoted(release, to('DE'))[0], quoted(release, to('PT'))[0]]).toEqual([
    '24.00',
    '30.90',
    '28.50',
  ]);
  const shop = await shopInMemory(release, START);
  // A coupon acts on the price, never on what sending costs.
  const order = await shop.order({ ...to('DE'), coupon: 'SPRING' });
  const [payment] = order.payments;
  if (!payment) throw new Error('no payment');
  const setting = { shop: release.content.shop, real: true, locale: 'en' };
  const paper = receiptDocument(setting, order, payment, null, { name: 'Ona', address: 'ona@example.org' });
  expect([paper.rows, paper.total.amount]).toEqual([
    [
      { text: 'Offer 0 (no. A-7), with SPRING', amount: '€21.60' },
      { text: 'Sent to DE', amount: '€6.90' },
    ],
    '€28.50',
  ]);
});

test('a line bears its price’s article number, else that of the one product it sells; a bundle none', () => {
  const release = live();
  const { products, offers } = release.content;
  const sold = offers.find((o) => o.id === 'off_0');
  products.forEach((product, i) => Object.assign(product, { article: `P-${i} ` }));
  const articles = (): (string | undefined)[] => {
    const quote = quoteFor(release, { ...pick(PACK), extras: [pick(COURSE)] }, START, firstBuyer(START));
    return 'refused' in quote ? [] : quote.lines.map((line) => line.article);
  };
  const first = products.findIndex((p) => p.id === sold?.productIds[0]);
  Object.assign(sold?.prices[0] ?? {}, { article: 'A-7' });
  expect(articles()[0]).toBe('A-7');
  Object.assign(sold?.prices[0] ?? {}, { article: null });
  expect(articles()[0]).toBe(`P-${first}`);
  Object.assign(sold ?? {}, { productIds: products.slice(0, 2).map((p) => p.id) });
  expect(articles()[0]).toBeUndefined();
});

test('a price whose amount the buyer names: within its bounds, never with a coupon, free at zero', async () => {
  const release = releaseWith([{ kind: 'open', amount: '12', least: '0', most: '50' }], {
    edit: (content) => void content.coupons.push(off({ percent: '10' })),
  });
  const refusedBy = (choice: Partial<QuoteChoice>): string => {
    const quote = quoteFor(release, { ...pick(0), ...choice }, START, firstBuyer(START));
    return 'refused' in quote ? quote.refused : euros(quote.dueToday);
  };
  expect([refusedBy({}), refusedBy({ named: 5_000 }), refusedBy({ named: 0 })]).toEqual(['12.00', '50.00', '0.00']);
  expect([refusedBy({ named: 5_001 }), refusedBy({ named: -1 }), refusedBy({ named: 1.5 })]).toEqual([
    'amount-named',
    'amount-named',
    'amount-named',
  ]);
  expect(refusedBy({ coupon: 'SPRING' })).toBe('coupon');
  const shop = await shopInMemory(release, START);
  const order = await shop.order(pick(0, { named: 3_350 }));
  expect([shop.asked(), order.lines[0]?.terms]).toEqual([
    ['2026-06-15 33.50'],
    { kind: 'open', least: 0, suggested: 1_200, most: 5_000, named: 3_350 },
  ]);
  const free = await shop.order({ ...pick(0, { named: 0 }), person: 'u2' });
  expect([shop.asked().length, free.payments, doors(shop, free)]).toEqual([1, [], ['open']]);
});

describe('what others claim with somebody’s address', () => {
  const claim = async (): Promise<MemoryShop> => {
    const shop = await shopInMemory(live(), START, ({ token }) =>
      token === 'stranger' ? { status: 'waits-for-bank', confirmAt: '/bank' } : { status: 'paid', paymentId: '' },
    );
    await shop.order({ ...pick(LIBRARY), card: 'stranger' }).catch(() => undefined);
    expect([...shop.runner.state.charges.values()].map((c) => c.status)).toEqual(['waits-for-bank']);
    return shop;
  };
  const setFree = (shop: MemoryShop, personId: string, offer = LIBRARY): Promise<string> =>
    shop.act({ type: 'void-claims', personId, checkoutId: 'mine', lines: [pick(offer)] });

  test('is set free by the person signed in, whose trial it is; the claim then buys nothing', async () => {
    const shop = await claim();
    await expect(shop.order({ ...pick(LIBRARY), signedIn: true })).rejects.toThrow('already has this subscription');
    await setFree(shop, 'u1');
    const order = await shop.order({ ...pick(LIBRARY), signedIn: true });
    expect([bought(order).lines[0]?.paid, [...shop.runner.state.charges.values()].map((c) => c.status)]).toEqual([
      100,
      ['fell-away', 'paid'],
    ]);
  });

  test('paid in the last second it stands, and the person hears that it runs', async () => {
    const shop = await claim();
    shop.ports.payments.void = () => Promise.resolve({ status: 'paid', paymentId: 'late' });
    await setFree(shop, 'u1');
    await expect(shop.order({ ...pick(LIBRARY), signedIn: true })).rejects.toThrow('already has this subscription');
  });

  test('stays for another person, for another offer, for their own request, and for what takes nothing once', async () => {
    const shop = await claim();
    for (const said of [await setFree(shop, 'u2'), await setFree(shop, 'u1', COURSE)]) expect(said).not.toBe('done');
    expect([...shop.runner.state.charges.values()].map((c) => c.status)).toEqual(['waits-for-bank']);
    await shop.order({ ...pick(PACK), card: 'stranger' }).catch(() => undefined);
    expect(await setFree(shop, 'u1', PACK)).not.toBe('done');
    const own = await shopInMemory(live(), START, () => ({ status: 'waits-for-bank', confirmAt: '/bank' }));
    await own.order({ ...pick(LIBRARY), signedIn: true }).catch(() => undefined);
    const before = own.ports.batches.length;
    await own.act({ type: 'void-claims', personId: 'u1', checkoutId: 'cart1', lines: [pick(LIBRARY)] });
    expect(own.ports.batches.length).toBe(before);
  });
});
