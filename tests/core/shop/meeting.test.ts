import { describe, expect, test } from '@jest/globals';
import { cardChargeOf } from '#core/agreements';
import { type DraftTerms, freshProduct, newPrice, type Product, richFromPlain } from '#core/catalogue';
import { NO_PAST, storyOfAgreement } from '#core/drawing';
import { receiptMessage } from '#core/emails';
import { agreementState, restInWords } from '#core/messages';
import { type ChargeAnswer, leavingThrough, switchChoices } from '#core/shop';

import { classOf, dateOf } from '../../support/classes';
import { downloadWith, membershipOf, selling } from '../../support/membership';
import { BEGUN, doors, needsYou, slowCharges, slowRefunds } from '../../support/meeting';
import { type MemoryShop, releaseWith, shopInMemory, pick } from '../../support/shopInMemory';

// What happens when two or three things meet. The figures are worked out by hand from the rules: unused days are
// round(P × u ÷ d), and what is due falls on the 23rd.

const monthly = (amount: string, more: Partial<DraftTerms> = {}) => ({
  kind: 'subscription' as const,
  amount,
  ...more,
});
const opened = (
  amounts: string[],
  edit?: Parameters<typeof releaseWith>[1],
  answers?: Parameters<typeof shopInMemory>[2],
) =>
  shopInMemory(
    releaseWith(
      amounts.map((amount) => monthly(amount)),
      edit,
    ),
    BEGUN,
    answers,
  );
const on = (day: string, time = '10:00'): string => `${day}T${time}:00.000Z`;
const switchTo = (shop: MemoryShop, agreementId: string, i: number, sendTo?: { country: string; addressKey: string }) =>
  shop.act({ type: 'switch', agreementId, offerId: `off_${i}`, priceId: `pr_${i}`, sendTo });
const nextOf = (shop: MemoryShop, id: string) => shop.agreement(id).next?.at.slice(0, 10);
const running = (shop: MemoryShop) =>
  [...shop.runner.state.agreements.values()].filter(({ status }) => status !== 'ended').map(({ offerId }) => offerId);
const firstPayment = (shop: MemoryShop) => {
  const [payment] = [...shop.runner.state.payments.values()];
  if (!payment?.id) throw new Error('nothing was paid');
  return { ...payment, id: payment.id };
};

/** The bank disputes a payment; the first where none is named. */
const disputed = (shop: MemoryShop, { amount = 3_000, paymentId = firstPayment(shop).id } = {}) =>
  shop.act({ type: 'open-dispute', disputeId: 'd1', paymentId, amount, answerBy: BEGUN });
const decided = (shop: MemoryShop, won: boolean) => shop.act({ type: 'close-dispute', disputeId: 'd1', won });

describe('a refund after a switch', () => {
  test('closes what its line opened itself; what the switch opened stays, and so do its charges', async () => {
    const shop = await opened(['30', '50']);
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    expect(await switchTo(shop, a.id, 1)).toBe('done');
    await shop.goTo(on('2026-12-05'));
    // 20.00 of the first payment became credit: 10.00 are left to be refunded.
    const back = await shop.act({
      type: 'refund',
      orderId: a.orderId,
      shares: [{ lineId: a.lineId, amount: 1_000 }],
      reason: '',
    });
    expect(back).toBe('done');
    expect(doors(shop)).toEqual(['prd_1 switched', 'prd_1 open']);
    await shop.goTo(on('2027-02-03'));
    expect(shop.asked()).toEqual(['2026-11-23 30.00', '2026-12-03 30.00', '2027-01-03 50.00', '2027-02-03 50.00']);
    expect(doors(shop).at(-1)).toBe('prd_1 open');
  });
});

describe('what is to replace a subscription waits for the bank', () => {
  const replacing = async (pays: boolean) => {
    let answer: ChargeAnswer = { status: 'paid', paymentId: '' };
    const shop = await opened(
      ['30', '100'],
      {
        edit: ({ offers }) => {
          for (const { id, prices } of offers)
            if (id === 'off_1') for (const price of prices) price.replaces = { offerId: 'off_0', credit: true };
        },
      },
      ({ amount }) => (amount > 5_000 ? answer : { status: 'paid', paymentId: '' }),
    );
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-23', '09:55'));
    answer = { status: 'waits-for-bank', confirmAt: '/bank' };
    await expect(shop.order({ i: 1, signedIn: true })).rejects.toThrow('no order came of it');
    const [charge] = [...shop.runner.state.charges.values()].filter(({ status }) => status === 'waits-for-bank');
    await shop.goTo(on('2026-12-23', '10:04'));
    // Its due came at 10:00, and waits.
    expect(shop.asked()).toEqual(['2026-11-23 30.00', '2026-12-23 100.00 waits-for-bank']);
    expect(await switchTo(shop, a.id, 1)).toMatch(/still deciding/);
    shop.ports.setNow(on('2026-12-23', '10:05'));
    await shop.act({
      type: 'answer-charge',
      key: charge?.key ?? '',
      answer: pays ? { status: 'paid', paymentId: 'pay-bank' } : { status: 'refused', reason: 'expired' },
    });
    return { shop, a };
  };

  test('paid, the old one has taken nothing more', async () => {
    const { shop } = await replacing(true);
    await shop.goTo(on('2027-01-23', '10:05'));
    expect([running(shop), shop.asked().slice(2), shop.ports.refunds, needsYou(shop)]).toEqual([
      ['off_1'],
      ['2027-01-23 100.00 waits-for-bank'],
      [],
      [],
    ]);
  });

  test('refused, what fell due meanwhile is asked for then, and its dates stand', async () => {
    const { shop, a } = await replacing(false);
    expect([running(shop), shop.asked().at(-1), nextOf(shop, a.id)]).toEqual([
      ['off_0'],
      '2026-12-23 30.00',
      '2027-01-23',
    ]);
    await shop.restart();
    expect(shop.agreement(a.id).stops).toEqual([]);
  });
});

describe('one subscription to an offer', () => {
  test('a switch to it that is not answered counts, and so does a purchase', async () => {
    const shop = await opened(['30', '50']);
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    const slow = slowCharges(shop);
    expect(await switchTo(shop, a.id, 1)).toBe('done');
    await expect(shop.order({ i: 1 })).rejects.toThrow('already has this subscription');
    slow.held().forEach(slow.answer);
    await shop.goTo(on('2026-12-04'));
    expect(running(shop)).toEqual(['off_1']);

    const other = await opened(['30', '50']);
    const b = await other.buy({ i: 0 });
    const held = slowCharges(other);
    await expect(other.order({ i: 1 })).rejects.toThrow('no order');
    expect(await switchTo(other, b.id, 1)).toMatch(/has a subscription to that offer already/);
    held.held().forEach(held.answer);
    await other.goTo(on('2026-11-24'));
    expect(running(other)).toEqual(['off_0', 'off_1']);
  });

  test('an offer after payment that is not answered counts', async () => {
    const shop = await opened(['30', '50']);
    const a = await shop.buy({ i: 0 });
    const slow = slowCharges(shop);
    expect(await shop.accept(a.orderId, 1)).toBe('done');
    expect(await switchTo(shop, a.id, 1)).toMatch(/has a subscription to that offer already/);
    slow.held().forEach(slow.answer);
    await shop.goTo(on('2026-11-24'));
    expect([running(shop), needsYou(shop)]).toEqual([['off_0', 'off_1'], []]);
  });

  test('a success that comes once it already has this subscription stands, and is told to the seller', async () => {
    const shop = await opened(['30', '50']);
    const a = await shop.buy({ i: 0, person: 'u1' });
    await shop.buy({ i: 1, person: 'u2' });
    for (const personId of ['u1', 'u2']) await shop.runner.execute({ type: 'change-person', personId, rev: 1 });
    const slow = slowCharges(shop);
    expect(await switchTo(shop, a.id, 1)).toBe('done');
    expect(await shop.act({ type: 'join-people', personId: 'u1', intoId: 'u2' })).toBe('done');
    slow.held().forEach(slow.answer);
    await shop.goTo(on('2026-11-24'));
    expect([running(shop), needsYou(shop)]).toEqual([['off_1', 'off_1'], ['twice']]);
  });

  test('a switch takes a place, a place of its buyer and a step of a rising price, also while it is not answered', async () => {
    const shop = await opened(['30', '50'], {
      edit: ({ offers }) => {
        for (const { id, prices } of offers)
          if (id === 'off_1') for (const price of prices) price.limit = { inAll: '1', each: '' };
      },
    });
    const [a, b] = [await shop.buy({ i: 0, person: 'u1' }), await shop.buy({ i: 0, person: 'u2' })];
    const slow = slowCharges(shop);
    expect(await switchTo(shop, a.id, 1)).toBe('done');
    expect(await switchTo(shop, b.id, 1)).toMatch(/not on sale/);
    await expect(shop.order({ i: 1, person: 'u3' })).rejects.toThrow('The last one was sold');
    slow.held().forEach(slow.answer);
    await shop.goTo(on('2026-11-24'));
    expect(await switchTo(shop, b.id, 1)).toMatch(/not on sale/);
    expect(shop.runner.state.taken.get('pr_1')).toBe(1);
    await shop.restart();
    expect(shop.runner.state.taken.get('pr_1')).toBe(1);
  });

  test('a switch that is refused gives its place back', async () => {
    const shop = await opened(
      ['30', '50'],
      {
        edit: ({ offers }) => {
          for (const { id, prices } of offers)
            if (id === 'off_1') for (const price of prices) price.limit = { inAll: '1', each: '' };
        },
      },
      ({ key }) => (key.includes('-s-') ? { status: 'refused', reason: 'expired' } : { status: 'paid', paymentId: '' }),
    );
    const a = await shop.buy({ i: 0 });
    await switchTo(shop, a.id, 1);
    expect([running(shop), shop.runner.state.taken.get('pr_1')]).toEqual([['off_0'], 0]);
  });
});

