import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { slotsFor } from '#core/booking';
import { asBooked, type LiveClass, type Product } from '#core/catalogue';
import { quoteFor } from '#core/checkout';
import { sealContent, unsealContent } from '#core/release';
import { type ChargeAnswer, datesIn, standingOf, takenTimes, toldOfDate } from '#core/shop';
import { classOf, dateOf } from '../../support/classes';
import { coachingOf } from '../../support/coaching';
import { membershipOf, selling } from '../../support/membership';
import { release } from '../../support/release';
import {
  codeOf,
  type DraftTermsGiven,
  type MemoryShop,
  pick,
  releaseWith,
  shopInMemory,
} from '../../support/shopInMemory';

const ZONE = 'Europe/Lisbon';
/** A Monday. */
const START = '2026-06-15T08:00:00.000Z';
const at = (local: string, zone = ZONE): string => DateTime.fromISO(local, { zone }).toUTC().toISO() ?? '';
const ONCE = { kind: 'once', amount: '90' } as const;
const MONTHLY = { kind: 'subscription', amount: '20', every: { count: '1', unit: 'month' } } as const;
const DATES = [dateOf('d1', '2026-06-18T19:00'), dateOf('d2', '2026-06-25T19:00'), dateOf('d3', '2026-07-02T19:00')];
const OFFERED = { otherDate: true, money: true };

interface Given {
  class?: Partial<LiveClass>;
  terms?: readonly DraftTermsGiven[];
  also?: readonly Product[];
  opened?: readonly string[];
  perOrder?: number;
  answers?: () => ChargeAnswer;
}
const liveWith = ({ class: more = {}, terms = [ONCE], also = [], opened = ['k'], perOrder }: Given) =>
  releaseWith(terms, {
    shop: { zone: ZONE },
    edit: (content) => {
      selling([classOf('k', DATES, more), ...also], ...opened)(content);
      const [price] = content.offers.find(({ id }) => id === 'off_0')?.prices ?? [];
      if (price && perOrder !== undefined) price.limit = { inAll: '', each: '', perOrder: String(perOrder) };
    },
  });
const shopWith = (given: Given = {}): Promise<MemoryShop> => shopInMemory(liveWith(given), START, given.answers);

const seats = (shop: MemoryShop) => [...shop.runner.state.sessions.values()];
const seatOf = (shop: MemoryShop, person = 'u1', n = 0) =>
  seats(shop).filter(({ passId }) => shop.runner.state.passes.get(passId)?.personId === person)[n];
/** How many seats each date has left, by the shop's word. */
const room = (shop: MemoryShop, live = shop.ports.releases.get(1)): number[] =>
  (datesIn(shop.runner.state, live?.content.products ?? [], 'k') ?? []).map(
    ({ seats: all, taken }) => (all ?? 0) - taken,
  );
const move = (shop: MemoryShop, dateId: string, from: string, offers = OFFERED) =>
  codeOf(shop, { type: 'move-date', productId: 'k', dateId, from, offers });
const callOff = (shop: MemoryShop, dateId: string, offers = OFFERED) =>
  codeOf(shop, { type: 'call-off-date', productId: 'k', dateId, offers });
const take = (shop: MemoryShop, dateId: string, personId = 'u1') =>
  codeOf(shop, { type: 'take-seat', personId, productId: 'k', dateId, zone: null });
const change = (shop: MemoryShop, dateId: string, personId = 'u1', n = 0) =>
  codeOf(shop, { type: 'change-seat', sessionId: seatOf(shop, personId, n)?.id ?? '', personId, dateId, zone: null });
const money = (shop: MemoryShop, personId = 'u1', n = 0) =>
  codeOf(shop, {
    type: 'take-money-back',
    sessionId: seatOf(shop, personId, n)?.id ?? '',
    personId,
    reason: 'Cancelled',
  });
const letters = (shop: MemoryShop, person?: string): string[] =>
  shop.ports.sessions
    .filter((one) => !person || one.person.id === person)
    .map(({ mail }) => `${mail.mail} ${mail.sequence}`);

