import { expect, test } from '@jest/globals';
import { NotAnswered, subscribedTwice } from '#core/shop';
import { courseOf, lessonWith, moduleOf } from '../../support/course';
import { nobodyGone } from '../../support/joins';
import { selling } from '../../support/membership';
import { type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

// Two who are made one while something of either is under way. "old" goes, "new" stays.
const START = '2026-11-23T10:00:00.000Z';
const once = (amount: string): DraftTermsGiven => ({ kind: 'once', amount });
const MONTHLY: DraftTermsGiven = { kind: 'subscription', amount: '30' };
const TRIAL: DraftTermsGiven = { kind: 'subscription', amount: '12', trial: { days: '14', fee: '' } };

const shopOf = (terms: DraftTermsGiven[], answers?: Parameters<typeof shopInMemory>[2]): Promise<MemoryShop> =>
  shopInMemory(releaseWith(terms), START, answers);

async function join(shop: MemoryShop, personId = 'old', intoId = 'new'): Promise<string> {
  for (const id of ['old', 'new'])
    if (!shop.runner.state.joined.has(id)) await shop.runner.execute({ type: 'change-person', personId: id, rev: 1 });
  const done = await shop.runner.execute({ type: 'join-people', personId, intoId });
  await shop.runner.settle();
  return 'refused' in done ? done.refused : 'done';
}
const passesOf = (shop: MemoryShop, personId: string): number =>
  shop.runner.state.passesOfPerson.get(personId)?.length ?? 0;
const ordersOf = (shop: MemoryShop, personId: string): number =>
  shop.runner.state.ordersOfPerson.get(personId)?.length ?? 0;

test('what was bought by either is the one’s, in the order in which it came, and stays so after a restart', async () => {
  const shop = await shopOf([once('10')]);
  for (const person of ['new', 'old', 'new']) await shop.order({ person });
  expect(await join(shop)).toBe('done');
  await shop.restart();
  const { state } = shop.runner;
  expect(state.ordersOfPerson.get('new')?.map((id) => state.orders.get(id)?.number)).toEqual([1001, 1002, 1003]);
  expect([passesOf(shop, 'new'), passesOf(shop, 'old'), state.people.has('old')]).toEqual([3, 0, false]);
  expect([await join(shop), await join(shop, 'nobody')]).toEqual(['same-person', 'no-such-person']);
});

test('a charge that waits for the bank, a checkout that was shown before, and a third who is made one with the one that went', async () => {
  const shop = await shopOf([once('10')], (_request, count) =>
    count === 0 ? { status: 'waits-for-bank', confirmAt: '/bank' } : { status: 'paid', paymentId: '' },
  );
  await expect(shop.order({ person: 'old' })).rejects.toThrow('no order');
  const [key = ''] = [...shop.runner.state.charges.keys()];
  expect(await join(shop)).toBe('done');
  await shop.act({ type: 'answer-charge', key, answer: { status: 'paid', paymentId: 'pay_bank' } });
  expect([ordersOf(shop, 'new'), passesOf(shop, 'new')]).toEqual([1, 1]);
  await shop.order({ person: 'old' });
  expect([ordersOf(shop, 'new'), ordersOf(shop, 'old')]).toEqual([2, 0]);
  await shop.runner.execute({ type: 'change-person', personId: 'last', rev: 1 });
  expect(await join(shop, 'old', 'last')).toBe('done');
  await shop.order({ person: 'old' });
  expect([ordersOf(shop, 'last'), passesOf(shop, 'last')]).toEqual([3, 3]);
  nobodyGone(shop.runner.state);
});

test('one trial, one subscription to an offer, and so many of a price for each: counted together', async () => {
  const live = releaseWith([TRIAL, once('10')], {
    edit: (content) => {
      const price = content.offers.find(({ id }) => id === 'off_1')?.prices[0];
      if (price) price.limit = { inAll: '', each: '2' };
    },
  });
  const shop = await shopInMemory(live, START);
  const trial = await shop.buy({ i: 0, person: 'old' });
  await shop.act({ type: 'cancel', agreementId: trial.id, when: 'now', giveBack: false, by: 'buyer' });
  for (const person of ['old', 'new']) await shop.order({ i: 1, person });
  expect(await join(shop)).toBe('done');
  await expect(shop.order({ i: 1, person: 'new' })).rejects.toThrow();
  expect((await shop.buy({ i: 0, person: 'new' })).trialUntil).toBeNull();
  await expect(shop.order({ i: 0, person: 'old' })).rejects.toThrow();
});

test('what one of them is paying for at this moment neither can ask for again', async () => {
  const shop = await shopOf([TRIAL], () => ({ status: 'waits-for-bank', confirmAt: '/bank' }));
  await expect(shop.order({ person: 'old' })).rejects.toThrow('no order');
  const before = shop.asked().length;
  expect(await join(shop)).toBe('done');
  await expect(shop.order({ person: 'new' })).rejects.toThrow();
  expect(shop.asked()).toHaveLength(before);
  const [key = ''] = [...shop.runner.state.charges.keys()];
  await shop.act({ type: 'answer-charge', key, answer: { status: 'paid', paymentId: 'pay_bank' } });
  expect([...shop.runner.state.agreements.values()].map((a) => a.personId)).toEqual(['new']);
  // It was answered: what it held is refunded, under whichever name.
  expect([...shop.runner.state.taken].filter(([key, count]) => /^(begins|runs)/.test(key) && count !== 0)).toEqual([]);
});

test('signed in and asked for under the name that went: a typed claim to the same is made impossible', async () => {
  const shop = await shopOf([TRIAL], () => ({ status: 'waits-for-bank', confirmAt: '/bank' }));
  await expect(shop.order({ person: 'new' })).rejects.toThrow('no order');
  expect(await join(shop)).toBe('done');
  const lines = [{ offerId: 'off_0', priceId: 'pr_0' }];
  await shop.act({ type: 'void-claims', personId: 'old', checkoutId: 'another', lines });
  expect([...shop.runner.state.charges.values()].map(({ status }) => status)).toEqual(['fell-away']);
});

test('both subscribed: said beforehand, both go on and are the one’s, and what is under way comes to its end', async () => {
  const shop = await shopOf([MONTHLY, { kind: 'subscription', amount: '50' }]);
  const [one, other] = [await shop.buy({ person: 'new' }), await shop.buy({ person: 'old' })];
  expect([subscribedTwice(shop.runner.state, 'old', 'new'), subscribedTwice(shop.runner.state, 'old', 'old2')]).toEqual(
    [['Offer 0'], []],
  );
  // A switch whose answer is lost, and money on its way back.
  const { charge, refund } = shop.ports.payments;
  shop.ports.payments.charge = () => Promise.reject(new NotAnswered('lost'));
  shop.ports.payments.refund = () => Promise.reject(new NotAnswered('lost'));
  await shop.act({ type: 'switch', agreementId: other.id, offerId: 'off_1', priceId: 'pr_1' });
  await shop.act({ type: 'refund-agreement', agreementId: one.id, amount: 1_000, ends: false, reason: '' });
  expect(await join(shop)).toBe('done');
  await shop.restart();
  Object.assign(shop.ports.payments, { charge, refund });
  await shop.goTo('2027-01-24T00:00:00.000Z');
  const theirs = (shop.runner.state.agreementsOfPerson.get('new') ?? []).map((id) => shop.agreement(id));
  expect(theirs.map((a) => [a.offerId, a.status, a.personId])).toEqual([
    ['off_0', 'active', 'new'],
    ['off_0', 'ended', 'new'],
    ['off_1', 'active', 'new'],
  ]);
  expect([...shop.runner.state.refunds.values()].map((r) => r.status)).toEqual(['paid']);
  nobodyGone(shop.runner.state);
});

test('lessons done by either are done, since they were done first; one certificate is left', async () => {
  const course = courseOf([moduleOf('m', [lessonWith('a'), lessonWith('b')])]);
  const shop = await shopInMemory(releaseWith([once('10')], { edit: selling([course], course.id) }), START);
  const done = (personId: string, lessonId: string) =>
    shop.act({ type: 'mark-lesson', personId, productId: course.id, lessonId });
  for (const person of ['old', 'new']) await shop.order({ person });
  await done('new', 'a');
  await shop.goTo('2026-11-24T10:00:00.000Z');
  await done('old', 'a');
  await done('old', 'b');
  expect(await join(shop)).toBe('done');
  const progress = shop.runner.state.progress.get(`new/${course.id}`);
  expect([progress?.done.get('a'), progress?.done.get('b'), progress?.finished?.number]).toEqual([
    START,
    '2026-11-24T10:00:00.000Z',
    1,
  ]);
  expect([await done('new', 'b'), shop.runner.state.progress.size]).toEqual(['done', 1]);
});