describe('a rate of tax that changes', () => {
  // 30.00 with 20 % on top are 36.00; with 25 % they are 37.50.
  const taxed = async () => {
    const tax = (rates: [number, string | null][]) => ({
      how: 'on-top' as const,
      home: 'PT',
      rates: rates.map(([rate, from]) => ({ country: 'PT', rate, from })),
    });
    const shop = await opened(['30'], { shop: { zone: 'UTC', tax: tax([[2_000, null]]) } });
    const a = await shop.buy({ i: 0 });
    const publish = async (from: string): Promise<void> => {
      const next = {
        ...releaseWith([monthly('30')], {
          shop: {
            zone: 'UTC',
            tax: tax([
              [2_000, null],
              [2_500, from],
            ]),
          },
        }),
        number: 2,
        basedOn: 1,
      };
      shop.ports.addRelease(next);
      await shop.act({ type: 'publish', release: next, hasFile: () => true });
    };
    return { shop, a, publish };
  };
  const charged = (shop: MemoryShop) => shop.asked().slice(1);

  test('is charged from the first due that could be told 14 days before: a pause delays the telling', async () => {
    const { shop, a, publish } = await taxed();
    await shop.goTo(on('2026-12-20'));
    await shop.act({ type: 'pause', agreementId: a.id, until: '2027-01-12', by: 'buyer' });
    await shop.goTo(on('2027-01-05'));
    await publish('2027-01-06');
    await shop.goTo(on('2027-02-28'));
    expect(charged(shop)).toEqual(['2027-01-15 36.00', '2027-02-15 37.50']);
  });

  test.each([
    ['a dispute', 'dispute'],
    ['money on its way back', 'refund'],
    ['cancelling and keeping', 'keep'],
    ['nothing', 'nothing'],
  ])('the same with %s between', async (_, what) => {
    const { shop, a, publish } = await taxed();
    const slow = slowRefunds(shop);
    await shop.goTo(on('2026-12-05'));
    if (what === 'dispute') await disputed(shop, { amount: 3_600 });
    if (what === 'refund')
      await shop.act({ type: 'refund-agreement', agreementId: a.id, amount: 100, ends: false, reason: '' });
    if (what === 'keep')
      await shop.act({ type: 'cancel', agreementId: a.id, when: 'end', giveBack: false, by: 'buyer' });
    await shop.goTo(on('2026-12-10'));
    await publish('2026-12-15');
    await shop.goTo(on('2026-12-20'));
    if (what === 'dispute') await decided(shop, true);
    if (what === 'keep') await shop.act({ type: 'keep', agreementId: a.id });
    slow.answer();
    await shop.runner.settle();
    await shop.goTo(on('2027-01-31'));
    expect(charged(shop)).toEqual(['2026-12-23 36.00', '2027-01-23 37.50']);
  });

  test('and with a due day that was moved', async () => {
    const { shop, a, publish } = await taxed();
    await shop.goTo(on('2026-12-21'));
    await publish('2026-12-25');
    await shop.goTo(on('2026-12-22'));
    await shop.act({ type: 'move-due-day', agreementId: a.id, day: { of: 'month', day: 26 } });
    await shop.goTo(on('2027-01-31'));
    expect(charged(shop)).toEqual(['2026-12-26 36.00', '2027-01-26 37.50']);
  });
});

describe('behind, with money on its way back past the next due', () => {
  test('a card that would pay pays, what fell due is asked for since then, and the turn of others goes on', async () => {
    let pays = true;
    const every = { count: '1', unit: 'week' as const };
    const shop = await shopInMemory(
      releaseWith([monthly('10', { every }), monthly('25', { every })], { shop: { zone: 'UTC' } }),
      BEGUN,
      ({ amount }) =>
        pays || amount === 2_500
          ? { status: 'paid', paymentId: '' }
          : { status: 'refused', reason: 'not-enough-money' },
    );
    const a = await shop.buy({ i: 0, person: 'u1' });
    const b = await shop.buy({ i: 1, person: 'u2' });
    await shop.goTo(on('2026-11-30', '09:00'));
    pays = false;
    await shop.goTo(on('2026-12-01', '12:00'));
    const slow = slowRefunds(shop);
    await shop.act({ type: 'refund-agreement', agreementId: a.id, amount: 100, ends: false, reason: '' });
    await shop.goTo(on('2026-12-08', '12:00'));
    pays = true;
    slow.answer();
    await shop.runner.settle();
    await shop.goTo(on('2026-12-28'));
    // Refused on 30 November, tried on 1 December, and stopped for a week: the next try comes on the 10th, not on the 3rd.
    const of10 = shop.asked().filter((line) => line.includes(' 10.00'));
    expect(of10).toEqual([
      '2026-11-23 10.00',
      '2026-11-30 10.00 refused',
      '2026-12-01 10.00 refused',
      '2026-12-10 10.00',
      '2026-12-10 10.00',
      '2026-12-14 10.00',
      '2026-12-21 10.00',
      '2026-12-28 10.00',
    ]);
    expect([shop.agreement(a.id).status, shop.agreement(b.id).payments.length]).toEqual(['active', 5]);
    await shop.restart();
    expect(nextOf(shop, a.id)).toBe('2027-01-04');
  });
});

describe('paused, with money on its way back, then cancelled and kept', () => {
  test('its dates move once: by the pause', async () => {
    const shop = await opened(['30']);
    const slow = slowRefunds(shop);
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-10'));
    // 13 days are left.
    await shop.act({ type: 'pause', agreementId: a.id, until: null, by: 'buyer' });
    await shop.act({ type: 'refund-agreement', agreementId: a.id, amount: 500, ends: false, reason: '' });
    await shop.goTo(on('2026-12-20'));
    await shop.act({ type: 'cancel', agreementId: a.id, when: 'end', giveBack: false, by: 'buyer' });
    expect(shop.agreement(a.id).endsAt).toBe(on('2027-01-02'));
    await shop.goTo(on('2026-12-21'));
    await shop.act({ type: 'keep', agreementId: a.id });
    slow.answer();
    await shop.runner.settle();
    await shop.goTo(on('2026-12-22'));
    expect(nextOf(shop, a.id)).toBe('2027-01-02');
    await shop.goTo(on('2027-02-02'));
    expect(shop.asked()).toEqual(['2026-11-23 30.00', '2027-01-02 30.00', '2027-02-02 30.00']);
  });
});

/** A plan in six parts whose access lasts seven months. */
const planned = () =>
  shopInMemory(
    releaseWith([{ kind: 'plan', amount: '30', payments: '6' }], {
      edit: ({ offers }) => {
        for (const { id, prices } of offers)
          if (id === 'off_0')
            for (const price of prices) price.access = { kind: 'for', count: '7', unit: 'month', date: '' };
      },
    }),
    BEGUN,
  );

