import { describe, expect, test } from '@jest/globals';
import { accessInWords, freshProduct, newCoupon, type Posted, richFromPlain, type Work } from '#core/catalogue';
import { quoteFor } from '#core/checkout';
import { type DraftContent, launchCheck, unsealContent } from '#core/release';
import { storyOfOrder } from '#core/drawing';
import { rehearse, standingOf, taskState, taskUnits } from '#core/shop';
import { selling } from '../../support/membership';
import {
  codeOf,
  type DraftTermsGiven,
  type MemoryShop,
  pick,
  releaseWith,
  shopInMemory,
} from '../../support/shopInMemory';

const START = '2026-06-15T08:00:00.000Z';
const ONCE = { kind: 'once', amount: '30' } as const;
const CARDS: Posted = { ...freshProduct('posted', 'cards', 'Field cards'), promise: 'A promise' };
const ADVICE: Work = {
  ...freshProduct('work', 'advice', 'A recording heard through'),
  promise: 'A promise',
  next: richFromPlain('Send me your recording.'),
};
const TO_PORTO = { country: 'PT', addressKey: 'cart' };
const FEES = { fee: 900, byCountry: { PT: 250, DE: 400 } };

const shopWith = (
  terms: readonly DraftTermsGiven[],
  {
    tax = null,
    opened = ['cards'],
    forAWeek = false,
  }: { tax?: object | null; opened?: string[]; forAWeek?: boolean } = {},
): Promise<MemoryShop> =>
  shopInMemory(
    releaseWith(terms, {
      shop: { ...(tax ? { tax: tax as never } : {}) },
      edit: (content) => {
        selling([CARDS, ADVICE], ...opened)(content);
        for (const offer of content.offers.filter(({ id }) => /^off_\d/.test(id)))
          for (const price of offer.prices) {
            price.sending = FEES;
            if (forAWeek) price.access = { ...price.access, kind: 'for', count: '1', unit: 'week' };
            if (price.terms.kind === 'once') price.limit = { inAll: '', each: '', perOrder: '5' };
          }
      },
    }),
    START,
  );
const tasks = (shop: MemoryShop) => [...shop.runner.state.tasks.values()];
const states = (shop: MemoryShop): string[] => tasks(shop).map((task) => taskState(shop.runner.state, task));
const finish = (shop: MemoryShop, n = 0): Promise<string> =>
  codeOf(shop, {
    type: 'finish-task',
    passId: tasks(shop)[n]?.passId ?? '',
    carrier: 'Post',
    number: 'LX 1',
    note: 'Enjoy',
  });
const quoted = (shop: MemoryShop, more: object) => {
  const live = shop.ports.releases.get(1)!;
  const choice = { ...pick(0), ...more };
  const standing = standingOf(shop.runner.state, { ...choice, startedAt: START }, { now: START, release: live });
  const quote = quoteFor(live, choice, START, standing);
  if ('refused' in quote) throw new Error(quote.refused);
  return quote;
};

describe('what sending costs', () => {
  test('once an order’s line, by country, beside the price and taxed like it', async () => {
    const plain = await shopWith([ONCE]);
    const line = (more: object) => quoted(plain, more).lines[0];
    expect(line({ sendTo: TO_PORTO })).toMatchObject({ dueToday: 3_250, sending: { fee: 250 } });
    expect(line({ sendTo: { ...TO_PORTO, country: 'US' } })).toMatchObject({ dueToday: 3_900, sending: { fee: 900 } });
    expect(line({ sendTo: { ...TO_PORTO, country: 'DE' }, quantity: 3 })).toMatchObject({ dueToday: 9_400 });
    // 23 % on top of 30.00 and of 2.50: 36.90 and 3.08 (3.075, half away from zero).
    const onTop = await shopWith([ONCE], {
      tax: { how: 'on-top', home: 'PT', rates: [{ country: 'PT', rate: 2300, from: null }] },
    });
    const taxed = quoted(onTop, { sendTo: TO_PORTO, country: 'PT' });
    expect([taxed.dueToday, taxed.lines[0]?.tax, taxed.lines[0]?.sending?.fee]).toEqual([3_998, 748, 308]);
    // What is not sent costs no sending, whatever its price says.
    const work = await shopWith([ONCE], { opened: ['advice'] });
    expect(quoted(work, { sendTo: TO_PORTO }).lines[0]).toMatchObject({ dueToday: 3_000 });
    expect(quoted(work, { sendTo: TO_PORTO }).lines[0]?.sending).toBeUndefined();
  });

  test('only with the first payment of a plan', async () => {
    const shop = await shopWith([{ kind: 'plan', amount: '10', payments: '3' }]);
    const quote = quoted(shop, { sendTo: TO_PORTO });
    expect([quote.dueToday, ...quote.dueLater.map(({ amount }) => amount)]).toEqual([1_250, 1_000, 1_000]);
  });

  test('nothing that is sent is sold without a place to send it to', async () => {
    const shop = await shopWith([ONCE]);
    await expect(shop.order({})).rejects.toThrow('Part of this is sent by post');
    expect(shop.asked()).toEqual([]);
    await shop.order({ sendTo: TO_PORTO });
    expect(shop.asked()).toEqual(['2026-06-15 32.50']);
  });
});

