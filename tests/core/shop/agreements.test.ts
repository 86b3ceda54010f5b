import { describe, expect, test } from '@jest/globals';
import { afterRefusal, dueAfterReturn, movedDueDay, unusedOf } from '#core/agreements';
import { creditOf } from '#core/payments';
import { addMs, DAY, HOUR, type Instant } from '#core/calendar';
import { newCoupon, type newPrice } from '#core/catalogue';
import { spreadAmount, withTax } from '#core/checkout';
import { sum } from '#core/money';
import { passState } from '#core/passes';
import { type ChargeAnswer, type ChargeRequest, planAgreementRefund } from '#core/shop';
import { type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';
import { later } from '../../support/money';

const START = '2026-11-23T10:00:00.000Z';
const ZONE = 'Europe/Lisbon';
const monthly = (amount: string, more: Partial<NonNullable<DraftTermsGiven>> = {}): DraftTermsGiven => ({
  kind: 'subscription',
  amount,
  ...more,
});
const at = (date: string, time = '10:00'): Instant => `${date}T${time}:00.000Z`;
const refusing =
  (from: number, count = Infinity) =>
  (_: ChargeRequest, n: number): ChargeAnswer =>
    n >= from && n < from + count
      ? { status: 'refused', reason: 'not-enough-money' }
      : { status: 'paid', paymentId: '' };
const doors = (shop: MemoryShop, id: string): string[] =>
  shop.agreement(id).passIds.map((p) => {
    const pass = shop.runner.state.passes.get(p);
    return pass ? passState(pass, shop.runner.now()) : '';
  });
const mails = (shop: MemoryShop): string[] => shop.ports.about.map((m) => `${m.at.slice(0, 10)} ${m.message.mail}`);

describe('a payment that is refused', () => {
  test('a subscription is tried after 1, 3, 5 and 7 days, then ends; one period is owed at most', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START, refusing(1));
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-23', '11:00'));
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['past-due', ['open']]);
    await shop.goTo(at('2027-03-01'));
    expect(shop.asked()).toEqual([
      '2026-11-23 12.00',
      ...['2026-12-23', '2026-12-24', '2026-12-26', '2026-12-28', '2026-12-30'].map((d) => `${d} 12.00 refused`),
    ]);
    expect(shop.agreement(id).ended).toEqual({ why: 'unpaid', at: at('2026-12-30') });
    expect(doors(shop, id)).toEqual(['closed']);
    expect(mails(shop).at(-1)).toBe('2026-12-30 ended-unpaid');
    expect(await shop.act({ type: 'retry-due', agreementId: id })).toMatch(/Nothing is past due/);
  });

  test('every week: tries at or after the next due are dropped, and grace ends there', () => {
    const weekly = {
      terms: { kind: 'subscription' as const, amount: 1, every: { count: 1, unit: 'week' as const } },
      anchor: { n: 1, at: START },
      zone: ZONE,
      n: 2,
      since: at('2026-11-30'),
      graceDays: 7,
    };
    expect(afterRefusal(weekly, at('2026-11-30'))).toEqual({
      tryAt: at('2026-12-01'),
      graceUntil: at('2026-12-07'),
      endAt: at('2026-12-07'),
    });
    expect(afterRefusal(weekly, at('2026-12-05')).tryAt).toBeNull();
    // With three days of grace the last try still comes before the end.
    expect(afterRefusal({ ...weekly, graceDays: 3 }, at('2026-11-30'))).toEqual({
      tryAt: at('2026-12-01'),
      graceUntil: at('2026-12-03'),
      endAt: at('2026-12-05'),
    });
  });

  test('a plan stays past due with its access on hold; later dues are owed too, and one charge for all opens it again on the old dates', async () => {
    const shop = await shopInMemory(
      releaseWith([{ kind: 'plan', amount: '97', payments: '5' }]),
      START,
      refusing(1, 7),
    );
    const { id } = await shop.buy({});
    await shop.goTo(at('2027-01-24'));
    expect(shop.asked().slice(1)).toEqual([
      '2026-12-23 97.00 refused',
      '2026-12-24 97.00 refused',
      '2026-12-26 97.00 refused',
      '2026-12-28 97.00 refused',
      '2026-12-30 97.00 refused',
      '2027-01-23 194.00 refused',
    ]);
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['past-due', ['on-hold']]);
    await shop.act({ type: 'retry-due', agreementId: id });
    expect(doors(shop, id)).toEqual(['on-hold']);
    await shop.act({ type: 'change-card', agreementId: id, card: { token: 'other', last4: '0043' } });
    expect(shop.asked().at(-1)).toBe('2027-01-24 194.00');
    expect([shop.agreement(id).status, doors(shop, id), shop.agreement(id).next?.at]).toEqual([
      'active',
      ['open'],
      at('2027-02-23'),
    ]);
    await shop.goTo(at('2027-04-01'));
    expect([shop.agreement(id).status, sum(later(shop.agreement(id)).map((p) => p.amount))]).toEqual([
      'paid-off',
      4 * 9_700,
    ]);
    expect(mails(shop).slice(-2)).toEqual(['2027-03-23 payment', '2027-03-23 paid-off']);
  });

  test('paid late on the last day of grace: nothing closed, the dates stand', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START, refusing(1, 4));
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-30', '12:00'));
    expect([shop.agreement(id).status, doors(shop, id), shop.agreement(id).next?.at]).toEqual([
      'active',
      ['open'],
      at('2027-01-23'),
    ]);
    expect(
      shop.ports.batches.flatMap((b) => b.events).some((e) => e.type === 'pass.held' || e.type === 'pass.closed'),
    ).toBe(false);
  });

  test('at the trial’s end: access stays open in grace, then it ends; the bank’s question counts as refused and is made impossible', async () => {
    const shop = await shopInMemory(
      releaseWith([monthly('100', { trial: { days: '14', fee: '1' } })]),
      START,
      (_, n) => (n === 0 ? { status: 'paid', paymentId: '' } : { status: 'waits-for-bank', confirmAt: '/bank' }),
    );
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-07', '11:00'));
    expect([shop.agreement(id).status, shop.agreement(id).pastDue?.reason, doors(shop, id)]).toEqual([
      'past-due',
      'needs-bank',
      ['open'],
    ]);
    expect(shop.runner.state.pending.size).toBe(0);
    await shop.goTo(at('2027-02-01'));
    expect(shop.agreement(id).ended?.why).toBe('unpaid');
  });
});