describe('access with an end', () => {
  const endOf = (shop: MemoryShop) => [...shop.runner.state.passes.values()][0]?.until?.slice(0, 10);

  test('moves by as many days as its dues when a dispute is won', async () => {
    const shop = await planned();
    const a = await shop.buy({ i: 0 });
    expect(endOf(shop)).toBe('2027-06-23');
    await shop.goTo(on('2026-12-20'));
    await disputed(shop);
    await shop.goTo(on('2027-02-20'));
    await decided(shop, true);
    // Three days were left on 20 December: 62 days later than it was due.
    expect([nextOf(shop, a.id), endOf(shop)]).toEqual(['2027-02-23', '2027-08-24']);
    await shop.goTo(on('2027-07-24'));
    expect([shop.asked().at(-1), doors(shop)]).toEqual(['2027-06-23 30.00', ['prd_1 open']]);
  });

  test('the same when the shop was away for as long', async () => {
    const shop = await planned();
    const a = await shop.buy({ i: 0 });
    shop.ports.setNow(on('2027-02-20'));
    await shop.act({ type: 'confirm-gap', from: on('2026-12-20'), to: on('2027-02-20') });
    expect([nextOf(shop, a.id), endOf(shop)]).toEqual(['2027-02-23', '2027-08-24']);
  });

  test('a dispute during which nothing fell due moves nothing', async () => {
    const shop = await planned();
    const a = await shop.buy({ i: 0 });
    await disputed(shop);
    await shop.goTo(on('2026-12-20'));
    await decided(shop, true);
    expect([nextOf(shop, a.id), endOf(shop)]).toEqual(['2026-12-23', '2027-06-23']);
  });

  test('a pause and a dispute that overlap move it once', async () => {
    const shop = await planned();
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-13'));
    await shop.act({ type: 'pause', agreementId: a.id, until: '2026-12-20', by: 'buyer' });
    await shop.goTo(on('2026-12-16'));
    await disputed(shop);
    await shop.goTo(on('2027-01-02'));
    await decided(shop, true);
    // Ten days were left on 13 December: due on 12 January, 20 days later; access as well.
    expect([nextOf(shop, a.id), endOf(shop)]).toEqual(['2027-01-12', '2027-07-13']);
  });
});

test('a plan whose rest is let go while a payment is disputed keeps the end of its access', async () => {
  const shop = await planned();
  const a = await shop.buy({ i: 0 });
  await disputed(shop);
  await shop.act({ type: 'stop-plan', agreementId: a.id, keepAccess: true });
  await decided(shop, true);
  const [pass] = [...shop.runner.state.passes.values()];
  expect([pass?.until?.slice(0, 10), doors(shop)]).toEqual(['2027-06-23', ['prd_1 open']]);
});

test('a dispute that is won at the very moment of the due has let it pass: its dates move', async () => {
  const shop = await opened(['30']);
  const a = await shop.buy({ i: 0 });
  await shop.goTo(on('2026-12-12'));
  await disputed(shop);
  await shop.goTo(on('2026-12-23'));
  await decided(shop, true);
  // Eleven days were left on 12 December.
  expect([nextOf(shop, a.id), shop.asked()]).toEqual(['2027-01-03', ['2026-11-23 30.00']]);
});

describe('a dispute after a switch', () => {
  const switched = async () => {
    const shop = await opened(['30', '50']);
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2027-01-02'));
    await switchTo(shop, a.id, 1);
    const [first, due] = [...shop.runner.state.payments.values()];
    return { shop, a, first, due };
  };
  const disputes = async (shop: MemoryShop, paymentId: string | null | undefined, won: boolean) => {
    await disputed(shop, { paymentId: paymentId ?? '' });
    const held = doors(shop);
    await decided(shop, won);
    return { held, after: doors(shop) };
  };

  test('of the payment whose credit pays for what runs now: it is held, and goes on where other money pays, too', async () => {
    const { shop, due } = await switched();
    const { held, after } = await disputes(shop, due?.id, false);
    expect([held, after]).toEqual([
      ['prd_1 switched', 'prd_1 on-hold'],
      ['prd_1 switched', 'prd_1 open'],
    ]);
    expect([running(shop), needsYou(shop)]).toEqual([['off_1'], ['excess', 'part']]);
  });

  test('of a payment whose time is over: nothing is touched', async () => {
    const { shop, first } = await switched();
    const { held, after } = await disputes(shop, first?.id, false);
    expect([held.at(-1), after.at(-1), running(shop)]).toEqual(['prd_1 open', 'prd_1 open', ['off_1']]);
  });

  test('what credit paid for alone ends when that is lost', async () => {
    const shop = await opened(['100', '20']);
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await switchTo(shop, a.id, 1);
    const { held, after } = await disputes(shop, firstPayment(shop).id, false);
    expect([held.at(-1), after.at(-1), running(shop)]).toEqual(['prd_1 on-hold', 'prd_1 dispute-lost', []]);
  });

  // 30.00 on 23 November; on 3 December 20 of 30 days are left, 20.00. Both orders call their line the first.
  const replaced = async (terms: Parameters<typeof releaseWith>[0][number]) => {
    const shop = await shopInMemory(
      releaseWith([monthly('30'), terms], {
        edit: ({ offers }) => {
          for (const { id, prices } of offers)
            if (id === 'off_1') for (const price of prices) price.replaces = { offerId: 'off_0', credit: true };
        },
      }),
      BEGUN,
    );
    await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await shop.order({ i: 1, signedIn: true });
    return shop;
  };

  test.each([
    ['a subscription', monthly('50'), ['off_1']],
    ['something for life', { kind: 'once', amount: '100' }, []],
  ] as const)(
    'of what was replaced by %s: held, and lost it goes on, since the card paid for most of it',
    async (_, terms, runs) => {
      for (const won of [true, false]) {
        const shop = await replaced(terms);
        const { held, after } = await disputes(shop, firstPayment(shop).id, won);
        expect([held, after, running(shop)]).toEqual([
          ['prd_1 replaced', 'prd_1 on-hold'],
          ['prd_1 replaced', 'prd_1 open'],
          runs,
        ]);
      }
    },
  );

  test('of what was replaced by something for life that credit alone paid for: lost, it closes', async () => {
    const shop = await replaced({ kind: 'once', amount: '20' });
    expect(shop.asked()).toEqual(['2026-11-23 30.00']);
    const { held, after } = await disputes(shop, firstPayment(shop).id, false);
    expect([held.at(-1), after.at(-1)]).toEqual(['prd_1 on-hold', 'prd_1 dispute-lost']);
  });
});

test('the tax of what banks take back and of what is refunded adds up to the tax of the payment', async () => {
  const tax = { how: 'included' as const, home: 'PT', rates: [{ country: 'PT', rate: 1_900, from: null }] };
  const shop = await shopInMemory(releaseWith([{ kind: 'once', amount: '27' }], { shop: { tax } }), BEGUN);
  const { id: orderId } = await shop.order({ i: 0 });
  const { id: paymentId } = firstPayment(shop);
  await shop.act({ type: 'refund', orderId, shares: [{ lineId: 'l1', amount: 900 }], reason: '' });
  for (const disputeId of ['d1', 'd2']) {
    await shop.act({ type: 'open-dispute', disputeId, paymentId, amount: 900, answerBy: BEGUN });
    await shop.act({ type: 'close-dispute', disputeId, won: false });
  }
  const taxes = shop.ports.batches
    .flatMap(({ events }) => events)
    .flatMap((e) => (e.type === 'refund.requested' ? e.data.shares : e.type === 'dispute.closed' ? e.data.lost : []))
    .map((share) => share.tax);
  // 4.31 in three: 1.44, 1.43, 1.44.
  expect(taxes).toEqual([144, 143, 144]);
});