describe('parcels with each payment of a subscription', () => {
  const ON_TOP = { how: 'on-top' as const, home: 'PT', rates: [{ country: 'PT', rate: 2_300, from: null }] };
  const monthlyShop = (more: Partial<DraftTermsGiven> = {}, parcels = 1, tax: object | null = ON_TOP) =>
    shopInMemory(
      releaseWith([{ kind: 'subscription', amount: '20', ...more }], {
        shop: { zone: 'UTC', ...(tax ? { tax: tax as never } : {}) },
        edit: (content) => {
          selling([CARDS, ADVICE], 'cards')(content);
          for (const offer of content.offers.filter(({ id }) => id === 'off_0'))
            for (const price of offer.prices)
              price.sending = { fee: 450, byCountry: { FR: 700 }, notTo: ['AU'], parcels };
        },
      }),
      '2026-11-23T10:00:00.000Z',
    );
  const asked = (shop: MemoryShop) => shop.asked().map((one) => one.slice(5));

  test('20.00 and 4.50, 23 % on top: 30.14 each month, and a parcel with each', async () => {
    const shop = await monthlyShop();
    await shop.order({ sendTo: TO_PORTO, country: 'PT' });
    await shop.goTo('2027-01-24T00:00:00.000Z');
    expect(asked(shop)).toEqual(['11-23 30.14', '12-23 30.14', '01-23 30.14']);
    expect([states(shop), tasks(shop).map(({ passId }) => shop.runner.state.passes.get(passId)?.waits?.units)]).toEqual(
      [
        ['waiting', 'waiting', 'waiting'],
        [1, 1, 1],
      ],
    );
    await shop.restart();
    expect(states(shop)).toHaveLength(3);
  });

  test('three parcels are sent for three times as much, and are one task', async () => {
    const shop = await monthlyShop({}, 3, null);
    await shop.order({ sendTo: { ...TO_PORTO, country: 'FR' }, country: 'FR' });
    await shop.goTo('2026-12-24T00:00:00.000Z');
    // 20.00 + 3 × 7.00
    expect(asked(shop)).toEqual(['11-23 41.00', '12-23 41.00']);
    expect(tasks(shop).map((task) => taskUnits(shop.runner.state, shop.runner.state.passes.get(task.passId)!))).toEqual(
      [3, 3],
    );
  });

  test('a trial’s fee brings none; the first full payment does', async () => {
    const shop = await monthlyShop({ trial: { days: '14', fee: '1' } }, 1, null);
    await shop.order({ sendTo: TO_PORTO, country: 'PT' });
    expect([asked(shop), states(shop)]).toEqual([['11-23 1.00'], []]);
    await shop.goTo('2026-12-08T00:00:00.000Z');
    expect([asked(shop), states(shop)]).toEqual([['11-23 1.00', '12-07 24.50'], ['waiting']]);
  });

  test('unused days leave sending out; what is not sent then is not, and its sending is refunded whole', async () => {
    const cancelled = async (sent: boolean) => {
      const shop = await monthlyShop();
      const a = await shop.buy({ sendTo: TO_PORTO, country: 'PT' });
      if (sent) await finish(shop);
      await shop.goTo('2026-12-03T10:00:00.000Z');
      await shop.act({ type: 'cancel', agreementId: a.id, when: 'now', giveBack: true, by: 'seller' });
      return [shop.ports.refunds.map(({ amount }) => amount), states(shop)];
    };
    // 20 of 30 days of 24.60 are 16.40; sending was 5.54 (4.50 and 23 %: 5.535, half away from zero).
    expect(await cancelled(true)).toEqual([[1_640], ['done']]);
    expect(await cancelled(false)).toEqual([[2_194], ['fallen-away']]);
  });

  test('credit that pays a month with its sending: of the unused days no more comes back than the goods', async () => {
    const shop = await shopInMemory(
      releaseWith(
        [
          { kind: 'subscription', amount: '100' },
          { kind: 'subscription', amount: '20' },
        ],
        {
          shop: { zone: 'UTC' },
          edit: (content) => {
            selling([CARDS], 'cards')(content);
            for (const offer of content.offers)
              for (const price of offer.prices) price.sending = { fee: 450, byCountry: {}, parcels: 1 };
          },
        },
      ),
      '2026-11-23T10:00:00.000Z',
    );
    const a = await shop.buy({ sendTo: TO_PORTO });
    await shop.goTo('2026-12-16T10:00:00.000Z');
    await shop.act({ type: 'switch', agreementId: a.id, offerId: 'off_1', priceId: 'pr_1' });
    // 7 of 30 days of 100.00 are 23.33; they pay of 24.50, and the card 1.17.
    expect(asked(shop)).toEqual(['11-23 104.50', '12-16 1.17']);
    const b = [...shop.runner.state.agreements.values()].at(-1)?.id ?? '';
    for (const task of tasks(shop))
      await codeOf(shop, { type: 'finish-task', passId: task.passId, carrier: '', number: '', note: '' });
    await shop.act({ type: 'cancel', agreementId: b, when: 'now', giveBack: true, by: 'seller' });
    // All of the month is left: 20.00 of goods, by credit; sending is used.
    expect(shop.ports.refunds.map(({ amount }) => amount)).toEqual([2_000]);
  });

  test('a coupon that pays for the goods leaves sending', async () => {
    const shop = await shopInMemory(
      releaseWith([{ kind: 'subscription', amount: '20' }], {
        shop: { zone: 'UTC' },
        edit: (content) => {
          selling([CARDS], 'cards')(content);
          for (const offer of content.offers)
            for (const price of offer.prices) price.sending = { fee: 450, byCountry: {}, parcels: 1 };
          content.coupons.push(newCoupon('cp', 'EUR', { code: 'FREE', percent: '100', acts: 'first', payments: '2' }));
        },
      }),
      '2026-11-23T10:00:00.000Z',
    );
    await shop.order({ sendTo: TO_PORTO, coupon: 'FREE' });
    await shop.goTo('2027-01-24T00:00:00.000Z');
    expect([asked(shop), states(shop)]).toEqual([
      ['11-23 4.50', '12-23 4.50', '01-23 24.50'],
      ['waiting', 'waiting', 'waiting'],
    ]);
  });

  test('a country that it is not sent to is refused, before anything is asked', async () => {
    const shop = await monthlyShop();
    await expect(shop.order({ sendTo: { ...TO_PORTO, country: 'AU' }, country: 'PT' })).rejects.toThrow('Australia');
    expect(shop.asked()).toEqual([]);
  });

  test('one that was sold with one parcel goes on so', async () => {
    const shop = await shopWith([{ kind: 'subscription', amount: '20' }]);
    await shop.order({ sendTo: TO_PORTO });
    await shop.goTo('2026-08-01T00:00:00.000Z');
    expect([shop.asked().map((one) => one.slice(11)), states(shop)]).toEqual([['22.50', '20.00'], ['waiting']]);
  });

  test('a switch to one charges sending, and asks for an address where none is known', async () => {
    const switched = async (sendTo?: typeof TO_PORTO) => {
      const shop = await shopInMemory(
        releaseWith(
          [
            { kind: 'subscription', amount: '10' },
            { kind: 'subscription', amount: '20' },
          ],
          {
            shop: { zone: 'UTC' },
            edit: (content) => {
              selling([CARDS, ADVICE], 'advice')(content);
              for (const offer of content.offers.filter(({ id }) => id === 'off_1')) {
                offer.productIds = ['cards'];
                for (const price of offer.prices) price.sending = { fee: 450, byCountry: {}, parcels: 1 };
              }
            },
          },
        ),
        '2026-11-23T10:00:00.000Z',
      );
      const a = await shop.buy({});
      await shop.goTo('2026-12-03T10:00:00.000Z');
      const said = await codeOf(shop, { type: 'switch', agreementId: a.id, offerId: 'off_1', priceId: 'pr_1', sendTo });
      await shop.runner.settle();
      await shop.goTo('2027-01-04T00:00:00.000Z');
      return [said, asked(shop).slice(1), states(shop)];
    };
    // 20 of 30 days of 10.00 are 6.67: 24.50 − 6.67.
    expect(await switched(TO_PORTO)).toEqual([
      'done',
      ['12-03 17.83', '01-03 24.50'],
      ['waiting', 'waiting', 'waiting'],
    ]);
    expect(await switched()).toEqual(['address-needed', ['12-23 10.00'], ['waiting']]);
  });
});