describe('pausing', () => {
  test('paid to 20 April, paused 10 April to 1 September: 11 September, 11 October', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), at('2026-03-20'));
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-04-10', '18:00'));
    expect(await shop.act({ type: 'pause', agreementId: id, until: '2026-09-01', by: 'buyer' })).toBe('done');
    expect([shop.agreement(id).status, doors(shop, id)]).toEqual(['paused', ['on-hold']]);
    await shop.goTo(at('2026-10-30'));
    expect(shop.asked()).toEqual(['2026-03-20 12.00', '2026-09-11 12.00', '2026-10-11 12.00']);
    // The wall clock in Lisbon stays 10:00, in winter and in summer.
    expect(later(shop.agreement(id)).map((p) => p.dues[0]?.at)).toEqual([
      '2026-09-11T09:00:00.000Z',
      '2026-10-11T09:00:00.000Z',
    ]);
  });

  test('over a due day nothing is charged; a plan stays open; come back now', async () => {
    const shop = await shopInMemory(releaseWith([{ kind: 'plan', amount: '97', payments: '3' }]), START);
    const { id } = await shop.buy({});
    await shop.act({ type: 'pause', agreementId: id, until: null, by: 'seller' });
    await shop.goTo(at('2027-02-01'));
    expect([shop.asked().length, doors(shop, id)]).toEqual([1, ['open']]);
    await shop.act({ type: 'return', agreementId: id, on: null });
    expect(shop.agreement(id).next).toEqual({ n: 2, at: at('2027-03-03') });
    expect(dueAfterReturn(at('2027-02-01', '15:00'), 0, { at: START }, ZONE)).toEqual({ at: at('2027-02-02') });
  });

  test('only when active; the due day moves later to the first such day', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12', { trial: { days: '14', fee: '' } })]), START);
    const { id } = await shop.buy({});
    expect(await shop.act({ type: 'pause', agreementId: id, until: null, by: 'buyer' })).toMatch(
      /A trial can’t be paused/,
    );
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'move-due-day', agreementId: id, day: { of: 'month', day: 31 } });
    expect(shop.agreement(id).next).toEqual({ n: 2, at: at('2027-01-31') });
    await shop.goTo(at('2027-04-01'));
    expect(later(shop.agreement(id)).map((p) => p.at.slice(0, 10))).toEqual([
      '2026-12-07',
      '2027-01-31',
      '2027-02-28',
      '2027-03-31',
    ]);
    expect(movedDueDay(START, { of: 'week', day: 5 }, { at: START }, ZONE)).toEqual({ at: at('2026-11-27') });
  });
});

