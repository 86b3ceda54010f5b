import { expect, test } from '@jest/globals';
import { type AgreementAct, whyNotAct } from '#core/agreements';
import { addMs, DAY, type Instant } from '#core/calendar';
import { type ChargeAnswer, type Command, NotAnswered } from '#core/shop';
import { type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

const START: Instant = '2026-11-23T10:00:00.000Z';
const at = (date: string): Instant => `${date}T10:00:00.000Z`;
const MONTHLY: DraftTermsGiven = { kind: 'subscription', amount: '12' };
const TRIAL: DraftTermsGiven = { kind: 'subscription', amount: '12', trial: { days: '30', fee: '1' } };
const PLAN: DraftTermsGiven = { kind: 'plan', amount: '99', payments: '3' };
const YEARLY: DraftTermsGiven = { kind: 'subscription', amount: '120', every: { count: '1', unit: 'year' } };

const COMMANDS: Record<AgreementAct, (agreementId: string, now: Instant) => Command> = {
  pause: (agreementId, now) => ({ type: 'pause', agreementId, until: addMs(now, 20 * DAY).slice(0, 10), by: 'seller' }),
  return: (agreementId) => ({ type: 'return', agreementId, on: null }),
  cancel: (agreementId) => ({ type: 'cancel', agreementId, when: 'now', giveBack: false, by: 'seller' }),
  keep: (agreementId) => ({ type: 'keep', agreementId }),
  confirm: (agreementId) => ({ type: 'confirm-leaving', agreementId }),
  'stop-plan': (agreementId) => ({ type: 'stop-plan', agreementId, keepAccess: true }),
  switch: (agreementId) => ({ type: 'switch', agreementId, offerId: 'off_1', priceId: 'pr_1' }),
  'move-due-day': (agreementId) => ({ type: 'move-due-day', agreementId, day: { of: 'month', day: 28 } }),
  move: (agreementId) => ({ type: 'move-buyer', agreementId, country: 'NL', vatNumber: '', numberKey: '' }),
  retry: (agreementId) => ({ type: 'retry-due', agreementId }),
  'pay-rest': (agreementId) => ({ type: 'pay-rest', agreementId }),
  'change-card': (agreementId) => ({ type: 'change-card', agreementId, card: { token: 'other', last4: '0043' } }),
};
const ACTS = Object.keys(COMMANDS) as AgreementAct[];

interface Case {
  name: string;
  terms: DraftTermsGiven;
  /** How the card answers the n-th charge, the one at the checkout being the 0th. */
  answers?: (n: number) => ChargeAnswer;
  /** What brings it into the state, from the day of buying. */
  play: (shop: MemoryShop, id: string) => Promise<unknown>;
  /** What the rules allow then; everything else is refused. */
  allowed: AgreementAct[];
}

const paid: ChargeAnswer = { status: 'paid', paymentId: '' };
const refused: ChargeAnswer = { status: 'refused', reason: 'not-enough-money' };
const dispute = (shop: MemoryShop, id: string): Promise<string> => {
  const order = shop.runner.state.orders.get(shop.agreement(id).orderId);
  const paymentId = order?.payments[0]?.id ?? '';
  return shop.act({ type: 'open-dispute', disputeId: 'd1', paymentId, amount: 100, answerBy: at('2027-03-01') });
};
const act =
  (name: AgreementAct) =>
  (shop: MemoryShop, id: string): Promise<string> =>
    shop.act(COMMANDS[name](id, shop.runner.now()));
const until =
  (date: string) =>
  (shop: MemoryShop): Promise<void> =>
    shop.goTo(at(date));

// From the rules of payments over time: pause, switch and another due day only when active; a subscription can be
// stopped while it runs, a plan only in its trial (the seller may let it go); behind, it can be tried again; a dispute
// rests all that moves money; what has ended is over.
const CASES: Case[] = [
  {
    name: 'a subscription in its trial',
    terms: TRIAL,
    play: until('2026-12-01'),
    allowed: ['cancel', 'switch', 'move', 'change-card'],
  },
  {
    name: 'an active subscription',
    terms: MONTHLY,
    play: until('2026-12-01'),
    allowed: ['pause', 'cancel', 'switch', 'move-due-day', 'move', 'change-card'],
  },
  {
    name: 'a subscription behind',
    terms: MONTHLY,
    answers: (n) => (n === 0 ? paid : refused),
    play: until('2026-12-23'),
    allowed: ['cancel', 'retry', 'move', 'change-card'],
  },
  {
    name: 'a paused subscription',
    terms: MONTHLY,
    play: act('pause'),
    allowed: ['return', 'cancel', 'move', 'change-card'],
  },
  {
    name: 'a subscription that was stopped and is still open',
    terms: MONTHLY,
    play: (shop, agreementId) => shop.act({ type: 'cancel', agreementId, when: 'end', giveBack: false, by: 'buyer' }),
    allowed: ['keep', 'cancel', 'move', 'change-card'],
  },
  { name: 'a subscription that ended', terms: MONTHLY, play: act('cancel'), allowed: [] },
  { name: 'a disputed subscription', terms: MONTHLY, play: dispute, allowed: ['move', 'change-card'] },
  {
    name: 'a subscription whose due is being asked for',
    terms: MONTHLY,
    answers: (n) => {
      if (n > 0) throw new NotAnswered();
      return paid;
    },
    play: until('2026-12-23'),
    allowed: [],
  },
  {
    name: 'an active plan',
    terms: PLAN,
    play: until('2026-12-01'),
    allowed: ['pause', 'stop-plan', 'move-due-day', 'pay-rest', 'move', 'change-card'],
  },
  {
    name: 'a plan behind',
    terms: PLAN,
    answers: (n) => (n === 0 ? paid : refused),
    play: until('2026-12-23'),
    allowed: ['stop-plan', 'retry', 'pay-rest', 'move', 'change-card'],
  },
  { name: 'a disputed plan', terms: PLAN, play: dispute, allowed: ['stop-plan', 'move', 'change-card'] },
  { name: 'a plan paid off', terms: PLAN, play: act('pay-rest'), allowed: [] },
  { name: 'a plan let go', terms: PLAN, play: act('stop-plan'), allowed: [] },
];

test.each(CASES)('$name: what is offered is done, all else is refused and leaves no trace', async (of) => {
  for (const name of ACTS) {
    const shop = await shopInMemory(releaseWith([of.terms, YEARLY]), START, (_, n) => of.answers?.(n) ?? paid);
    const { id } = await shop.buy({});
    await of.play(shop, id);
    const now = shop.runner.now();
    const offered = whyNotAct(shop.agreement(id), name, now) === null;
    expect(`${name} offered: ${offered}`).toBe(`${name} offered: ${of.allowed.includes(name)}`);
    const before = shop.ports.batches.length;
    const charged = shop.asked().length;
    const done = await shop.runner.execute(COMMANDS[name](id, now));
    expect(`${name} refused: ${'refused' in done}`).toBe(`${name} refused: ${!of.allowed.includes(name)}`);
    if (!('refused' in done)) continue;
    await shop.runner.settle();
    expect([shop.ports.batches.length, shop.asked().length]).toEqual([before, charged]);
  }
});