test('an offer after payment that is sent by post asks where to, where its order does not say', async () => {
  const shop = await shopInMemory(
    releaseWith([ONCE, ONCE], {
      edit: (content) => {
        selling([CARDS, ADVICE], 'advice')(content);
        for (const offer of content.offers.filter(({ id }) => id === 'off_1')) {
          offer.productIds = ['cards'];
          for (const price of offer.prices) price.sending = FEES;
        }
      },
    }),
    START,
  );
  const order = await shop.order({});
  expect(await shop.accept(order.id, 1)).toBe('address-needed');
  expect(await shop.accept(order.id, 1, undefined, false, TO_PORTO)).toBe('done');
  expect(shop.asked().at(-1)).toBe('2026-06-15 32.50');
});

test('sold, it waits until it is sent; the buyer hears of it once; taken back, it waits again', async () => {
  const shop = await shopWith([ONCE]);
  await shop.order({ sendTo: TO_PORTO });
  expect(states(shop)).toEqual(['waiting']);
  expect([await finish(shop), await finish(shop)]).toEqual(['done', 'done']);
  await shop.runner.settle();
  expect(shop.ports.tasks.map(({ carrier, number, note }) => [carrier, number, note])).toEqual([
    ['Post', 'LX 1', 'Enjoy'],
  ]);
  await shop.restart();
  expect([states(shop), shop.ports.tasks.length]).toEqual([['done'], 1]);
  expect(await codeOf(shop, { type: 'reopen-task', passId: tasks(shop)[0]?.passId ?? '' })).toBe('done');
  expect(states(shop)).toEqual(['waiting']);
});