describe('stopping', () => {
  test('at the end of what is paid; taken back before it; then all dates stand', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'cancel', agreementId: id, when: 'end', giveBack: false, by: 'buyer' });
    expect([shop.agreement(id).status, shop.agreement(id).endsAt, doors(shop, id)]).toEqual([
      'ending',
      at('2026-12-23'),
      ['open'],
    ]);
    await shop.act({ type: 'keep', agreementId: id });
    expect([shop.agreement(id).status, shop.agreement(id).next]).toEqual(['active', { n: 2, at: at('2026-12-23') }]);
    await shop.act({ type: 'cancel', agreementId: id, when: 'end', giveBack: false, by: 'buyer' });
    await shop.goTo(at('2026-12-23', '10:30'));
    expect([shop.agreement(id).ended?.why, doors(shop, id), shop.asked().length]).toEqual(['cancelled', ['closed'], 1]);
  });

  test('now, with unused days back: 30.00 for 23 November to 23 December, ended 10 December: 13.00', async () => {
    const shop = await shopInMemory(releaseWith([monthly('30')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'cancel', agreementId: id, when: 'now', giveBack: true, by: 'seller' });
    expect([shop.ports.refunds.map((r) => r.amount), shop.agreement(id).status, doors(shop, id)]).toEqual([
      [1_300],
      'ended',
      ['closed'],
    ]);
    expect(
      unusedOf(
        { from: START, until: at('2026-12-23'), amount: 3_000, paymentId: 'x', credits: [] },
        0,
        at('2026-12-10'),
        ZONE,
      ),
    ).toBe(1_300);
  });

  test('in a trial: access to its end, fee and set-up are kept, set-up with the first payment never falls due', async () => {
    const shop = await shopInMemory(
      releaseWith([
        monthly('199', {
          trial: { days: '7', fee: '1' },
          setUp: { amount: '50', label: 'set-up', when: 'with-first-payment' },
        }),
      ]),
      START,
    );
    const { id } = await shop.buy({});
    await shop.act({ type: 'cancel', agreementId: id, when: 'end', giveBack: false, by: 'buyer' });
    expect(shop.agreement(id).endsAt).toBe(at('2026-11-30'));
    await shop.goTo(at('2027-02-01'));
    expect([shop.asked(), doors(shop, id)]).toEqual([['2026-11-23 1.00'], ['closed']]);
  });

  test('past due: at once, nothing owed. A plan cannot be stopped after its trial, but paid at once or ended by the seller', async () => {
    const shop = await shopInMemory(
      releaseWith([monthly('12'), { kind: 'plan', amount: '97', payments: '4' }]),
      START,
      (_, n) => (n === 2 ? { status: 'refused', reason: 'expired' } : { status: 'paid', paymentId: '' }),
    );
    const { id } = await shop.buy({});
    const plan = (await shop.buy({ i: 1 })).id;
    await shop.goTo(at('2026-12-23', '10:30'));
    await shop.act({ type: 'cancel', agreementId: id, when: 'end', giveBack: false, by: 'buyer' });
    expect([
      shop.agreement(id).status,
      shop.agreement(id).owed.length === 0 || shop.agreement(id).status === 'ended',
    ]).toEqual(['ended', true]);
    expect(await shop.act({ type: 'cancel', agreementId: plan, when: 'end', giveBack: false, by: 'buyer' })).toMatch(
      /price paid in instalments/,
    );
    await shop.act({ type: 'pay-rest', agreementId: plan });
    expect([shop.agreement(plan).status, shop.asked().at(-1), doors(shop, plan)]).toEqual([
      'paid-off',
      '2026-12-23 194.00',
      ['open'],
    ]);
  });

  test('once more after it ended: today’s terms without a trial; a running one is not sold twice', async () => {
    const live = releaseWith([monthly('100', { trial: { days: '14', fee: '1' } })]);
    const shop = await shopInMemory(live, START);
    const { id } = await shop.buy({});
    await expect(shop.buy({})).rejects.toThrow(/already has this subscription/);
    await shop.act({ type: 'cancel', agreementId: id, when: 'now', giveBack: false, by: 'seller' });
    const again = await shop.buy({});
    expect([again.terms.trial, shop.asked().at(-1)]).toEqual([undefined, '2026-11-23 100.00']);
  });
});