describe('a refund in full after a switch', () => {
  test('gives back what credit paid as well, to the payment it came from: as much as cancelling at once', async () => {
    const refunded = async (how: 'refund' | 'cancel') => {
      const shop = await opened(['20', '30']);
      const a = await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      await switchTo(shop, a.id, 1);
      const b = [...shop.runner.state.agreements.values()].at(-1)?.id ?? '';
      if (how === 'refund')
        await shop.act({ type: 'refund-agreement', agreementId: b, amount: null, ends: true, reason: '' });
      else await shop.act({ type: 'cancel', agreementId: b, when: 'now', giveBack: true, by: 'seller' });
      return { shop, b, back: shop.ports.refunds.map(({ amount, paymentId }) => [amount, paymentId]) };
    };
    // 13.33 of 20.00 were unused; the card paid the other 16.67.
    const { shop, b, back } = await refunded('refund');
    expect(back).toEqual((await refunded('cancel')).back);
    expect(back.map(([amount]) => amount)).toEqual([1_667, 1_333]);
    expect(new Set(back.map(([, paymentId]) => paymentId)).size).toBe(2);
    expect([shop.agreement(b).status, doors(shop).at(-1)]).toEqual(['ended', 'prd_1 refund']);
    // Once.
    expect(await shop.act({ type: 'refund-agreement', agreementId: b, amount: null, ends: true, reason: '' })).not.toBe(
      'done',
    );
  });

  test('but not what a second switch has already turned into credit', async () => {
    const shop = await opened(['20', '30', '50']);
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await switchTo(shop, a.id, 1);
    const b = [...shop.runner.state.agreements.values()].at(-1)?.id ?? '';
    await shop.goTo(on('2026-12-10'));
    await switchTo(shop, b, 2);
    await shop.act({ type: 'refund-agreement', agreementId: b, amount: null, ends: true, reason: '' });
    // Of 30.00, 24 of 31 days were unused: 23.23 pay for the third. All of the card's 16.67 is among them.
    expect([shop.asked().at(-1), shop.ports.refunds]).toEqual(['2026-12-10 26.77', []]);
    expect([running(shop), doors(shop).at(-1)]).toEqual([['off_2'], 'prd_1 open']);
  });

  test('of what credit paid alone, too', async () => {
    const shop = await opened(['100', '20']);
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await switchTo(shop, a.id, 1);
    const b = [...shop.runner.state.agreements.values()].at(-1)?.id ?? '';
    await shop.act({ type: 'refund-agreement', agreementId: b, amount: null, ends: true, reason: '' });
    // 66.67 were unused: 20.00 paid for the month, 46.67 were left; all of it goes back to the 100.00.
    expect(shop.ports.refunds.map(({ amount }) => amount).sort()).toEqual([2_000, 4_667]);
    expect([shop.agreement(b).status, doors(shop).at(-1)]).toEqual(['ended', 'prd_1 refund']);
  });
});

describe('a switch to what has to be done or sent', () => {
  const WORK: Product = {
    ...freshProduct('work', 'w', 'A recording heard through'),
    promise: 'A promise',
    next: richFromPlain('Send it.'),
  };
  const POSTED: Product = { ...freshProduct('posted', 'p', 'Field cards'), promise: 'A promise' };
  const shopOf = (...lesser: string[]) =>
    shopInMemory(
      releaseWith([monthly('10'), monthly('30')], {
        edit: (content) => {
          content.products.push(WORK, POSTED);
          for (const offer of content.offers) {
            if (offer.id === 'off_0') offer.productIds = ['prd_1', ...lesser];
            if (offer.id === 'off_1') offer.productIds = ['prd_1', 'w', 'p'];
            if (offer.id === 'off_1') for (const price of offer.prices) price.sending = { fee: 450, byCountry: {} };
          }
        },
      }),
      BEGUN,
    );
  const tasks = (shop: MemoryShop) => [...shop.runner.state.tasks.values()].map((task) => task.for);

  const SENT = { country: 'PT', addressKey: 'k' };

  test('makes a task of each, and charges sending once', async () => {
    const shop = await shopOf();
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await switchTo(shop, a.id, 1, SENT);
    expect(tasks(shop)).toEqual(['work', 'sending']);
    await shop.goTo(on('2027-01-03'));
    // 30.00 + 4.50 − 20 of 30 days of 10.00
    expect(shop.asked().slice(1)).toEqual(['2026-12-03 27.83', '2027-01-03 30.00']);
  });

  test('but of what both open there is one already', async () => {
    const shop = await shopOf('w');
    const a = await shop.buy({ i: 0 });
    await switchTo(shop, a.id, 1, SENT);
    expect(tasks(shop)).toEqual(['work', 'sending']);
  });
});

test('a gift that its payer switches stays with whoever has it', async () => {
  const shop = await opened(['30', '50']);
  const a = await shop.buy({ i: 0, person: 'u1' });
  // As histories have it from before only what is paid once could be given.
  for (const pass of shop.runner.state.passes.values()) pass.personId = 'u2';
  await switchTo(shop, a.id, 1);
  expect([doors(shop, 'u1'), doors(shop, 'u2')]).toEqual([[], ['prd_1 switched', 'prd_1 open']]);
});