describe('what is under way with the money', () => {
  test('refunded, it need not be sent; of several, only what is left', async () => {
    const shop = await shopWith([ONCE]);
    const order = await shop.order({ sendTo: TO_PORTO, quantity: 3 });
    const pass = () => shop.runner.state.passes.get(tasks(shop)[0]?.passId ?? '')!;
    expect(taskUnits(shop.runner.state, pass())).toBe(3);
    await shop.act({
      type: 'refund',
      orderId: order.id,
      shares: [{ lineId: 'l1', amount: 3_000, units: 1 }],
      reason: '',
    });
    expect([taskUnits(shop.runner.state, pass()), states(shop)]).toEqual([2, ['waiting']]);
    await shop.act({
      type: 'refund',
      orderId: order.id,
      shares: [{ lineId: 'l1', amount: 6_250, units: 2 }],
      reason: '',
    });
    expect([states(shop), await finish(shop)]).toEqual([['fallen-away'], 'task-not-now']);
  });

  test('while the money is on its way back it is not sent after it; refused, it waits again', async () => {
    const shop = await shopWith([ONCE]);
    const order = await shop.order({ sendTo: TO_PORTO });
    shop.ports.payments.refund = () => Promise.resolve({ status: 'refused', reason: 'closed' });
    await codeOf(shop, { type: 'refund', orderId: order.id, shares: [{ lineId: 'l1', amount: 3_250 }], reason: '' });
    expect([states(shop), await finish(shop)]).toEqual([['on-hold'], 'task-not-now']);
    await shop.runner.settle();
    expect([states(shop), await finish(shop)]).toEqual([['waiting'], 'done']);
  });

  test('access that has simply ended owes it still', async () => {
    const shop = await shopWith([ONCE], { forAWeek: true });
    await shop.order({ sendTo: TO_PORTO });
    await shop.goTo('2026-06-30T08:00:00.000Z');
    expect(shop.runner.state.passes.get(tasks(shop)[0]?.passId ?? '')?.closed?.why).toBe('expired');
    expect([states(shop), await finish(shop)]).toEqual([['waiting'], 'done']);
  });

  test('while a bank disputes the payment it is not sent', async () => {
    const shop = await shopWith([ONCE]);
    const order = await shop.order({ sendTo: TO_PORTO });
    const paymentId = order.payments[0]?.id ?? '';
    await shop.act({ type: 'open-dispute', disputeId: 'dis1', paymentId, amount: 3_250, answerBy: START });
    expect([states(shop), await finish(shop)]).toEqual([['on-hold'], 'task-not-now']);
    await shop.act({ type: 'close-dispute', disputeId: 'dis1', won: true });
    expect([states(shop), await finish(shop)]).toEqual([['waiting'], 'done']);
  });
});