describe('switching and replacing', () => {
  test('unused days pay first, now is the anchor; then a refund takes back only what was paid', async () => {
    const shop = await shopInMemory(
      releaseWith([
        monthly('30'),
        monthly('100', { trial: { days: '14', fee: '' }, setUp: { amount: '9', label: 'x', when: 'today' } }),
      ]),
      START,
    );
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    expect(await shop.act({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' })).toBe('done');
    const next = [...shop.runner.state.agreements.values()].at(-1);
    if (!next) throw new Error('no agreement');
    expect(shop.asked().at(-1)).toBe('2026-12-10 87.00');
    expect([shop.agreement(id).ended?.why, next.status, next.next, creditOf(next.credits)]).toEqual([
      'switched',
      'active',
      { n: 2, at: at('2027-01-10') },
      0,
    ]);
    expect([...doors(shop, id), ...doors(shop, next.id)]).toEqual(['closed', 'open']);
    const [note] = [...shop.runner.state.credits.values()];
    expect([note?.amount, note?.creditNote]).toEqual([1_300, 'C-00001']);
    expect(planAgreementRefund(shop.runner.state, next.id, 10_001)).toMatchObject({ refused: 'too-much' });
    await shop.act({ type: 'refund-agreement', agreementId: next.id, amount: null, ends: false, reason: '' });
    expect([shop.ports.refunds.map((r) => r.amount), shop.agreement(next.id).status, doors(shop, next.id)]).toEqual([
      // By the card, and what credit paid to the payment it came from.
      [8_700, 1_300],
      'ended',
      ['closed'],
    ]);
    // What is left of the first payment can go back too, and no more.
    expect(planAgreementRefund(shop.runner.state, id, null)).toMatchObject({ amount: 1_700 });
  });

  test('to something cheaper: the rest of the credit pays later dues, and goes back when it ends', async () => {
    const shop = await shopInMemory(releaseWith([monthly('300'), monthly('50')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-08'));
    await shop.act({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' });
    const next = [...shop.runner.state.agreements.values()].at(-1);
    if (!next) throw new Error('no agreement');
    // 15 of 30 days unused: 150.00, of which 50.00 pays at once.
    expect([creditOf(next.credits), shop.asked().length]).toEqual([10_000, 1]);
    await shop.goTo(at('2027-01-09'));
    expect([creditOf(shop.agreement(next.id).credits), shop.asked().length]).toEqual([5_000, 1]);
    await shop.act({ type: 'cancel', agreementId: next.id, when: 'now', giveBack: false, by: 'seller' });
    expect(shop.ports.refunds.map((r) => r.amount)).toEqual([5_000]);
    expect(shop.runner.state.counts.creditNotes).toBe(1);
  });

  test('in a trial nothing is due, and the new terms begin at its end', async () => {
    const shop = await shopInMemory(
      releaseWith([monthly('30', { trial: { days: '14', fee: '1' } }), monthly('100')]),
      START,
    );
    const { id } = await shop.buy({});
    await shop.act({ type: 'switch', agreementId: id, offerId: 'off_1', priceId: 'pr_1' });
    await shop.goTo(at('2026-12-07', '11:00'));
    expect(shop.asked()).toEqual(['2026-11-23 1.00', '2026-12-07 100.00']);
  });

  test('a life-long offer replaces a subscription for whoever is signed in; unused days lower today’s amount', async () => {
    const live = releaseWith([monthly('30'), { kind: 'once', amount: '200' }], {
      edit: (c) => {
        const p = c.offers.find((o) => o.id === 'off_1')?.prices[0];
        if (p) p.replaces = { offerId: 'off_0', credit: true };
      },
    });
    const shop = await shopInMemory(live, START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2026-12-10'));
    await shop.buy({ i: 1, person: 'u1', signedIn: true }).catch(() => undefined);
    expect([shop.asked().at(-1), shop.agreement(id).ended?.why, doors(shop, id)]).toEqual([
      '2026-12-10 187.00',
      'replaced',
      ['closed'],
    ]);
  });
});

describe('coupons and tax', () => {
  const withCoupon = (known: Parameters<typeof newCoupon>[2], terms: DraftTermsGiven[], shop = {}) =>
    releaseWith(terms, { shop, edit: (c) => c.coupons.push(newCoupon('cp', 'EUR', { code: 'SPRING', ...known })) });

  test('half off the first payment after a 1.00 trial: 1.00 today, 50.00 at the trial’s end, then 100.00', async () => {
    const shop = await shopInMemory(
      withCoupon({ percent: '50', acts: 'first', payments: '1' }, [
        monthly('100', { trial: { days: '14', fee: '1' } }),
      ]),
      START,
    );
    await shop.buy({ coupon: ' spring ' });
    await shop.goTo(at('2027-01-08'));
    expect(shop.asked()).toEqual(['2026-11-23 1.00', '2026-12-07 50.00', '2027-01-07 100.00']);
  });

  test('an amount larger than the price makes it free: nothing is asked for, the card is verified, access opens', async () => {
    const shop = await shopInMemory(withCoupon({ takes: 'amount', amount: '500' }, [monthly('12')]), START);
    const { id } = await shop.buy({ coupon: 'SPRING' });
    await shop.goTo(at('2027-02-01'));
    // What comes to nothing is no payment and has no number; three dues have passed all the same.
    const { payments, lastDue } = shop.agreement(id);
    expect([shop.asked(), doors(shop, id), payments, lastDue, shop.runner.state.counts.receipts]).toEqual([
      ['2026-11-23 0.00'],
      ['open'],
      [],
      3,
      0,
    ]);
  });

  test('used up between looking and paying: refused with the reason, nothing asked', async () => {
    const live = withCoupon({ percent: '50', limit: { inAll: '1', each: '' } }, [monthly('12')]);
    const shop = await shopInMemory(live, START);
    await shop.buy({ coupon: 'SPRING' });
    await expect(shop.buy({ coupon: 'SPRING', person: 'u2' })).rejects.toThrow(
      'The code SPRING has been used too often. Nothing was charged.',
    );
    expect(shop.asked()).toHaveLength(1);
  });

  test('an amount is spread by largest remainder and never more than the price', () => {
    expect(spreadAmount(1_000, [3_333, 3_333, 3_334])).toEqual([333, 333, 334]);
    // A share is not cut to the first payment: it acts on each that it covers.
    expect(spreadAmount(9_999, [100, 200])).toEqual([3_333, 6_666]);
  });

  test('reverse charge: 121.00 in the Netherlands becomes 100.00 for a business elsewhere in the EU', async () => {
    const tax = {
      how: 'included' as const,
      home: 'PT',
      rates: [
        { country: 'NL', rate: 2_100, from: null },
        { country: 'PT', rate: 2_300, from: null },
      ],
    };
    const shop = await shopInMemory(releaseWith([monthly('121')], { shop: { tax } }), START);
    await shop.buy({ country: 'NL', vatNumber: 'NL004495445B01', person: 'u2' });
    await shop.goTo(at('2026-12-24'));
    expect(shop.asked().slice(-2)).toEqual(['2026-11-23 100.00', '2026-12-23 100.00']);
    await expect(shop.buy({ country: 'NL', vatNumber: 'NL004495445B02x', person: 'u3' })).rejects.toThrow(
      /can’t be right/,
    );
    await expect(shop.buy({ country: 'DE', vatNumber: 'NL004495445B01', person: 'u3' })).rejects.toThrow(
      /a different country/,
    );
    expect(withTax(2_000, { how: 'on-top', rate: 2_300, reverse: false })).toEqual({ amount: 2_460, tax: 460 });
  });

  test('tax goes back in proportion: 27.00 with 4.31 in three parts is 1.44, 1.43, 1.44', async () => {
    const tax = { how: 'included' as const, home: 'DE', rates: [{ country: 'DE', rate: 1_900, from: null }] };
    const shop = await shopInMemory(releaseWith([monthly('27')], { shop: { tax } }), START);
    const { id } = await shop.buy({ country: 'DE' });
    const backs: number[] = [];
    for (let i = 0; i < 3; i += 1) {
      await shop.act({ type: 'refund-agreement', agreementId: id, amount: 900, ends: false, reason: '' });
      backs.push([...shop.runner.state.refunds.values()].at(-1)?.shares[0]?.tax ?? 0);
    }
    expect(backs).toEqual([144, 143, 144]);
  });

  test('a rate that changes: included, the buyer’s sum stays; on top, the net stays', async () => {
    for (const [how, sums] of [
      ['included', ['2026-11-23 12.00', '2026-12-23 12.00', '2027-01-23 12.00']],
      ['on-top', ['2026-11-23 14.28', '2026-12-23 14.28', '2027-01-23 14.40']],
    ] as const) {
      const tax = {
        how,
        home: 'DE',
        rates: [
          { country: 'DE', rate: 1_900, from: null },
          { country: 'DE', rate: 2_000, from: '2027-01-01' },
        ],
      };
      const shop = await shopInMemory(releaseWith([monthly('12')], { shop: { tax } }), START);
      await shop.buy({ country: 'DE' });
      await shop.goTo(at('2027-01-24'));
      expect(shop.asked()).toEqual(sums);
      // On top, the buyer hears of it 14 days before; included, nothing changes for them.
      expect(mails(shop).filter((m) => m.includes('amount'))).toEqual(
        how === 'on-top' ? ['2027-01-09 amount-changes'] : [],
      );
    }
  });

  test('a changed rate is told before the due after a trial, a pause and a moved due day as well', async () => {
    const tax = {
      how: 'on-top' as const,
      home: 'DE',
      rates: [
        { country: 'DE', rate: 1_900, from: null },
        { country: 'DE', rate: 2_000, from: '2027-02-01' },
      ],
    };
    const told = async (
      terms: Parameters<typeof monthly>[1],
      act: (shop: Awaited<ReturnType<typeof shopInMemory>>, id: string) => Promise<unknown>,
    ): Promise<string[]> => {
      const shop = await shopInMemory(releaseWith([monthly('12', terms)], { shop: { tax } }), START);
      await shop.buy({ country: 'DE' });
      const id = [...shop.runner.state.agreements.keys()][0] ?? '';
      await shop.goTo(at('2026-12-30'));
      await act(shop, id);
      await shop.goTo(at('2027-03-01'));
      return mails(shop).filter((m) => /amount|due-day/.test(m));
    };
    // Bought on 23 November: the trial's end, the day after the pause, the moved day.
    expect(await told({ trial: { days: '80', fee: '' } }, async () => undefined)).toEqual([
      '2027-01-28 amount-changes',
    ]);
    expect(
      await told({}, (shop, agreementId) =>
        shop.act({ type: 'pause', agreementId, until: '2027-01-25', by: 'seller' }),
      ),
    ).toEqual(['2027-02-04 amount-changes']);
    expect(
      await told({}, (shop, agreementId) =>
        shop.act({ type: 'move-due-day', agreementId, day: { of: 'month', day: 10 } }),
      ),
    ).toEqual(['2026-12-30 due-day', '2027-01-27 amount-changes']);
  });

  test('a price that rises by sales or by date, to a ceiling, and stays for whoever is at checkout', async () => {
    const rising = (rise: Partial<NonNullable<ReturnType<typeof newPrice>['rise']>>) =>
      releaseWith([monthly('12')], {
        edit: (c) => {
          const p = c.offers.at(-1)?.prices[0];
          if (p) p.rise = { by: '1', every: 'sales', sales: '2', dates: '', ceiling: '14', ...rise };
        },
      });
    const shop = await shopInMemory(rising({}), START);
    for (let i = 0; i < 8; i += 1) await shop.buy({ person: `u${i}` });
    expect(shop.asked().map((a) => a.slice(11))).toEqual([
      '12.00',
      '12.00',
      '13.00',
      '13.00',
      '14.00',
      '14.00',
      '14.00',
      '14.00',
    ]);
    const byDate = await shopInMemory(rising({ every: 'dates', dates: '2026-12-01', ceiling: '13' }), START);
    await byDate.buy({});
    byDate.ports.setNow(at('2026-12-01', '00:00'));
    await byDate.buy({ person: 'u2' });
    expect(byDate.asked().map((a) => a.slice(11))).toEqual(['12.00', '13.00']);
  });
});

describe('time that passes unseen', () => {
  const offers: DraftTermsGiven[] = [
    monthly('12', { trial: { days: '14', fee: '1' } }),
    { kind: 'plan', amount: '97', payments: '4', every: { count: '2', unit: 'week' } },
    monthly('3', { every: { count: '1', unit: 'week' } }),
  ];
  // Whether a card goes through depends on which try it is, not on when it is made.
  const fickle = ({ key }: ChargeRequest): ChargeAnswer =>
    [...key].reduce((h, c) => (h * 31 + c.charCodeAt(0)) % 1_009, 7) % 4 === 0
      ? { status: 'refused', reason: 'x' }
      : { status: 'paid', paymentId: '' };

  async function run(step: (shop: MemoryShop, end: Instant) => Promise<void>): Promise<string[]> {
    const shop = await shopInMemory(releaseWith(offers), START, fickle);
    for (let i = 0; i < 9; i += 1) await shop.buy({ i: i % 3, person: `u${i}` }).catch(() => undefined);
    await step(shop, at('2027-05-01'));
    return [...shop.runner.state.agreements.values()].flatMap((a) =>
      later(a).flatMap((p) => p.dues.map((d) => `${a.personId} ${a.priceId} ${d.n} ${d.at} ${d.amount}`)),
    );
  }
  const inSteps =
    (hours: number) =>
    async (shop: MemoryShop, end: Instant): Promise<void> => {
      for (let now = START; now < end; now = addMs(now, hours * HOUR)) {
        shop.ports.setNow(now);
        await shop.runner.settle();
        // Twice changes nothing.
        await shop.runner.settle();
      }
      shop.ports.setNow(end);
      await shop.runner.settle();
    };

  test('exactly on time, every six hours, or up to 47 hours late: the same amounts for the same dues', async () => {
    const onTime = (await run((shop, end) => shop.goTo(end))).sort();
    expect(onTime.length).toBeGreaterThan(25);
    expect((await run(inSteps(6))).sort()).toEqual(onTime);
    expect((await run(inSteps(47))).sort()).toEqual(onTime);
  });

  test('killed at every step of a renewal run: it ends the same', async () => {
    const whole = await shopInMemory(releaseWith(offers), START, fickle);
    for (let i = 0; i < 6; i += 1) await whole.buy({ i: i % 3, person: `u${i}` });
    const before = whole.ports.batches.length;
    await whole.goTo(at('2026-12-09'));
    const wanted = whole.asked();
    for (let kill = 1; kill <= whole.ports.batches.length - before; kill += 1) {
      const shop = await shopInMemory(releaseWith(offers), START, fickle);
      for (let i = 0; i < 6; i += 1) await shop.buy({ i: i % 3, person: `u${i}` });
      const append = shop.ports.journal.append.bind(shop.ports.journal);
      let count = 0;
      // Whatever was under way when the power went never comes back; what is on the disk is all there is.
      let cut = (): void => undefined;
      const power = new Promise<void>((resolve) => (cut = resolve));
      shop.ports.journal.append = (batch) => {
        if ((count += 1) < kill) return append(batch);
        cut();
        return new Promise<void>(() => undefined);
      };
      await Promise.race([shop.goTo(at('2026-12-09')), power]);
      // What was under way beside it comes to where it waits for the disk, too.
      for (let i = 0; i < 20; i += 1) await new Promise(setImmediate);
      shop.ports.journal.append = append;
      await shop.restart();
      await shop.goTo(at('2026-12-09'));
      expect([
        kill,
        shop
          .asked()
          .map((a) => a.slice(10))
          .sort(),
      ]).toEqual([kill, wanted.map((a) => a.slice(10)).sort()]);
      expect([...shop.runner.state.agreements.values()].map((a) => [a.status, a.payments.length])).toEqual(
        [...whole.runner.state.agreements.values()].map((a) => [a.status, a.payments.length]),
      );
    }
  });

  test('off for three months: after the owner’s yes nobody is charged for the time between', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12'), monthly('12')]), START);
    const { id } = await shop.buy({});
    const trial = (await shop.buy({ i: 1, person: 'u2' })).id;
    await shop.goTo(at('2026-12-10'));
    const from = shop.runner.now();
    const to = at('2027-03-10', '08:00');
    shop.ports.setNow(to);
    expect(await shop.act({ type: 'confirm-gap', from, to })).toBe('done');
    expect(shop.asked()).toHaveLength(2);
    // 13 days were left: they come after the return.
    expect([shop.agreement(id).next, shop.agreement(trial).next]).toEqual([
      { n: 2, at: at('2027-03-23') },
      { n: 2, at: at('2027-03-23') },
    ]);
    await shop.goTo(addMs(to, 20 * DAY));
    expect(shop.asked().slice(2)).toEqual(['2027-03-23 12.00', '2027-03-23 12.00']);
  });
});

describe('disputes', () => {
  test('no dues and no access until decided; won: as before, missed dues as in a pause; lost: it ends', async () => {
    for (const won of [true, false]) {
      const shop = await shopInMemory(releaseWith([monthly('12')]), START);
      const { id } = await shop.buy({});
      await shop.goTo(at('2026-12-24'));
      const payment = later(shop.agreement(id))[0]?.paymentId ?? '';
      await shop.goTo(at('2027-01-13'));
      await shop.act({
        type: 'open-dispute',
        disputeId: 'd1',
        paymentId: payment,
        amount: 1_200,
        answerBy: at('2027-02-01'),
      });
      await shop.goTo(at('2027-02-01'));
      expect([shop.asked().length, doors(shop, id)]).toEqual([2, ['on-hold']]);
      await shop.act({ type: 'close-dispute', disputeId: 'd1', won });
      if (won)
        expect([shop.agreement(id).status, shop.agreement(id).next?.at, doors(shop, id)]).toEqual([
          'active',
          at('2027-02-11'),
          ['open'],
        ]);
      else
        expect([shop.agreement(id).ended?.why, later(shop.agreement(id))[0]?.lost, doors(shop, id)]).toEqual([
          'dispute-lost',
          1_200,
          ['closed'],
        ]);
    }
  });

  test('two at once: on hold until both are decided, and the days left are those of when the one began that a due moment passed in', async () => {
    for (const [order, next] of [
      [['d1', 'd2'], '2027-02-06'],
      [['d2', 'd1'], '2027-02-11'],
    ] as const) {
      const shop = await shopInMemory(releaseWith([monthly('12')]), START);
      const { id } = await shop.buy({});
      await shop.goTo(at('2026-12-24'));
      const laterOne = later(shop.agreement(id))[0]?.paymentId ?? '';
      const first = shop.runner.state.orders.get(shop.agreement(id).orderId)?.payments[0]?.id ?? '';
      const open = (disputeId: string, paymentId: string): Promise<unknown> =>
        shop.act({ type: 'open-dispute', disputeId, paymentId, amount: 1_200, answerBy: at('2027-02-01') });
      await shop.goTo(at('2027-01-13'));
      await open('d1', laterOne);
      await shop.goTo(at('2027-01-18'));
      await open('d2', first);
      await shop.goTo(at('2027-01-20'));
      await shop.act({ type: 'close-dispute', disputeId: order[0] ?? '', won: true });
      await shop.goTo(at('2027-02-01'));
      expect([shop.asked().length, doors(shop, id)]).toEqual([2, ['on-hold']]);
      await shop.act({ type: 'close-dispute', disputeId: order[1] ?? '', won: true });
      expect([shop.agreement(id).next?.at, doors(shop, id)]).toEqual([at(next), ['open']]);
    }
  });

  test('two at once, the first lost: it ends there, and the other decided for the shop opens nothing again', async () => {
    const shop = await shopInMemory(releaseWith([monthly('12')]), START);
    const { id } = await shop.buy({});
    await shop.goTo(at('2027-01-24'));
    const [one, two] = later(shop.agreement(id)).map((p) => p.paymentId ?? '');
    const open = (disputeId: string, paymentId = ''): Promise<unknown> =>
      shop.act({ type: 'open-dispute', disputeId, paymentId, amount: 1_200, answerBy: at('2027-03-01') });
    await open('d1', one);
    await open('d2', two);
    await shop.act({ type: 'close-dispute', disputeId: 'd1', won: false });
    expect([shop.agreement(id).ended?.why, doors(shop, id)]).toEqual(['dispute-lost', ['closed']]);
    await shop.act({ type: 'close-dispute', disputeId: 'd2', won: true });
    expect([shop.agreement(id).ended?.why, doors(shop, id)]).toEqual(['dispute-lost', ['closed']]);
  });
});