describe('a class: the seat or the money, once for each date and unit', () => {
  const DATES = ['2027-01-10T19:00', '2027-01-17T19:00', '2027-03-17T19:00'];
  const klass = (more: Parameters<typeof classOf>[2] = {}, dates = DATES): Product =>
    classOf(
      'k',
      dates.map((begins, i) => dateOf(`d${i + 1}`, begins, { seats: 4 })),
      more,
    );
  const classShop = (
    terms: Parameters<typeof releaseWith>[0],
    products: Product[],
    openedBy: string[],
    edit?: (content: Parameters<ReturnType<typeof selling>>[0]) => void,
  ) =>
    shopInMemory(
      releaseWith(terms, {
        edit: (content) => {
          selling(products, ...openedBy)(content);
          for (const { id, prices } of content.offers)
            if (id.startsWith('off_') && prices[0]?.terms.kind === 'once')
              prices[0].limit = { inAll: '', each: '', perOrder: '5' };
          edit?.(content);
        },
      }),
      BEGUN,
    );
  const seats = (shop: MemoryShop) =>
    [...shop.runner.state.sessions.values()].map((s) => `${s.dateId} ${s.seats} ${s.status}`);
  const seat = (shop: MemoryShop, i = 0) => [...shop.runner.state.sessions.keys()][i] ?? '';
  const both = { otherDate: true, money: true };
  const takes = (shop: MemoryShop, dateId: string) =>
    shop.act({ type: 'take-seat', personId: 'u1', productId: 'k', dateId, zone: null });
  const takesMoney = (shop: MemoryShop, sessionId: string) =>
    shop.act({ type: 'take-money-back', sessionId, personId: 'u1', reason: '' });

  test('cancelled with both offered: another date was attended, so no money goes back', async () => {
    const shop = await classShop([{ kind: 'once', amount: '60' }], [klass()], ['k']);
    await shop.order({ i: 0 });
    await shop.act({ type: 'call-off-date', productId: 'k', dateId: 'd1', offers: both });
    expect(await takes(shop, 'd2')).toBe('done');
    await shop.goTo(on('2027-01-18'));
    expect(await takesMoney(shop, seat(shop))).toMatch(/can’t be refunded here/);
    expect([shop.ports.refunds, doors(shop)]).toEqual([[], ['k open']]);
  });

  test('of two dates one was moved and its money taken: the same date is not had as well, nor its money again', async () => {
    const two = klass({ pick: 'all' }, DATES.slice(0, 2));
    const shop = await classShop([{ kind: 'once', amount: '60' }], [two], ['k']);
    await shop.order({ i: 0 });
    await shop.act({ type: 'move-date', productId: 'k', dateId: 'd1', from: on('2027-01-11', '19:00'), offers: both });
    expect(await takesMoney(shop, seat(shop))).toBe('done');
    expect(await takes(shop, 'd1')).toMatch(/was refunded/);
    await shop.act({ type: 'call-off-date', productId: 'k', dateId: 'd1', offers: both });
    expect(await takesMoney(shop, seat(shop))).toMatch(/can’t be refunded here/);
    expect(shop.ports.refunds.map(({ amount }) => amount)).toEqual([3_000]);
  });

  test('three paid seats are three at another date, less those that were refunded', async () => {
    const shop = await classShop([{ kind: 'once', amount: '20' }], [klass()], ['k']);
    const { id: orderId } = await shop.order({ i: 0, quantity: 3 });
    await shop.act({
      type: 'call-off-session',
      sessionId: seat(shop),
      personId: 'u1',
      by: 'member',
      counts: false,
      seenLate: false,
    });
    await takes(shop, 'd2');
    expect(seats(shop)).toEqual(['d1 3 called-off', 'd2 3 booked']);
    await shop.act({
      type: 'call-off-session',
      sessionId: seat(shop, 1),
      personId: 'u1',
      by: 'member',
      counts: false,
      seenLate: false,
    });
    const slow = slowRefunds(shop);
    await shop.act({ type: 'refund', orderId, shares: [{ lineId: 'l1', amount: 2_000, units: 1 }], reason: '' });
    await takes(shop, 'd3');
    slow.answer();
    await shop.runner.settle();
    expect(seats(shop).at(-1)).toBe('d3 2 booked');
  });

  test('a date cancelled gives back its part of the units that are left', async () => {
    const two = klass({ pick: 'all' }, DATES.slice(0, 2));
    const shop = await classShop([{ kind: 'once', amount: '20' }], [two], ['k']);
    const { id: orderId } = await shop.order({ i: 0, quantity: 3 });
    await shop.act({ type: 'refund', orderId, shares: [{ lineId: 'l1', amount: 2_000, units: 1 }], reason: '' });
    await shop.act({ type: 'call-off-date', productId: 'k', dateId: 'd1', offers: both });
    await takesMoney(shop, seat(shop));
    // 60.00 for three units at two dates; one unit went back with 20.00: 40.00 are left, 20.00 for each date.
    expect(shop.ports.refunds.map(({ amount }) => amount)).toEqual([2_000, 2_000]);
  });

  test('cancelled to the end of what is paid, nothing after that can be taken or moved to', async () => {
    const early = klass({}, ['2026-12-10T19:00', ...DATES]);
    const shop = await classShop([monthly('10'), monthly('12')], [early, membershipOf('m', ['k'])], ['m', 'k']);
    const member = await shop.buy({ i: 0 });
    const direct = await shop.buy({ i: 1, person: 'u2', dates: ['d1'] });
    for (const { id } of [member, direct])
      await shop.act({ type: 'cancel', agreementId: id, when: 'end', giveBack: false, by: 'buyer' });
    expect(await takes(shop, 'd2')).toMatch(/Your access ends before/);
    expect(await takes(shop, 'd1')).toBe('done');
    const moved = await shop.act({
      type: 'change-seat',
      sessionId: seat(shop),
      personId: 'u2',
      dateId: 'd4',
      zone: null,
    });
    expect(moved).toMatch(/Your access ends before/);
  });

  test('a seat belongs to the right to its class: a level above, and a purchase of the class itself, keep it', async () => {
    const levels = [klass(), membershipOf('m', ['k']), membershipOf('n', ['k'])];
    const up = await classShop([monthly('10'), monthly('20')], levels, ['m', 'n']);
    const a = await up.buy({ i: 0 });
    await takes(up, 'd1');
    await up.goTo(on('2026-12-03'));
    await switchTo(up, a.id, 1);
    expect([seats(up), doors(up)]).toEqual([['d1 1 booked'], ['m switched', 'n open']]);

    const bought = await classShop([monthly('10'), { kind: 'once', amount: '20' }], levels, ['m', 'k']);
    const b = await bought.buy({ i: 0 });
    await takes(bought, 'd1');
    await bought.order({ i: 1, dates: ['d2'] });
    await bought.act({ type: 'cancel', agreementId: b.id, when: 'now', giveBack: false, by: 'buyer' });
    expect(seats(bought)).toEqual(['d1 1 booked', 'd2 1 booked']);
    // With nothing that opens the class any more it falls away.
    const gone = await classShop([monthly('10')], levels, ['m']);
    const c = await gone.buy({ i: 0 });
    await takes(gone, 'd1');
    await gone.act({ type: 'cancel', agreementId: c.id, when: 'now', giveBack: false, by: 'buyer' });
    expect(seats(gone)).toEqual(['d1 1 called-off']);
  });

  test('a date moved beyond dated access while its plan pauses keeps its seat', async () => {
    const shop = await classShop([{ kind: 'plan', amount: '30', payments: '3' }], [klass()], ['k'], ({ offers }) => {
      for (const { id, prices } of offers)
        if (id === 'off_0')
          for (const price of prices) price.access = { kind: 'for', count: '2', unit: 'month', date: '' };
    });
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await shop.act({ type: 'pause', agreementId: a.id, until: '2026-12-08', by: 'buyer' });
    await shop.act({
      type: 'move-date',
      productId: 'k',
      dateId: 'd1',
      from: on('2027-02-20', '19:00'),
      offers: { otherDate: false, money: false },
    });
    await shop.goTo(on('2026-12-09'));
    expect([seats(shop), [...shop.runner.state.passes.values()][0]?.until]).toEqual([
      ['d1 1 booked'],
      on('2027-02-20', '20:00'),
    ]);
  });
});

describe('a seat at a class that both levels open', () => {
  const levels = (seats: number, answers?: Parameters<typeof shopInMemory>[2]) =>
    shopInMemory(
      releaseWith([monthly('12'), monthly('30')], {
        edit: (content) => {
          selling([classOf('yoga', [dateOf('late', '2027-06-18T19:00', { seats })])], 'yoga')(content);
          for (const offer of content.offers) delete offer.upgrades;
        },
      }),
      BEGUN,
      answers,
    );
  const seats = (shop: MemoryShop) =>
    [...shop.runner.state.sessions.values()].filter(({ status }) => status === 'booked').map(({ dateId }) => dateId);

  test('goes over to the level that is bought at the checkout: one seat, and no other is taken', async () => {
    const shop = await levels(3);
    await shop.buy({ i: 0 });
    expect(seats(shop)).toEqual(['late']);
    await shop.goTo(on('2026-12-03'));
    await shop.order({ i: 1, signedIn: true });
    expect(shop.asked()).toEqual(['2026-11-23 12.00', '2026-12-03 22.00']);
    expect([running(shop), seats(shop)]).toEqual([['off_1'], ['late']]);
    expect(shop.ports.sessions.map(({ mail }) => mail.mail)).toEqual(['booked']);
    await shop.restart();
    expect(seats(shop)).toEqual(['late']);
  });

  test('the class is sold out by their own seat: they move up all the same, and a stranger does not', async () => {
    const shop = await levels(1);
    await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await expect(shop.order({ i: 1, person: 'u2' })).rejects.toThrow();
    await shop.order({ i: 1, signedIn: true });
    expect([running(shop), seats(shop)]).toEqual([['off_1'], ['late']]);
  });

  test('given up while the bank is waited for, it is taken anew, and nobody else could have had it meanwhile', async () => {
    const shop = await levels(1);
    await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    const bank = slowCharges(shop);
    await expect(shop.order({ i: 1, signedIn: true })).rejects.toThrow('no order');
    const [seat] = [...shop.runner.state.sessions.values()];
    const given = { type: 'call-off-session', sessionId: seat?.id ?? '', personId: 'u1', by: 'member' } as const;
    expect(await shop.act({ ...given, counts: false, seenLate: false })).toBe('done');
    await expect(shop.order({ i: 1, person: 'u2' })).rejects.toThrow('The last one was sold');
    bank.held().forEach(bank.answer);
    await shop.goTo(on('2026-12-04'));
    expect([running(shop), seats(shop)]).toEqual([['off_1'], ['late']]);
  });

  test('refused by the bank, the seat stays with the level that goes on', async () => {
    let refuses = false;
    const shop = await levels(1, () =>
      refuses ? { status: 'refused', reason: 'not-enough-money' } : { status: 'paid', paymentId: '' },
    );
    await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    refuses = true;
    await expect(shop.order({ i: 1, signedIn: true })).rejects.toThrow('no order');
    expect([running(shop), seats(shop)]).toEqual([['off_0'], ['late']]);
  });
});