test('what the launch check says: a price that does not say what sending costs, work that says nothing of what is next', () => {
  const said = (edit: (content: DraftContent) => void): string[] =>
    launchCheck(
      unsealContent(
        releaseWith([ONCE, ONCE], {
          edit: (content) => {
            selling([CARDS, ADVICE], 'cards', 'advice')(content);
            edit(content);
          },
        }).content,
      ),
      () => true,
      START,
    ).map(({ code }) => code);
  const before = said((content) => {
    for (const offer of content.offers) for (const price of offer.prices) price.sending = FEES;
  });
  expect(before).not.toContain('sending-not-priced');
  expect(said(() => undefined).filter((code) => code === 'sending-not-priced')).toHaveLength(1);
  const blank = said((content) => {
    content.products = content.products.map((p) => (p.kind === 'work' ? { ...p, next: richFromPlain(' ') } : p));
  });
  expect(blank).toContain('no-next');
});

test('as an extra, and as a gift: each its own task, each product of an order for itself', async () => {
  const shop = await shopWith([ONCE, ONCE], { opened: ['advice', 'cards'] });
  const order = await shop.order({ extras: [pick(1, { sendTo: TO_PORTO })] });
  expect(order.lines.map(({ dueToday }) => dueToday)).toEqual([3_000, 3_250]);
  const gift = { personId: 'u7', productId: 'cards', until: null };
  await shop.act({ type: 'give-passes', gifts: [gift], reason: 'with thanks' });
  expect(tasks(shop).map((task) => task.for)).toEqual(['work', 'sending', 'sending']);
  expect([await finish(shop, 0), states(shop)]).toEqual(['done', ['done', 'waiting', 'waiting']]);
  expect(await codeOf(shop, { type: 'finish-task', passId: 'nobody', carrier: '', number: '', note: '' })).toBe(
    'no-such-task',
  );
});

test('a rehearsal of what is sent by post runs, to a country that it is sent to', async () => {
  const release = releaseWith([{ kind: 'subscription', amount: '20' }], {
    shop: { zone: 'UTC' },
    edit: (content) => {
      selling([CARDS], 'cards')(content);
      for (const offer of content.offers)
        for (const price of offer.prices)
          price.sending = { fee: 450, byCountry: { FR: 700 }, listedOnly: true, parcels: 1 };
    },
  });
  const played = await rehearse(release, pick(0), START, { refusesFrom: null, refusesTimes: null, act: null }, 1);
  if ('problem' in played) throw new Error(played.problem);
  const charged = played.events.flatMap(({ event }) => (event.type === 'due.paid' ? [event.data.amount] : []));
  expect([charged.length > 3, new Set(charged)]).toEqual([true, new Set([2_700])]);
});

test('of a parcel it is not said that it stays open; an order draws what was paid on one day as one sum', async () => {
  const said = (products: (typeof CARDS | typeof ADVICE)[]) =>
    accessInWords({ kind: 'once', amount: 3_000 }, products, { start: START, zone: 'UTC', locale: 'en' });
  expect([said([CARDS]), said([CARDS, ADVICE]).includes('stays open')]).toEqual(['It is sent by post.', true]);
  const shop = await shopWith([ONCE, { kind: 'once', amount: '297' }], { opened: ['advice'] });
  const order = await shop.order({});
  await shop.accept(order.id, 1);
  const { money } = storyOfOrder(order, [], [], START, 'en');
  expect(money.map(({ amount, state }) => [amount, state])).toEqual([[32_700, 'paid']]);
});
