import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Bundle, freshProduct, newCoupon, type Product } from '#core/catalogue';
import type { DraftContent } from '#core/release';
import type { Agreement } from '#core/agreements';
import { receiptDocument } from '#core/messages';
import type { Payment } from '#core/payments';
import { NotAnswered, type Order } from '#core/shop';
import { downloadWith, selling } from '../../support/membership';
import { type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

// What is off a bundle for parts that its buyer has. Offers: 0 the bundle, 1 part a, 2 part b, 3 on as a test says.
const START = '2026-11-23T10:00:00.000Z';
const once = (amount: string): DraftTermsGiven => ({ kind: 'once', amount });
const PARTS: readonly DraftTermsGiven[] = [once('40'), once('25')];

const bundleOf = (id: string, parts: string[]): Bundle => ({ ...freshProduct('bundle', id, `Bundle ${id}`), parts });
const PRODUCTS: readonly Product[] = [
  ...['a', 'b', 'c', 'd'].map(downloadWith),
  bundleOf('inner', ['b', 'c']),
  bundleOf('all', ['a', 'inner']),
];

function bundleShop(
  terms: DraftTermsGiven,
  off: Record<string, string>,
  {
    more = [],
    edit,
    ...shop
  }: { more?: DraftTermsGiven[]; edit?: (content: DraftContent) => void } & NonNullable<
    Parameters<typeof releaseWith>[1]
  >['shop'] & { edit?: (content: DraftContent) => void } = {},
): Promise<MemoryShop> {
  return shopInMemory(
    releaseWith([terms, ...PARTS, ...more], {
      shop,
      edit: (content) => {
        selling(PRODUCTS, 'all', 'a', 'b', ...more.map(() => 'a'))(content);
        const price = content.offers.find(({ id }) => id === 'off_0')?.prices[0];
        if (price) price.owned = Object.entries(off).map(([productId, amount]) => ({ productId, amount }));
        edit?.(content);
      },
    }),
    START,
  );
}

const OFF = { a: '30', b: '20.50' };
const buysBundle = (shop: MemoryShop, more: object = {}) => shop.order({ i: 0, signedIn: true, ...more });
const last = (shop: MemoryShop): string | undefined => shop.asked().at(-1);
const refundAll = (shop: MemoryShop, orderId: string, amount: number): Promise<string> =>
  shop.act({ type: 'refund', orderId, shares: [{ lineId: 'l1', amount }], reason: '' });

test('an amount for each part that is owned, also inside another bundle; for nobody who is not signed in', async () => {
  const shop = await bundleShop(once('100'), OFF);
  await shop.order({ i: 1 });
  await buysBundle(shop);
  expect(last(shop)).toBe('2026-11-23 70.00');
  await shop.order({ i: 2 });
  await buysBundle(shop);
  expect(last(shop)).toBe('2026-11-23 49.50');
  await buysBundle(shop, { signedIn: false });
  expect(last(shop)).toBe('2026-11-23 100.00');
  await buysBundle(shop, { person: 'u2' });
  expect(last(shop)).toBe('2026-11-23 100.00');
  await buysBundle(shop, { recipientId: 'u2' });
  expect(last(shop)).toBe('2026-11-23 100.00');
  // What is owned and not in it, though the price still names it, takes nothing off.
  const sellsD = (content: DraftContent): void =>
    content.offers.forEach((offer) => offer.id === 'off_3' && (offer.productIds = ['d']));
  const other = await bundleShop(once('100'), { d: '60' }, { more: [once('5')], edit: sellsD });
  await other.order({ i: 3 });
  await buysBundle(other);
  expect(last(other)).toBe('2026-11-23 100.00');
});

test('its paper says so: that of the order, or behind a trial that of the first full payment', async () => {
  const setting = { shop: { name: 'S', senderAddress: 's@example.org' }, real: true, locale: 'en' };
  const rows = (order: Order, at: number, agreement: Agreement | null): string[] =>
    receiptDocument(setting as never, order, order.payments[at] as Payment, agreement, {
      name: '',
      address: '',
    }).rows.map(({ text, amount }) => `${text}: ${amount}`);
  const now = await bundleShop(once('100'), OFF);
  await now.order({ i: 1 });
  const order = await buysBundle(now);
  expect(rows(order, 0, null)).toEqual(['Offer 0, less €30.00 for what you already own: €70.00']);
  const trial = await bundleShop({ kind: 'subscription', amount: '50', trial: { days: '14', fee: '1' } }, OFF);
  await trial.order({ i: 1 });
  const { id } = await buysBundle(trial);
  await trial.goTo('2027-01-08T00:00:00.000Z');
  const [begun, agreement] = [trial.runner.state.orders.get(id), [...trial.runner.state.agreements.values()][0]];
  if (!begun || !agreement) throw new Error('it has begun');
  expect([rows(begun, 0, null), rows(begun, 1, agreement), rows(begun, 2, agreement)]).toEqual([
    ['Offer 0: €1.00'],
    [expect.stringMatching(/, less €30\.00 for what you already own: €20\.00$/)],
    [expect.stringMatching(/^(?!.*less).*: €50\.00$/)],
  ]);
});

test('before the coupon, and before the tax that comes on top', async () => {
  const shop = await bundleShop(once('100'), OFF, {
    tax: { how: 'on-top', home: 'PT', rates: [{ country: 'PT', rate: 2300, from: null }] },
    edit: (content) => content.coupons.push(newCoupon('cp', 'EUR', { code: 'SPRING', percent: '10' })),
  });
  await shop.order({ i: 1 });
  const order = await buysBundle(shop, { coupon: 'SPRING', country: 'PT' });
  // 100 − 30 = 70; less 10 % is 63; with 23 % on top 77.49, of which 14.49 is tax.
  expect([last(shop), order.lines[0]?.tax]).toEqual(['2026-11-23 77.49', 1_449]);
});

test('never below nothing: then no card is asked, and no coupon has anything to act on', async () => {
  const shop = await bundleShop(once('45'), OFF, {
    edit: (content) =>
      content.coupons.push(newCoupon('cp', 'EUR', { code: 'TEN', takes: 'amount', amount: '10', acts: 'all' })),
  });
  await shop.order({ i: 1 });
  const beside = await buysBundle(shop, { coupon: 'TEN' });
  expect([last(shop), beside.lines[0]?.owned]).toEqual(['2026-11-23 5.00', { productIds: ['a'], amount: 3_000 }]);
  await shop.order({ i: 2 });
  const asked = shop.asked().length;
  await expect(buysBundle(shop, { coupon: 'TEN' })).rejects.toThrow();
  const free = await buysBundle(shop);
  expect([shop.asked().length - asked, free.lines[0]?.dueToday, free.lines[0]?.owned?.amount]).toEqual([0, 0, 4_500]);
  expect(free.passIds.map((id) => shop.runner.state.passes.get(id)?.productId)).toEqual(['a', 'b', 'c']);
});

test('of a plan, a trial and a subscription it is the first full payment that is lower, and no other', async () => {
  const plan = await bundleShop({ kind: 'plan', amount: '40', payments: '3' }, OFF);
  await plan.order({ i: 1 });
  await buysBundle(plan);
  await plan.goTo('2027-03-01T00:00:00.000Z');
  expect(plan.asked().slice(1)).toEqual(['2026-11-23 10.00', '2026-12-23 40.00', '2027-01-23 40.00']);

  const trial = await bundleShop({ kind: 'subscription', amount: '50', trial: { days: '14', fee: '1' } }, OFF);
  const part = await trial.order({ i: 1 });
  await buysBundle(trial);
  // What was promised at the trial's beginning stands, whatever becomes of the part.
  await refundAll(trial, part.id, 4_000);
  await trial.restart();
  await trial.goTo('2027-01-08T00:00:00.000Z');
  expect(trial.asked().slice(1)).toEqual(['2026-11-23 1.00', '2026-12-07 20.00', '2027-01-07 50.00']);
});

test('unused days are worth what was paid for them', async () => {
  const shop = await bundleShop({ kind: 'subscription', amount: '60' }, OFF);
  await shop.order({ i: 1 });
  const order = await buysBundle(shop);
  await shop.goTo('2026-12-08T10:00:00.000Z');
  const [id = ''] = [...shop.runner.state.agreements.keys()];
  await shop.act({ type: 'cancel', agreementId: id, when: 'now', giveBack: true, by: 'seller' });
  // 30.00 was paid for 30 days, 15 of them are left.
  expect(shop.runner.state.orders.get(order.id)?.payments[0]?.lines[0]?.givenBack).toBe(1_500);
});

test.each<[string, DraftTermsGiven[], (shop: MemoryShop) => Promise<unknown>, string]>([
  [
    'given by hand',
    [],
    (shop) =>
      shop.act({ type: 'give-passes', gifts: [{ personId: 'u1', productId: 'a', until: null }], reason: 'thanks' }),
    '100.00',
  ],
  ['paid with nothing', [{ kind: 'free', amount: '' }], (shop) => shop.order({ i: 3 }), '100.00'],
  ['refunded', [], async (shop) => refundAll(shop, (await shop.order({ i: 1 })).id, 4_000), '100.00'],
  [
    'on its way back',
    [],
    async (shop) => {
      const { id } = await shop.order({ i: 1 });
      shop.ports.payments.refund = () => Promise.reject(new NotAnswered('no line'));
      await refundAll(shop, id, 4_000);
    },
    '100.00',
  ],
  ['refunded in part', [], async (shop) => refundAll(shop, (await shop.order({ i: 1 })).id, 3_999), '70.00'],
  [
    'in dispute',
    [],
    async (shop) => {
      const paymentId = (await shop.order({ i: 1 })).payments[0]?.id ?? '';
      await shop.act({ type: 'open-dispute', disputeId: 'd1', paymentId, amount: 4_000, answerBy: START });
    },
    '100.00',
  ],
  ['subscribed to', [{ kind: 'subscription', amount: '9' }], (shop) => shop.order({ i: 3 }), '100.00'],
  ['open until a day', [once('9')], (shop) => shop.order({ i: 3 }), '100.00'],
  [
    'a plan with payments to come',
    [{ kind: 'plan', amount: '30', payments: '2' }],
    (shop) => shop.buy({ i: 3 }),
    '100.00',
  ],
  [
    'a plan paid off',
    [{ kind: 'plan', amount: '30', payments: '2' }],
    async (shop) => shop.act({ type: 'pay-rest', agreementId: (await shop.buy({ i: 3 })).id }),
    '70.00',
  ],
])('%s', async (what, more, begin, pays) => {
  const shop = await bundleShop(once('100'), OFF, {
    more,
    edit: (content) => {
      const price = content.offers.find(({ id }) => id === 'off_3')?.prices[0];
      if (price && what === 'open until a day')
        price.access = { ...price.access, kind: 'for', count: '1', unit: 'year' };
    },
  });
  await begin(shop);
  await buysBundle(shop);
  expect(last(shop)).toBe(`2026-11-23 ${pays}`);
});

test('what is shown is what is charged: whoever lost the part meanwhile is told the other sum first', async () => {
  const shop = await bundleShop(once('100'), OFF);
  const part = await shop.order({ i: 1 });
  const { execute } = shop.runner;
  shop.runner.execute = async (command) => {
    if (command.type === 'pay') await refundAll(shop, part.id, 4_000);
    return execute(command);
  };
  await expect(buysBundle(shop)).rejects.toThrow(/changed/);
});

test('generated: what is owned, what is off, plan or not; paid in all is the price less what is off, and never less', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.subarray(['a', 'b']),
      fc.record({ a: fc.integer({ min: 1, max: 9_000 }), b: fc.integer({ min: 1, max: 9_000 }) }),
      fc.integer({ min: 3, max: 12_000 }),
      fc.constantFrom(null, 2, 3),
      async (has, off, price, payments) => {
        const typed = (minor: number): string => (minor / 100).toFixed(2);
        const terms: DraftTermsGiven = payments
          ? { kind: 'plan', amount: typed(price), payments: String(payments) }
          : once(typed(price));
        const shop = await bundleShop(terms, { a: typed(off.a), b: typed(off.b) });
        if (has.includes('a')) await shop.order({ i: 1 });
        if (has.includes('b')) await shop.order({ i: 2 });
        const before = shop.asked().length;
        await buysBundle(shop);
        await shop.goTo('2027-06-01T00:00:00.000Z');
        const paid = shop
          .asked()
          .slice(before)
          .map((line) => Math.round(Number(line.split(' ')[1]) * 100));
        const taken = Math.min(price, (has.includes('a') ? off.a : 0) + (has.includes('b') ? off.b : 0));
        expect(paid.reduce((all, one) => all + one, 0)).toBe((payments ?? 1) * price - taken);
      },
    ),
    { numRuns: 60 },
  );
});