describe('what takes the place of a subscription', () => {
  // 12.00 from 23 November; for life for 297.00, or a level above for 30.00.
  const shopWith = (more: { replaces?: boolean; terms?: Parameters<typeof releaseWith>[0][number] } = {}) =>
    shopInMemory(
      releaseWith([monthly('12'), more.terms ?? { kind: 'once', amount: '297' }], {
        edit: ({ offers }) => {
          for (const offer of offers)
            if (offer.id === 'off_1') {
              delete offer.upgrades;
              for (const price of offer.prices) if (more.replaces) price.replaces = { offerId: 'off_0', credit: true };
            }
        },
      }),
      BEGUN,
    );
  const mailsOf = (shop: MemoryShop) =>
    shop.ports.batches
      .flatMap(({ events }) => events)
      .flatMap((e) => (e.type === 'agreement.mailDue' ? [e.data.mail] : e.type === 'agreement.leaves' ? ['ends'] : []));
  const backs = (shop: MemoryShop) => shop.ports.refunds.map(({ amount }) => amount);

  describe.each([true, false])('bought with an address that was typed (said by the price: %s)', (replaces) => {
    const boughtUnproven = async () => {
      const shop = await shopWith({ replaces });
      const a = await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      await shop.order({ i: 1 });
      return { shop, a };
    };

    test('it is paid in full; the subscription ends with what is paid, and its owner hears of it twice', async () => {
      const { shop, a } = await boughtUnproven();
      expect(shop.asked()).toEqual(['2026-11-23 12.00', '2026-12-03 297.00']);
      expect([shop.agreement(a.id).status, shop.agreement(a.id).endsAt, doors(shop)[0]]).toEqual([
        'ending',
        on('2026-12-23'),
        'prd_1 open',
      ]);
      // The receipt says so and offers both answers.
      const order = [...shop.runner.state.orders.values()].at(-1);
      if (!order) throw new Error('nothing was bought');
      const setting = { shop: releaseWith([monthly('12')]).content.shop, real: true, locale: 'en' };
      const link = { url: 'https://shop.example/in', days: 7 };
      const receipt = receiptMessage(setting, { ...order, offers: {} }, null, 'Odile', link, {
        leaving: leavingThrough(shop.runner.state, order),
      });
      expect(receipt.text).toContain(
        'What you bought replaces your subscription Offer 0, so we won’t charge it again. You keep access until 23 December 2026.',
      );
      await shop.goTo(on('2026-12-20'));
      expect(mailsOf(shop)).toEqual(['ends', 'leaving-soon']);
      await shop.goTo(on('2027-02-01'));
      expect([shop.asked().length, shop.agreement(a.id).status, backs(shop)]).toEqual([2, 'ended', []]);
    });

    test('confirmed, it ends at once, and the days that were unused at the order go back', async () => {
      const { shop, a } = await boughtUnproven();
      await shop.goTo(on('2026-12-05'));
      expect(await shop.act({ type: 'confirm-leaving', agreementId: a.id })).toBe('done');
      // 20 of 30 days: 8.00.
      expect([shop.agreement(a.id).ended?.why, backs(shop), doors(shop)]).toEqual([
        'replaced',
        [800],
        ['prd_1 replaced', 'prd_1 open'],
      ]);
      await shop.goTo(on('2027-02-01'));
      expect(shop.asked()).toHaveLength(2);
    });

    test('kept, it goes on as if nothing had been', async () => {
      const { shop, a } = await boughtUnproven();
      await shop.goTo(on('2026-12-05'));
      expect(await shop.act({ type: 'keep', agreementId: a.id })).toBe('done');
      expect(await shop.act({ type: 'confirm-leaving', agreementId: a.id })).not.toBe('done');
      await shop.goTo(on('2026-12-23'));
      expect([shop.asked().at(-1), mailsOf(shop).includes('leaving-soon')]).toEqual(['2026-12-23 12.00', false]);
      await shop.restart();
      expect(nextOf(shop, a.id)).toBe('2027-01-23');
    });
  });

  describe('while something else is under way', () => {
    const leaving = async () => {
      const shop = await shopWith({ replaces: true });
      const a = await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      await shop.order({ i: 1 });
      const confirm = () => shop.act({ type: 'confirm-leaving', agreementId: a.id });
      return { shop, a, confirm };
    };

    test('money on its way back: confirming waits for it, and gives back only what is left', async () => {
      const { shop, a, confirm } = await leaving();
      const slow = slowRefunds(shop);
      await shop.act({ type: 'refund-agreement', agreementId: a.id, amount: 600, ends: false, reason: '' });
      expect(await confirm()).not.toBe('done');
      slow.answer();
      await shop.runner.settle();
      expect(await confirm()).toBe('done');
      // 6.00 of 12.00 are back: 20 of 30 days of the other 6.00 are 4.00.
      expect(backs(shop)).toEqual([600, 400]);
    });

    test('a dispute: confirming waits until it is decided', async () => {
      const { shop, a, confirm } = await leaving();
      await disputed(shop, { amount: 1_200 });
      expect(await confirm()).not.toBe('done');
      expect([shop.agreement(a.id).status, backs(shop)]).toEqual(['ending', []]);
      await decided(shop, true);
      expect([await confirm(), backs(shop)]).toEqual(['done', [800]]);
    });

    test('a second order with the same address changes nothing of what the owner can get back', async () => {
      const { shop, a, confirm } = await leaving();
      await shop.goTo(on('2026-12-20'));
      await shop.order({ i: 1 });
      expect(shop.agreement(a.id).leaving?.since).toBe(on('2026-12-03'));
      await confirm();
      expect([backs(shop), mailsOf(shop).filter((mail) => mail === 'ends')]).toEqual([[800], ['ends']]);
    });

    test('a purchase that has no answer yet: the subscription is left alone, and the seller is asked', async () => {
      const shop = await shopWith({ replaces: true });
      const a = await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      const slow = slowCharges(shop);
      await expect(shop.order({ i: 1, signedIn: true })).rejects.toThrow('no order');
      const [first = ''] = slow.held();
      await expect(shop.order({ i: 1 })).rejects.toThrow('no order');
      slow.answer(slow.held().find((key) => key !== first) ?? '');
      await shop.goTo(on('2026-12-04'));
      expect([shop.agreement(a.id).status, needsYou(shop)]).toEqual(['active', ['leaves']]);
      slow.answer(first);
      await shop.goTo(on('2026-12-05'));
      expect(shop.agreement(a.id).ended?.why).toBe('replaced');
    });
  });

  test('a gift replaces nothing of whoever pays for it, signed in or not', async () => {
    for (const signedIn of [true, false]) {
      const shop = await shopWith({ replaces: true });
      const a = await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      await shop.order({ i: 1, recipientId: 'u2', signedIn });
      expect([signedIn, shop.agreement(a.id).status, shop.asked().at(-1)]).toEqual([
        signedIn,
        'active',
        '2026-12-03 297.00',
      ]);
    }
  });

  test('a price of the same offer that is paid once takes the place of its subscription', async () => {
    const shop = await shopInMemory(
      releaseWith([monthly('12')], {
        edit: ({ offers }) => {
          for (const offer of offers)
            if (offer.id === 'off_0') {
              delete offer.upgrades;
              for (const price of offer.prices) price.name = 'Monthly';
              offer.prices.push(newPrice('pr_life', { name: 'For life', terms: { kind: 'once', amount: '297' } }));
            }
        },
      }),
      BEGUN,
    );
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await shop.order({ offerId: 'off_0', priceId: 'pr_life' });
    expect([shop.agreement(a.id).status, mailsOf(shop)]).toEqual(['ending', ['ends']]);
  });

  test('an offer after payment and an extra take its place, too', async () => {
    for (const how of ['offer', 'extra']) {
      const shop = await shopWith({ replaces: true });
      const a = await shop.buy({ i: 0 });
      if (how === 'offer') expect(await shop.accept(a.orderId, 1)).toBe('done');
      else
        await shop.order({
          offerId: 'off_field',
          priceId: 'pr_one',
          extras: [{ offerId: 'off_1', priceId: 'pr_1' }],
        });
      expect([how, shop.agreement(a.id).status]).toEqual([how, 'ending']);
    }
  });

  test('signed in, unused days pay for the line that replaces it, wherever that stands', async () => {
    for (const how of ['extra', 'offer']) {
      const shop = await shopWith({ replaces: true });
      const a = await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      if (how === 'extra')
        await shop.order({
          offerId: 'off_field',
          priceId: 'pr_one',
          extras: [{ offerId: 'off_1', priceId: 'pr_1' }],
          signedIn: true,
        });
      else {
        const order = await shop.order({ offerId: 'off_field', priceId: 'pr_one', signedIn: true });
        expect(await shop.accept(order.id, 1, undefined, true)).toBe('done');
      }
      // 20 of 30 days of 12.00 are 8.00: 297.00 − 8.00, beside 24.00.
      const charged = shop.asked().filter((one) => one.startsWith('2026-12-03'));
      expect([how, charged, shop.agreement(a.id).ended?.why]).toEqual([
        how,
        how === 'extra' ? ['2026-12-03 313.00'] : ['2026-12-03 24.00', '2026-12-03 289.00'],
        'replaced',
      ]);
    }
  });

  test('offered after payment: while the bank is asked the old one waits; refused, what fell due is asked for then', async () => {
    const shop = await shopWith({ replaces: true });
    const a = await shop.buy({ i: 0 });
    await shop.goTo('2026-12-23T09:50:00.000Z');
    const order = await shop.order({ offerId: 'off_field', priceId: 'pr_one', signedIn: true });
    const { charge } = shop.ports.payments;
    shop.ports.payments.charge = () => Promise.resolve({ status: 'waits-for-bank', confirmAt: '/bank' });
    shop.ports.payments.lookUp = () => Promise.resolve({ status: 'pending' });
    await shop.accept(order.id, 1, undefined, true);
    await shop.goTo('2026-12-23T10:01:00.000Z');
    expect(shop.asked().filter((one) => one.endsWith(' 12.00'))).toEqual(['2026-11-23 12.00']);
    shop.ports.payments.charge = charge;
    const key = [...shop.runner.state.charges.values()].find(({ status }) => status === 'waits-for-bank')?.key ?? '';
    await shop.act({ type: 'answer-charge', key, answer: { status: 'refused', reason: 'not-confirmed' } });
    expect([shop.agreement(a.id).status, shop.asked().at(-1)]).toEqual(['active', '2026-12-23 12.00']);
  });

  test('two lines replace a subscription each, and none replaces one twice', async () => {
    const shop = await shopInMemory(
      releaseWith([monthly('12'), monthly('30'), { kind: 'once', amount: '100' }, { kind: 'once', amount: '200' }], {
        edit: ({ offers }) => {
          for (const { id, prices } of offers)
            for (const price of prices) {
              if (id === 'off_2') price.replaces = { offerId: 'off_0', credit: true };
              if (id === 'off_3') price.replaces = { offerId: 'off_1', credit: true };
            }
          for (const offer of offers) offer.upgrades = false;
        },
      }),
      BEGUN,
    );
    await shop.buy({ i: 0 });
    await shop.buy({ i: 1 });
    await shop.goTo(on('2026-12-03'));
    await shop.order({ i: 2, extras: [pick(3)], signedIn: true });
    // 8.00 of 12.00 and 20.00 of 30.00 are unused: 92.00 and 180.00.
    expect(shop.asked().at(-1)).toBe('2026-12-03 272.00');
    await shop.goTo(on('2027-01-10'));
    expect(shop.asked().at(-1)).toBe('2026-12-03 272.00');
  });

  describe('what unused days paid goes back to where it came from', () => {
    const boughtFor = async (amount: string) => {
      const shop = await shopInMemory(
        releaseWith([monthly('12'), { kind: 'once', amount }], {
          edit: ({ offers }) => {
            for (const { id, prices } of offers)
              if (id === 'off_1') for (const price of prices) price.replaces = { offerId: 'off_0', credit: true };
          },
        }),
        BEGUN,
      );
      await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      const order = await shop.order({ i: 1, signedIn: true });
      const refund = (minor: number) =>
        shop.act({ type: 'refund', orderId: order.id, shares: [{ lineId: 'l1', amount: minor }], reason: '' });
      return { shop, order, refund };
    };

    test('a line that they paid whole is refunded, and closes', async () => {
      const { shop, refund } = await boughtFor('5');
      // 8.00 were unused: 5.00 paid, 3.00 went back at once.
      expect(backs(shop)).toEqual([300]);
      expect(await refund(501)).toContain('At most €5.00');
      expect([await refund(500), backs(shop), doors(shop, 'u1')]).toEqual([
        'done',
        [300, 500],
        ['prd_1 replaced', 'prd_1 refund'],
      ]);
      expect(await refund(1)).not.toBe('done');
    });

    test('of a line that a card paid, too, the card first; only all of it closes', async () => {
      const { shop, refund } = await boughtFor('297');
      expect([await refund(28_900), backs(shop), doors(shop, 'u1').at(-1)]).toEqual(['done', [28_900], 'prd_1 open']);
      expect([await refund(800), backs(shop), doors(shop, 'u1').at(-1)]).toEqual([
        'done',
        [28_900, 800],
        'prd_1 refund',
      ]);
    });

    test('a level that was bought with them is cancelled at once: card and credit, each to its payment', async () => {
      const shop = await shopWith({ terms: monthly('30') });
      await shop.buy({ i: 0 });
      await shop.goTo(on('2026-12-03'));
      const a = await shop.buy({ i: 1, signedIn: true });
      expect(shop.asked().at(-1)).toBe('2026-12-03 22.00');
      await shop.act({ type: 'cancel', agreementId: a.id, when: 'now', giveBack: true, by: 'seller' });
      expect(backs(shop)).toEqual([2_200, 800]);
    });
  });

  test('where nothing is charged today nothing changes', async () => {
    const shop = await shopWith({ replaces: true, terms: monthly('30', { trial: { days: '14', fee: '' } }) });
    const a = await shop.buy({ i: 0 });
    await shop.order({ i: 1 });
    expect([shop.agreement(a.id).status, mailsOf(shop)]).toEqual(['active', []]);
  });

  test('one that is behind is left as it is, and the seller is asked', async () => {
    let pays = true;
    const shop = await shopInMemory(
      releaseWith([monthly('12'), { kind: 'once', amount: '297' }], {
        edit: ({ offers }) => {
          for (const { id, prices } of offers)
            if (id === 'off_1') for (const price of prices) price.replaces = { offerId: 'off_0', credit: true };
        },
      }),
      BEGUN,
      ({ amount }) =>
        pays || amount > 20_000 ? { status: 'paid', paymentId: '' } : { status: 'refused', reason: 'not-enough-money' },
    );
    const a = await shop.buy({ i: 0 });
    pays = false;
    await shop.goTo(on('2026-12-23'));
    await shop.order({ i: 1 });
    expect([shop.agreement(a.id).status, needsYou(shop)]).toEqual(['past-due', ['leaves']]);
  });

  test('signed in, the level above costs the difference, without a trial or a coupon, and then its full price', async () => {
    const shop = await shopWith({ terms: monthly('30', { trial: { days: '14', fee: '1' } }) });
    await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    await shop.order({ i: 1, signedIn: true });
    await shop.goTo(on('2027-01-03'));
    // 8.00 unused: 22.00, then 30.00.
    expect(shop.asked()).toEqual(['2026-11-23 12.00', '2026-12-03 22.00', '2027-01-03 30.00']);
    expect(running(shop)).toEqual(['off_1']);
  });

  test('an offer whose seller turned it off takes the place of nothing', async () => {
    const shop = await opened(['12', '30']);
    await shop.buy({ i: 0 });
    await shop.order({ i: 1, signedIn: true });
    await shop.order({ i: 1, person: 'u2' });
    expect([running(shop), mailsOf(shop)]).toEqual([['off_0', 'off_1', 'off_1'], []]);
  });

  test('a subscription that opens something more is not the lesser one', async () => {
    const levels: Product[] = [
      downloadWith('x'),
      downloadWith('y'),
      membershipOf('m', ['x', 'y'], { promise: 'A promise' }),
      membershipOf('n', ['x'], { promise: 'A promise' }),
    ];
    const shop = await shopInMemory(
      releaseWith([monthly('12'), monthly('30')], {
        edit: (content) => {
          selling(levels, 'm', 'n')(content);
          for (const offer of content.offers) delete offer.upgrades;
        },
      }),
      BEGUN,
    );
    await shop.buy({ i: 0 });
    await shop.order({ i: 1 });
    expect([running(shop), mailsOf(shop)]).toEqual([['off_0', 'off_1'], []]);
    // The other way round it is.
    await shop.buy({ i: 1, person: 'u2' });
    await shop.order({ i: 0, person: 'u2' });
    expect(mailsOf(shop)).toEqual(['ends']);
  });
});