test('one date is picked, its seat is taken, moved and told of; a day and an hour before it is said again', async () => {
  const shop = await shopWith();
  await shop.order({ dates: ['d2'] });
  await shop.order({ person: 'u2' });
  // Who picks none has the first with room.
  expect([seatOf(shop)?.dateId, seatOf(shop, 'u2')?.dateId]).toEqual(['d2', 'd1']);
  expect(room(shop)).toEqual([2, 2, 3]);
  expect(seatOf(shop)).toMatchObject({ from: '2026-06-25T18:00:00.000Z', until: '2026-06-25T19:00:00.000Z' });
  expect(await change(shop, 'd3')).toBe('done');
  expect(room(shop)).toEqual([2, 3, 2]);
  await shop.goTo(at('2026-06-17T19:01'));
  expect(letters(shop, 'u2')).toEqual(['booked 0', 'reminder 0']);
  // Within the notice it stays where it is.
  expect(await change(shop, 'd2', 'u2')).toBe('seat-late');
  await shop.restart();
  await shop.goTo(at('2026-06-18T17:59'));
  expect(letters(shop, 'u2')).toEqual(['booked 0', 'reminder 0']);
  await shop.goTo(at('2026-06-18T18:00'));
  expect(letters(shop, 'u2')).toEqual(['booked 0', 'reminder 0', 'reminder 0']);
  expect(new Set(shop.ports.sessions.map(({ key }) => key)).size).toBe(shop.ports.sessions.length);
  await shop.restart();
  await shop.goTo(at('2026-07-10T10:00'));
  expect(letters(shop, 'u2')).toHaveLength(3);
  expect(letters(shop, 'u1')).toEqual(['booked 0', 'moved 1', 'reminder 1', 'reminder 1']);
});

test('all dates: a seat at each that is to come, one letter for all of them', async () => {
  const shop = await shopWith({ class: { pick: 'all' } });
  await shop.order({});
  await shop.goTo(at('2026-06-19T10:00'));
  await shop.order({ person: 'u2' });
  expect(room(shop)).toEqual([2, 1, 1]);
  const first = shop.ports.sessions.filter(({ mail }) => mail.mail === 'booked');
  expect(first.map(({ also }) => also.length)).toEqual([2, 1]);
  await shop.goTo(at('2026-07-03T10:00'));
  await expect(shop.order({ person: 'u3' })).rejects.toThrow('no longer on sale');
});

test('sold on for its recordings, it takes no seat', async () => {
  const shop = await shopWith({ class: { soldAfter: true } });
  await shop.goTo(at('2026-07-03T10:00'));
  const order = await shop.order({});
  expect([order.lines[0]?.seats, seats(shop)]).toEqual([undefined, []]);
});

