import { describe, expect, test } from '@jest/globals';
import { freshProduct, type Posted, richFromPlain, type Work } from '#core/catalogue';
import { quoteFor } from '#core/checkout';
import { type DraftContent, launchCheck, unsealContent } from '#core/release';
import { standingOf, taskState, taskUnits } from '#core/shop';
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
  test('given back, it need not be sent; of several, only what is left', async () => {
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
  expect(before).not.toContain('sent-for-nothing');
  expect(said(() => undefined).filter((code) => code === 'sent-for-nothing')).toHaveLength(1);
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