describe('down a level, at the end of what is paid', () => {
  const levels = async (pays: () => boolean = () => true) => {
    const shop = await shopInMemory(
      releaseWith([monthly('30'), monthly('12'), monthly('50')], {
        edit: (content) => {
          content.products.push({
            ...freshProduct('work', 'small', 'The small one'),
            promise: 'A promise',
            next: richFromPlain('Send it.'),
          });
          for (const offer of content.offers) {
            delete offer.upgrades;
            if (offer.id === 'off_1') offer.productIds = ['small'];
            if (offer.id === 'off_0') offer.productIds = ['prd_1', 'small'];
            if (offer.id === 'off_2') offer.productIds = ['prd_1', 'small'];
          }
          const [first] = content.paths;
          if (!first) throw new Error('no path');
          for (const n of [1, 2])
            content.paths.push({
              ...structuredClone(first),
              id: `path_${n}`,
              address: `level-${n}`,
              offerId: `off_${n}`,
            });
        },
      }),
      BEGUN,
      () => (pays() ? { status: 'paid', paymentId: '' } : { status: 'refused', reason: 'not-enough-money' }),
    );
    const a = await shop.buy({ i: 0 });
    await shop.goTo(on('2026-12-03'));
    const step = (to: { offerId: string; priceId: string } | null) =>
      shop.act({ type: 'step-down', agreementId: a.id, to });
    return { shop, a, down: () => step({ offerId: 'off_1', priceId: 'pr_1' }), stay: () => step(null) };
  };

  test('nothing is charged or closed before; then the lower one is asked for, and opens', async () => {
    const { shop, a, down } = await levels();
    expect([await down(), shop.asked()]).toEqual(['done', ['2026-11-23 30.00']]);
    await shop.goTo('2026-12-23T09:59:00.000Z');
    expect(doors(shop)).toEqual(['prd_1 open', 'small open']);
    await shop.goTo(on('2027-02-01'));
    expect(shop.asked()).toEqual(['2026-11-23 30.00', '2026-12-23 12.00', '2027-01-23 12.00']);
    expect([shop.agreement(a.id).ended?.why, doors(shop).filter((door) => door.endsWith('open'))]).toEqual([
      'switched',
      ['small open'],
    ]);
    await shop.restart();
    expect(running(shop)).toEqual(['off_1']);
  });

  test('with a parcel in each payment there is one for its first payment, and not another for what it opens', async () => {
    const shop = await shopInMemory(
      releaseWith([monthly('47'), monthly('30')], {
        shop: { zone: 'UTC' },
        edit: (content) => {
          selling([{ ...freshProduct('posted', 'cards', 'Cards'), promise: 'A promise' }], 'cards')(content);
          for (const offer of content.offers)
            for (const price of offer.prices) price.sending = { fee: 450, byCountry: {}, parcels: 1 };
        },
      }),
      BEGUN,
    );
    const a = await shop.buy({ i: 0, sendTo: { country: 'PT', addressKey: 'at-1' } });
    await shop.act({ type: 'step-down', agreementId: a.id, to: { offerId: 'off_1', priceId: 'pr_1' } });
    await shop.goTo(on('2027-01-24'));
    expect(shop.asked()).toEqual(['2026-11-23 51.50', '2026-12-23 34.50', '2027-01-23 34.50']);
    expect(shop.runner.state.tasks.size).toBe(3);
  });

  test('taken back, it goes on as before; cancelled, nothing begins', async () => {
    const back = await levels();
    await back.down();
    expect([await back.stay(), await back.stay()]).not.toEqual(['done', 'done']);
    await back.shop.goTo(on('2026-12-24'));
    expect(back.shop.asked().at(-1)).toBe('2026-12-23 30.00');
    const gone = await levels();
    await gone.down();
    await gone.shop.act({ type: 'cancel', agreementId: gone.a.id, when: 'end', giveBack: false, by: 'buyer' });
    await gone.shop.goTo(on('2027-02-01'));
    expect([gone.shop.asked(), running(gone.shop)]).toEqual([['2026-11-23 30.00'], []]);
  });

  test('a card that is refused then is tried again for the lower sum, and paid later counts from its day', async () => {
    let pays = true;
    const { shop, down } = await levels(() => pays);
    await down();
    pays = false;
    await shop.goTo(on('2026-12-23'));
    pays = true;
    await shop.goTo(on('2027-02-01'));
    const sums = shop.asked().slice(1);
    expect([new Set(sums.map((one) => one.slice(11, 16))), sums.at(-1)]).toEqual([
      new Set(['12.00']),
      '2027-01-23 12.00',
    ]);
  });

  test('what is said of the coming payments is the lower sum, in every place', async () => {
    const { shop, a, down } = await levels();
    await down();
    const now = shop.agreement(a.id);
    const charged = cardChargeOf(now, null);
    const story = storyOfAgreement(now, {
      first: null,
      passes: [],
      charged,
      past: NO_PAST,
      now: shop.runner.now(),
      locale: 'en',
    });
    const plain = (text: string): string => text.replace(/\s/g, ' ');
    expect(plain(agreementState(now, { locale: 'en', charged }))).toBe(
      'The next payment is €12.00 on 23 December 2026. It changes to “Offer 1” on 23 December 2026.',
    );
    expect(plain(restInWords(now, { locale: 'en', charged }))).toMatch(/^€12\.00 monthly from 23 December 2026/);
    expect(story.money.slice(0, 2).map(({ at, amount }) => [at.slice(0, 10), amount])).toEqual([
      ['2026-12-23', 1_200],
      ['2027-01-23', 1_200],
    ]);
    await shop.goTo(on('2027-01-24'));
    expect(shop.asked().slice(1)).toEqual(['2026-12-23 12.00', '2027-01-23 12.00']);
  });

  test('while a charge of it has no answer it cannot be chosen; an order that replaces it, and is kept from doing so, undoes the choice', async () => {
    const asking = await levels();
    const slow = slowCharges(asking.shop);
    await switchTo(asking.shop, asking.a.id, 2);
    expect([slow.held().length, await asking.down()]).toEqual([1, expect.not.stringMatching(/^done$/)]);
    const { shop, a, down } = await levels();
    await down();
    await shop.order({ i: 2 });
    expect([shop.agreement(a.id).status, shop.agreement(a.id).stepsTo]).toEqual(['ending', undefined]);
    await shop.act({ type: 'keep', agreementId: a.id });
    await shop.goTo(on('2026-12-24'));
    expect(shop.asked().filter((one) => one.startsWith('2026-12-23'))).toContain('2026-12-23 30.00');
  });

  test('a refund under way on the day: it is asked for when that is answered, and its days of grace count from then', async () => {
    let pays = true;
    const { shop, a, down } = await levels(() => pays);
    await down();
    const slow = slowRefunds(shop);
    await shop.act({ type: 'refund-agreement', agreementId: a.id, amount: 100, ends: false, reason: '' });
    await shop.goTo(on('2027-01-02'));
    expect(shop.asked()).toEqual(['2026-11-23 30.00']);
    pays = false;
    slow.answer();
    await shop.goTo(on('2027-01-03'));
    expect(shop.asked().at(-1)).toMatch(/^2027-01-0[23] 12\.00 refused$/);
    // Seven days of grace from the asking: what it opened is not on hold yet.
    expect(doors(shop).at(-1)).toBe('small open');
    await shop.goTo(on('2027-01-11'));
    expect(doors(shop).at(-1)).not.toBe('small open');
  });

  test('disputed on the day, it waits for the bank', async () => {
    const { shop, down } = await levels();
    await down();
    await disputed(shop);
    await shop.goTo(on('2026-12-27'));
    expect([shop.asked(), running(shop)]).toEqual([['2026-11-23 30.00'], ['off_0']]);
    await decided(shop, true);
    // Its due fell into the dispute, so that the 20 days that were left begin again: 27 December and 20 days.
    await shop.goTo(on('2027-01-17'));
    expect([shop.asked().at(-1), running(shop)]).toEqual(['2027-01-16 12.00', ['off_1']]);
  });

  test('its owner is offered the levels above and below at what they come to, and no price for few', async () => {
    const { shop, a } = await levels();
    const live = shop.ports.releases.get(1);
    const choices = (release = live) =>
      switchChoices(shop.runner.state, shop.agreement(a.id), { now: shop.runner.now(), release }).map(
        ({ offerId, down, today, credit, at }) => [offerId, down, today, credit, at.slice(0, 10)],
      );
    // 20 of 30 days of 30.00 are unused: 50.00 − 20.00.
    expect(choices()).toEqual([
      ['off_2', false, 3_000, 2_000, '2026-12-03'],
      ['off_1', true, 0, 0, '2026-12-23'],
    ]);
    const few = structuredClone(live);
    for (const offer of few?.content.offers ?? [])
      for (const price of offer.prices)
        if (offer.id === 'off_2') price.onlyAt = { at: { kind: 'links', links: ['e1'] }, insteadOf: 'pr_x' };
    expect(choices(few).map(([id]) => id)).toEqual(['off_1']);
    expect(JSON.stringify([...shop.runner.state.agreements.keys()])).not.toContain('looked-at');
  });
});