describe('the last seat', () => {
  const one = { class: { dates: [dateOf('d1', '2026-06-18T19:00', { seats: 1 }), ...DATES.slice(1)] } };

  test('of twenty who press at once one is charged for it, the others for nothing', async () => {
    const shop = await shopWith(one);
    const pressed = await Promise.allSettled(
      Array.from({ length: 20 }, (_, i) => shop.order({ person: `m${i}`, dates: ['d1'] })),
    );
    expect(pressed.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    expect(shop.asked()).toHaveLength(1);
    expect(room(shop)[0]).toBe(0);
  });

  test('while the bank is asked it is held; without success somebody else can have it', async () => {
    let answer: ChargeAnswer = { status: 'waits-for-bank', confirmAt: 'https://bank.example.org' };
    const shop = await shopWith({ ...one, answers: () => answer });
    await expect(shop.order({ dates: ['d1'] })).rejects.toThrow('no order came of it');
    await expect(shop.order({ person: 'u2', dates: ['d1'] })).rejects.toThrow('is full');
    expect([room(shop)[0], seats(shop)]).toEqual([0, []]);
    await shop.goTo(at('2026-06-16T09:00'));
    expect(room(shop)[0]).toBe(1);
    answer = { status: 'refused', reason: 'declined' };
    await expect(shop.order({ person: 'u3', dates: ['d1'] })).rejects.toThrow('no order came of it');
    expect(room(shop)[0]).toBe(1);
    answer = { status: 'paid', paymentId: '' };
    await shop.order({ person: 'u2', dates: ['d1'] });
    expect(room(shop)[0]).toBe(0);
  });

  test('two lines of one order take two seats', async () => {
    const shop = await shopWith({ ...one, terms: [ONCE, ONCE] });
    const { state } = shop.runner;
    const live = shop.ports.releases.get(1)!;
    const choice = { ...pick(0, { dates: ['d1'] }), extras: [pick(1, { dates: ['d1'] })] };
    const standing = standingOf(state, { ...choice, startedAt: START }, { now: START, release: live });
    expect(quoteFor(live, choice, START, standing)).toMatchObject({ refused: 'seat-gone' });
  });
});

test('what was shown is what is charged: a date that moves while somebody is at the checkout is shown anew', async () => {
  const shop = await shopWith();
  const live = shop.ports.releases.get(1)!;
  const seen = (): unknown => {
    const standing = standingOf(
      shop.runner.state,
      { ...pick(0), startedAt: START },
      { now: shop.runner.now(), release: live },
    );
    const quote = quoteFor(live, pick(0, { dates: ['d1'] }), shop.runner.now(), standing);
    return 'refused' in quote ? quote.refused : quote.lines[0]?.seats?.[0]?.from;
  };
  expect(seen()).toBe(at('2026-06-18T19:00'));
  await move(shop, 'd1', at('2026-06-19T20:00'));
  expect(seen()).toBe(at('2026-06-19T20:00'));
  await callOff(shop, 'd1');
  expect(seen()).toBe('seat-gone');
});

describe('several seats bought at once', () => {
  test('they are taken together; units that go back give theirs back', async () => {
    const shop = await shopWith({ perOrder: 3 });
    const order = await shop.order({ quantity: 3, dates: ['d1'] });
    expect([room(shop)[0], seatOf(shop)?.seats, letters(shop)]).toEqual([0, 3, ['booked 0']]);
    await shop.act({
      type: 'refund',
      orderId: order.id,
      shares: [{ lineId: 'l1', amount: 9_000, units: 1 }],
      reason: '',
    });
    expect([room(shop)[0], seatOf(shop)?.seats, seatOf(shop)?.status]).toEqual([1, 2, 'booked']);
    await shop.act({
      type: 'refund',
      orderId: order.id,
      shares: [{ lineId: 'l1', amount: 18_000, units: 2 }],
      reason: '',
    });
    expect([room(shop)[0], seatOf(shop)?.status]).toEqual([3, 'called-off']);
  });
});

test('money back or access withdrawn before it begins gives the seat back, after it not', async () => {
  const shop = await shopWith();
  const first = await shop.order({ dates: ['d1'] });
  await shop.order({ person: 'u2', dates: ['d1'] });
  const later = await shop.order({ person: 'u3', dates: ['d1'] });
  await shop.act({ type: 'refund', orderId: first.id, shares: [{ lineId: 'l1', amount: 9_000 }], reason: '' });
  await shop.act({ type: 'withdraw-pass', passId: seatOf(shop, 'u2')?.passId ?? '' });
  expect(room(shop)[0]).toBe(2);
  await shop.goTo(at('2026-06-18T19:00'));
  await shop.act({ type: 'refund', orderId: later.id, shares: [{ lineId: 'l1', amount: 9_000 }], reason: '' });
  expect([room(shop)[0], seatOf(shop, 'u3')?.status]).toEqual([2, 'booked']);
});

describe('a date that is moved or cancelled', () => {
  test('moved twice: each word rises, and counts from the time of now', async () => {
    const shop = await shopWith();
    await shop.order({ dates: ['d1'] });
    expect(toldOfDate(shop.runner.state, 'd1')).toEqual({ people: 1, seats: 1, money: 1 });
    expect(await move(shop, 'd1', at('2026-06-19T20:00'))).toBe('done');
    await shop.order({ person: 'u2', dates: ['d1'] });
    expect(await move(shop, 'd1', at('2026-06-20T11:00'))).toBe('done');
    // To where it is already nobody is told anything.
    expect(await move(shop, 'd1', at('2026-06-20T11:00'))).toBe('done');
    await shop.runner.settle();
    expect([letters(shop, 'u1'), letters(shop, 'u2')]).toEqual([
      ['booked 0', 'moved 1', 'moved 2'],
      ['booked 0', 'moved 1'],
    ]);
    expect([seatOf(shop)?.from, seatOf(shop, 'u2')?.from]).toEqual(Array(2).fill(at('2026-06-20T11:00')));
    await shop.goTo(at('2026-06-20T10:30'));
    expect(letters(shop, 'u1').slice(3)).toEqual(['reminder 2', 'reminder 2']);
    expect(await move(shop, 'd1', at('2026-06-20T10:00'))).toBe('date-past');
    await shop.goTo(at('2026-06-20T11:00'));
    expect(await move(shop, 'd1', at('2026-06-27T10:00'))).toBe('date-over');
  });

  test('another date instead, also within the notice; or money back, once', async () => {
    const shop = await shopWith();
    await shop.order({ dates: ['d1'] });
    await shop.order({ person: 'u2', dates: ['d1'] });
    await shop.order({ person: 'u3', dates: ['d1'] });
    expect(await money(shop)).toBe('no-offer');
    await shop.goTo(at('2026-06-18T12:00'));
    await move(shop, 'd1', at('2026-06-18T21:00'));
    expect(await change(shop, 'd3')).toBe('done');
    // Chosen once: what was offered is answered by it.
    expect(await money(shop)).toBe('no-offer');
    expect(await money(shop, 'u2')).toBe('done');
    expect(await money(shop, 'u2')).toBe('no-offer');
    await shop.runner.settle();
    expect([...shop.runner.state.refunds.values()].map(({ amount, status }) => [amount, status])).toEqual([
      [9_000, 'paid'],
    ]);
    expect(shop.runner.state.passes.get(seatOf(shop, 'u2')?.passId ?? '')?.closed?.why).toBe('refund');
    expect(room(shop)).toEqual([2, 3, 2]);
    await shop.goTo(at('2026-06-18T21:00'));
    expect(await money(shop, 'u3')).toBe('no-offer');
    // Another's is not theirs.
    expect(
      await codeOf(shop, { type: 'take-money-back', sessionId: seatOf(shop)?.id ?? '', personId: 'u2', reason: '' }),
    ).toBe('no-such-session');
  });

  test('of three dates each has its third, and what stays open stays', async () => {
    const shop = await shopWith({ class: { pick: 'all' }, terms: [{ kind: 'once', amount: '100' }] });
    await shop.order({});
    await callOff(shop, 'd1');
    await callOff(shop, 'd2', { otherDate: false, money: false });
    expect(await money(shop, 'u1', 0)).toBe('done');
    expect(await money(shop, 'u1', 1)).toBe('no-offer');
    await shop.runner.settle();
    const [refund] = [...shop.runner.state.refunds.values()];
    expect([refund?.amount, refund?.status]).toEqual([3_333, 'paid']);
    expect(seats(shop).map(({ status }) => status)).toEqual(['called-off', 'called-off', 'booked']);
    expect(shop.runner.state.passes.get(seatOf(shop)?.passId ?? '')?.closed).toBeNull();
    // It does not come back, and nobody is let in.
    expect([await move(shop, 'd1', at('2026-06-30T19:00')), await take(shop, 'd1')]).toEqual([
      'date-over',
      'seat-gone',
    ]);
  });

  test('what a subscription or a gift opens gives no money back by itself', async () => {
    const shop = await shopWith({ terms: [MONTHLY] });
    await shop.order({ dates: ['d1'] });
    await callOff(shop, 'd1');
    expect([seatOf(shop)?.offered, await money(shop)]).toMatchObject([{ otherDate: true, money: false }, 'no-offer']);
    expect(await take(shop, 'd2')).toBe('done');
  });

  test('while the bank is asked about a seat: it is so for them as well once they have paid', async () => {
    let status: 'waits' | 'paid' = 'waits';
    const shop = await shopWith({
      answers: () =>
        status === 'waits'
          ? { status: 'waits-for-bank', confirmAt: 'https://bank.example.org' }
          : { status, paymentId: 'p9' },
    });
    for (const [person, date] of [
      ['u1', 'd1'],
      ['u2', 'd2'],
    ] as const)
      await expect(shop.order({ person, dates: [date] })).rejects.toThrow('no order came of it');
    await move(shop, 'd1', at('2026-06-19T20:00'));
    await callOff(shop, 'd2');
    status = 'paid';
    for (const [i, key] of [...shop.runner.state.charges.keys()].entries())
      await shop.act({ type: 'answer-charge', key, answer: { status: 'paid', paymentId: `pay${i}` } });
    expect(seatOf(shop)).toMatchObject({ from: at('2026-06-19T20:00'), status: 'booked', offered: { money: true } });
    expect(seatOf(shop, 'u2')).toMatchObject({ status: 'called-off', offered: { money: true } });
    expect(room(shop)).toEqual([2, 3, 3]);
    expect([letters(shop, 'u1'), letters(shop, 'u2')]).toEqual([
      ['booked 0', 'moved 1'],
      ['booked 0', 'called-off 1'],
    ]);
    expect(await money(shop, 'u2')).toBe('done');
  });
});

describe('money of a date that is under way, refused, or cut into parts', () => {
  test('all parts together are the whole, to the last cent, and then it closes', async () => {
    const shop = await shopWith({ class: { pick: 'all' }, terms: [{ kind: 'once', amount: '100' }] });
    await shop.order({});
    for (const [n, date] of ['d1', 'd2', 'd3'].entries()) {
      await callOff(shop, date);
      expect(await money(shop, 'u1', n)).toBe('done');
      await shop.runner.settle();
    }
    expect([...shop.runner.state.refunds.values()].map(({ amount }) => amount)).toEqual([3_333, 3_334, 3_333]);
    expect(shop.runner.state.passes.get(seatOf(shop)?.passId ?? '')?.closed?.why).toBe('refund');
  });

  test('refused by the service it is offered again, also after a restart; asked for by the seller it is not asked twice', async () => {
    const shop = await shopWith();
    const order = await shop.order({ dates: ['d1'] });
    await callOff(shop, 'd1');
    const { refund } = shop.ports.payments;
    shop.ports.payments.refund = () => Promise.resolve({ status: 'refused', reason: 'closed' });
    expect(await money(shop)).toBe('done');
    // On its way it is asked for once.
    expect(await money(shop)).toBe('no-offer');
    await shop.runner.settle();
    await shop.restart();
    expect(seatOf(shop)).toMatchObject({ offered: { money: true }, moneyBack: null });
    shop.ports.payments.refund = refund;
    const all = { type: 'refund', orderId: order.id, shares: [{ lineId: 'l1', amount: 9_000 }], reason: '' } as const;
    expect([await codeOf(shop, all), await money(shop)]).toEqual(['done', 'no-offer']);
    await shop.runner.settle();
    expect([...shop.runner.state.refunds.values()].filter(({ status }) => status === 'paid')).toHaveLength(1);
  });

  test('a payment that a bank disputes gives nothing back by itself', async () => {
    const shop = await shopWith();
    const order = await shop.order({ dates: ['d1'] });
    await callOff(shop, 'd1');
    const paymentId = order.payments[0]?.id ?? '';
    await shop.act({ type: 'open-dispute', disputeId: 'dis1', paymentId, amount: 9_000, answerBy: START });
    expect([await money(shop), await take(shop, 'd2')]).toEqual(['disputed', 'sessions-on-hold']);
  });
});

describe('access that ends', () => {
  const WEEK = { kind: 'once', amount: '90' } as const;
  const forAWeek = (more: Given = {}): Promise<MemoryShop> =>
    shopInMemory(
      releaseWith([WEEK], {
        shop: { zone: ZONE },
        edit: (content) => {
          selling([classOf('k', DATES, more.class)], 'k')(content);
          for (const price of content.offers.find(({ id }) => id === 'off_0')?.prices ?? [])
            price.access = { ...price.access, kind: 'for', count: '1', unit: 'week' };
        },
      }),
      START,
      more.answers,
    );

  test('no date after it is sold with it', async () => {
    const shop = await forAWeek();
    await expect(shop.order({ dates: ['d2'] })).rejects.toThrow('is full');
    await shop.order({ person: 'u2', dates: ['d1'] });
    const all = await forAWeek({ class: { pick: 'all' } });
    await all.order({});
    expect(room(all)).toEqual([2, 3, 3]);
    await all.goTo(at('2026-06-24T10:00'));
    expect(seatOf(all)?.status).toBe('booked');
  });

  test('a date that is moved after it keeps its people: access reaches to its end', async () => {
    const shop = await forAWeek();
    await shop.order({ dates: ['d1'] });
    await move(shop, 'd1', at('2026-06-25T20:00'));
    await shop.goTo(at('2026-06-25T20:30'));
    expect([seatOf(shop)?.status, shop.runner.state.passes.get(seatOf(shop)?.passId ?? '')?.closed]).toEqual([
      'booked',
      null,
    ]);
    await shop.goTo(at('2026-06-25T21:00'));
    expect(shop.runner.state.passes.get(seatOf(shop)?.passId ?? '')?.closed?.why).toBe('expired');
  });
});

test.each(['another date', 'the money'])(
  'paid for once the date was over, because the bank took so long: %s',
  async (which) => {
    const dates = [dateOf('d1', '2026-06-15T09:10', { minutes: 10 }), ...DATES.slice(1)];
    const shop = await shopWith({
      class: { dates },
      answers: () => ({ status: 'waits-for-bank', confirmAt: 'https://bank.example.org' }),
    });
    await expect(shop.order({ dates: ['d1'] })).rejects.toThrow('no order came of it');
    shop.ports.setNow(at('2026-06-15T09:25'));
    const [key = ''] = shop.runner.state.charges.keys();
    await shop.act({ type: 'answer-charge', key, answer: { status: 'paid', paymentId: 'pay1' } });
    expect(seatOf(shop)).toMatchObject({ status: 'called-off', offered: { otherDate: true, money: true } });
    expect(await (which === 'the money' ? money(shop) : take(shop, 'd2'))).toBe('done');
    // One or the other: whoever took the money takes no other date with it.
    expect(await (which === 'the money' ? take(shop, 'd2') : money(shop))).toBe(
      which === 'the money' ? 'seat-money-back' : 'no-offer',
    );
  },
);

describe('seats that are asked for', () => {
  const inside = { also: [membershipOf('m', ['k'])], opened: ['m'], terms: [MONTHLY] };

  test('by members: one date of several, for as long as access lasts, and never without', async () => {
    const shop = await shopWith(inside);
    await shop.order({});
    expect([seats(shop), await take(shop, 'd1', 'u9')]).toEqual([[], 'no-such-product']);
    expect([await take(shop, 'd1'), await take(shop, 'd1'), await take(shop, 'd2')]).toEqual([
      'done',
      'done',
      'seat-had',
    ]);
    expect(room(shop)).toEqual([2, 3, 3]);
    await shop.act({
      type: 'give-passes',
      gifts: [{ personId: 'u5', productId: 'k', until: at('2026-06-20T10:00') }],
      reason: '',
    });
    expect([await take(shop, 'd2', 'u5'), await take(shop, 'd1', 'u5')]).toEqual(['session-after-access', 'done']);
    await shop.act({
      type: 'call-off-session',
      sessionId: seatOf(shop)?.id ?? '',
      personId: 'u1',
      by: 'member',
      counts: false,
      seenLate: false,
    });
    expect([await take(shop, 'd3'), room(shop)]).toEqual(['done', [2, 3, 2]]);
  });

  test('they fall away when access ends, and when the class is taken out', async () => {
    const shop = await shopWith(inside);
    await shop.order({});
    await shop.act({ type: 'give-passes', gifts: [{ personId: 'u5', productId: 'k', until: null }], reason: '' });
    await take(shop, 'd3');
    await take(shop, 'd3', 'u5');
    const content = unsealContent(liveWith(inside).content);
    content.products = content.products.map((p) =>
      p.kind === 'membership' ? { ...p, parts: [{ productId: 'prd_1', plan: null }] } : p,
    );
    const first = content.products.find(({ kind }) => kind === 'download');
    content.products = content.products.map((p) =>
      p.kind === 'membership' ? { ...p, parts: [{ productId: first?.id ?? '', plan: null }] } : p,
    );
    const next = release(2, 1, sealContent(content));
    shop.ports.addRelease(next);
    expect(await codeOf(shop, { type: 'publish', release: next, hasFile: () => true })).toBe('done');
    expect([seatOf(shop)?.status, seatOf(shop, 'u5')?.status]).toEqual(['called-off', 'booked']);
  });
});

test('an edited date: with a seat it is not published, without one it stands where it is set now', async () => {
  const shop = await shopWith();
  await shop.order({ dates: ['d1'] });
  await move(shop, 'd2', at('2026-06-26T19:00'));
  const edited = (id: string, begins: string, number: number) => {
    const content = unsealContent(liveWith({}).content);
    for (const product of content.products)
      if (product.kind === 'live-class')
        product.dates = product.dates.map((date) => (date.id === id ? { ...date, begins } : date));
    const next = release(number, 1, sealContent(content));
    shop.ports.addRelease(next);
    return next;
  };
  const publish = (next: ReturnType<typeof edited>) =>
    codeOf(shop, { type: 'publish', release: next, hasFile: () => true });
  expect(await publish(edited('d1', '2026-06-18T20:00', 2))).toBe('date-set');
  const without = unsealContent(liveWith({}).content);
  for (const product of without.products)
    if (product.kind === 'live-class') product.dates = product.dates.filter(({ id }) => id !== 'd3');
  const shorter = release(4, 1, sealContent(without));
  shop.ports.addRelease(shorter);
  // Somebody who has a seat nowhere near it, and whoever is paying for one there.
  expect(await publish(shorter)).toBe('would-strand');
  const next = edited('d2', '2026-06-27T19:00', 3);
  expect(await publish(next)).toBe('done');
  expect(datesIn(shop.runner.state, next.content.products, 'k')?.map(({ from }) => from)).toEqual(
    ['2026-06-18T19:00', '2026-06-27T19:00', '2026-07-02T19:00'].map((local) => at(local)),
  );
});

test('while a class is on, nobody can book anything else', async () => {
  const coaching = coachingOf('c');
  const shop = await shopWith({
    also: [coaching],
    class: { dates: [dateOf('d1', '2026-06-18T10:00', { minutes: 90 })] },
  });
  const slots = (): string[] => {
    const { state } = shop.runner;
    const products = shop.ports.releases.get(1)?.content.products ?? [];
    return slotsFor(
      asBooked(coaching),
      { now: START, zone: ZONE, taken: takenTimes(state, products, [], { now: START }) },
      '2026-06-18',
      '2026-06-18',
    ).map((slot) => DateTime.fromISO(slot, { zone: ZONE }).toFormat('HH'));
  };
  expect(slots()).toEqual(['09', '12', '13', '14', '15', '16']);
  await callOff(shop, 'd1');
  expect(slots()).toContain('10');
});

test('whatever is bought, given, moved and refunded: no date has more seats taken than it has, and each is somebody’s', async () => {
  const act = fc.oneof(
    fc.record({
      does: fc.constant('buy' as const),
      who: fc.nat(6),
      date: fc.nat(2),
      many: fc.integer({ min: 1, max: 2 }),
    }),
    fc.record({ does: fc.constant('change' as const), who: fc.nat(6), date: fc.nat(2), many: fc.constant(1) }),
    fc.record({ does: fc.constant('back' as const), who: fc.nat(6), date: fc.nat(2), many: fc.constant(1) }),
    fc.record({ does: fc.constant('leave' as const), who: fc.nat(6), date: fc.nat(2), many: fc.constant(1) }),
    fc.record({ does: fc.constant('take' as const), who: fc.nat(6), date: fc.nat(2), many: fc.constant(1) }),
    fc.record({ does: fc.constant('refuse' as const), who: fc.nat(6), date: fc.nat(2), many: fc.constant(1) }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 25 }), async (acts) => {
      let refuses = false;
      const shop = await shopWith({
        perOrder: 2,
        answers: () => (refuses ? { status: 'refused', reason: 'declined' } : { status: 'paid', paymentId: '' }),
      });
      // A plain list of who sits where, kept by the rules alone.
      const sits: { person: string; date: string; many: number }[] = [];
      const free = (date: string): number => 3 - sits.filter((s) => s.date === date).reduce((n, s) => n + s.many, 0);
      const paid = new Map<string, { orderId: string; units: number }>();
      for (const { does, who, date: n, many } of acts) {
        const [person, date] = [`m${who}`, `d${n + 1}`];
        const mine = sits.find((s) => s.person === person);
        if (does === 'buy' || does === 'refuse') {
          if (paid.has(person)) continue;
          refuses = does === 'refuse';
          const order = await shop.order({ person, dates: [date], quantity: many }).catch(() => null);
          expect(order !== null).toBe(!refuses && free(date) >= many);
          if (!order) continue;
          paid.set(person, { orderId: order.id, units: many });
          sits.push({ person, date, many });
        } else if (does === 'change') {
          const taken = seats(shop).findIndex(
            (s) => s.status === 'booked' && shop.runner.state.passes.get(s.passId)?.personId === person,
          );
          const id = seats(shop)[taken]?.id ?? '';
          const said = await codeOf(shop, {
            type: 'change-seat',
            sessionId: id,
            personId: person,
            dateId: date,
            zone: null,
          });
          if (!mine) expect(said).toBe('no-such-session');
          else if (mine.date === date || free(date) >= mine.many) {
            expect(said).toBe('done');
            mine.date = date;
          } else expect(said).toBe('seat-gone');
        } else if (does === 'leave') {
          const seat = seats(shop).find(
            (s) => s.status === 'booked' && shop.runner.state.passes.get(s.passId)?.personId === person,
          );
          await codeOf(shop, {
            type: 'call-off-session',
            sessionId: seat?.id ?? '',
            personId: person,
            by: 'member',
            counts: false,
            seenLate: false,
          });
          if (mine) sits.splice(sits.indexOf(mine), 1);
        } else if (does === 'take') {
          const said = await take(shop, date, person);
          // Whoever paid for two and left has two seats again, or none.
          const units = paid.get(person)?.units ?? 0;
          const may = units > 0 && !mine && free(date) >= units;
          expect(said === 'done').toBe(may || mine?.date === date);
          if (may) sits.push({ person, date, many: units });
        } else {
          const order = shop.runner.state.orders.get(paid.get(person)?.orderId ?? '');
          if (!order) continue;
          const amount = order.payments[0]?.lines[0]?.amount ?? 0;
          await shop.act({ type: 'refund', orderId: order.id, shares: [{ lineId: 'l1', amount }], reason: '' });
          paid.delete(person);
          if (mine) sits.splice(sits.indexOf(mine), 1);
        }
        expect(room(shop)).toEqual(['d1', 'd2', 'd3'].map(free));
      }
      await shop.restart();
      expect(room(shop)).toEqual(['d1', 'd2', 'd3'].map(free));
    }),
    {
      numRuns: 40,
      examples: [
        [
          [
            { does: 'buy', who: 1, date: 0, many: 2 },
            { does: 'leave', who: 1, date: 0, many: 1 },
            { does: 'take', who: 1, date: 0, many: 1 },
          ],
        ],
      ],
    },
  );
});
