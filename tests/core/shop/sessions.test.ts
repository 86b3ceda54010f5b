import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { ledgerLines, unusedOf } from '#core/booking';
import type { Coaching, DraftPrice } from '#core/catalogue';
import type { Command } from '#core/shop';
import { entriesOf, leftOn, sessionsFalling, sessionsOfPass } from '#core/shop';
import { coachingOf, openOn } from '../../support/coaching';
import { selling } from '../../support/membership';
import { codeOf, type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

const ZONE = 'Europe/Lisbon';
/** A Monday. */
const START = '2026-06-15T08:00:00.000Z';
const at = (local: string): string => DateTime.fromISO(local, { zone: ZONE }).toUTC().toISO() ?? '';

const ONCE = { kind: 'once', amount: '120' } as const;
const MONTHLY = { kind: 'subscription', amount: '90', every: { count: '1', unit: 'month' } } as const;
const TRIAL = { ...MONTHLY, trial: { days: '14', fee: '0' } } as const;

const shopWith = (
  coaching: Partial<Coaching> = {},
  terms: readonly DraftTermsGiven[] = [ONCE],
  edit?: (prices: DraftPrice[]) => void,
): Promise<MemoryShop> =>
  shopInMemory(
    releaseWith(terms, {
      shop: { zone: ZONE },
      edit: (content) => {
        selling([coachingOf('c', coaching)], 'c')(content);
        edit?.(content.offers.flatMap(({ prices }) => prices).filter(({ id }) => /^pr_\d/.test(id)));
      },
    }),
    START,
  );

type Book = Extract<Command, { type: 'book-session' }>;
const book = (shop: MemoryShop, local: string, more: Partial<Book> = {}): Promise<string> =>
  codeOf(shop, {
    type: 'book-session',
    personId: 'u1',
    productId: 'c',
    at: at(local),
    busy: [],
    by: 'member',
    zone: null,
    ...more,
  });
const move = (shop: MemoryShop, sessionId: string, local: string, by: 'member' | 'seller' = 'member') =>
  codeOf(shop, {
    type: 'move-session',
    sessionId,
    personId: by === 'member' ? 'u1' : null,
    at: at(local),
    busy: [],
    by,
    zone: null,
  });
const callOff = (
  shop: MemoryShop,
  sessionId: string,
  more: Partial<Extract<Command, { type: 'call-off-session' }>> = {},
) =>
  codeOf(shop, {
    type: 'call-off-session',
    sessionId,
    personId: 'u1',
    by: 'member',
    counts: false,
    seenLate: false,
    ...more,
  });

const passOf = (shop: MemoryShop, person = 'u1', n = 0): string =>
  shop.runner.state.passesOfPerson.get(person)?.[n] ?? '';
const left = (shop: MemoryShop, person = 'u1', n = 0): number => leftOn(shop.runner.state, passOf(shop, person, n));
const sessions = (shop: MemoryShop) => [...shop.runner.state.sessions.values()];
const last = (shop: MemoryShop): string => sessions(shop).at(-1)?.id ?? '';
const booked = (shop: MemoryShop): string[] =>
  sessions(shop)
    .filter((s) => s.status === 'booked')
    .map((s) => DateTime.fromISO(s.from, { zone: ZONE }).toFormat('yyyy-MM-dd HH:mm'));
const letters = (shop: MemoryShop): string[] => shop.ports.sessions.map(({ mail }) => mail.mail);

test('bought, booked, moved, cancelled, held and missed: what is left, line by line', async () => {
  const shop = await shopWith();
  await shop.order({});
  expect(left(shop)).toBe(3);
  expect(await book(shop, '2026-06-17T10:00')).toBe('done');
  expect(await move(shop, last(shop), '2026-06-18T11:00')).toBe('done');
  expect(await book(shop, '2026-06-22T09:00')).toBe('done');
  expect(await book(shop, '2026-06-23T09:00')).toBe('done');
  expect(left(shop)).toBe(0);
  expect(await book(shop, '2026-06-24T09:00')).toBe('no-sessions-left');
  // In time: it is refunded.
  expect(await callOff(shop, last(shop))).toBe('done');
  expect(left(shop)).toBe(1);
  const [first, second] = sessions(shop);
  expect(await codeOf(shop, { type: 'mark-session', sessionId: first?.id ?? '', as: 'held', counts: true })).toBe(
    'session-not-begun',
  );
  await shop.goTo(at('2026-06-22T09:30'));
  const mark = (id: string | undefined, as: 'held' | 'missed', counts: boolean) =>
    codeOf(shop, { type: 'mark-session', sessionId: id ?? '', as, counts });
  expect([await mark(first?.id, 'held', true), await mark(second?.id, 'missed', false)]).toEqual(['done', 'done']);
  // The seller let it go: it is theirs again.
  expect(left(shop)).toBe(2);
  const lines = ledgerLines(
    entriesOf(shop.runner.state, passOf(shop)),
    sessionsOfPass(shop.runner.state, passOf(shop)),
  );
  expect(lines.map(({ change, left: after }) => [change, after])).toEqual([
    [3, 3],
    [-1, 2],
    [0, 2],
    [0, 2],
  ]);
  await shop.runner.settle();
  expect(letters(shop)).toEqual(['booked', 'moved', 'booked', 'booked', 'called-off', 'reminder', 'reminder']);
  // Each later word about one session is a later one to calendars too.
  expect(
    shop.ports.sessions.filter(({ mail }) => mail.sessionId === first?.id).map(({ mail }) => mail.sequence),
  ).toEqual([0, 1, 1]);
  const before = booked(shop);
  await shop.restart();
  expect([left(shop), booked(shop)]).toEqual([2, before]);
});

describe('who may book what', () => {
  test('of a hundred who want one time one has it', async () => {
    const shop = await shopWith();
    for (let i = 0; i < 100; i += 1) await shop.order({ person: `m${i}` });
    const said = await Promise.all(
      Array.from({ length: 100 }, (_, i) => book(shop, '2026-06-17T10:00', { personId: `m${i}` })),
    );
    expect(said.filter((s) => s === 'done')).toHaveLength(1);
    expect(said.filter((s) => s === 'slot-taken')).toHaveLength(99);
  });

  test('pressed twice it is booked once', async () => {
    const shop = await shopWith();
    await shop.order({});
    expect(await Promise.all([book(shop, '2026-06-17T10:00'), book(shop, '2026-06-17T10:00')])).toEqual([
      'done',
      'done',
    ]);
    expect([sessions(shop).length, left(shop)]).toEqual([1, 2]);
  });

  test('in open hours, with notice, not while the seller is busy; the seller whatever is free', async () => {
    const shop = await shopWith();
    await shop.order({});
    const busy = [{ from: Date.parse(at('2026-06-17T10:30')), until: Date.parse(at('2026-06-17T10:45')) }];
    expect(await book(shop, '2026-06-17T10:00', { busy })).toBe('slot-taken');
    expect(await book(shop, '2026-06-17T11:00', { busy })).toBe('done');
    expect(await book(shop, '2026-06-15T15:00')).toBe('slot-taken');
    expect(await book(shop, '2026-06-20T10:00')).toBe('slot-taken');
    expect(await book(shop, '2026-06-20T10:20', { by: 'seller' })).toBe('done');
    expect(await book(shop, '2026-06-17T11:30', { by: 'seller' })).toBe('slot-taken');
    expect(await book(shop, '2026-06-14T10:00', { by: 'seller' })).toBe('slot-taken');
    expect(await book(shop, 'x')).toBe('slot-taken');
  });

  test('nothing of another, and nothing without a pass', async () => {
    const shop = await shopWith();
    await shop.order({});
    await book(shop, '2026-06-17T10:00');
    await shop.ports.people.save({ id: 'u2', rev: 1, name: '', address: 'u2@example.org' });
    expect(await book(shop, '2026-06-17T12:00', { personId: 'u2' })).toBe('no-such-product');
    expect(await callOff(shop, last(shop), { personId: 'u2' })).toBe('no-such-session');
    expect(await callOff(shop, 'ses_none')).toBe('no-such-session');
    expect(booked(shop)).toEqual(['2026-06-17 10:00']);
  });

  test('not beyond where access ends; by the pass that ends first', async () => {
    const shop = await shopWith({}, [ONCE, ONCE], ([first]) => {
      Object.assign(first?.access ?? {}, { kind: 'for', count: '10', unit: 'day' });
    });
    await shop.order({});
    expect(await book(shop, '2026-06-26T10:00')).toBe('session-after-access');
    await shop.order({ i: 1 });
    expect(await book(shop, '2026-06-26T10:00')).toBe('done');
    expect(await book(shop, '2026-06-24T10:00')).toBe('done');
    expect([left(shop, 'u1', 0), left(shop, 'u1', 1)]).toEqual([2, 2]);
  });
});

describe('short notice', () => {
  const near = async (): Promise<MemoryShop> => {
    const shop = await shopWith();
    await shop.order({});
    await book(shop, '2026-06-17T10:00');
    await shop.goTo(at('2026-06-16T10:00:01'));
    return shop;
  };

  test('it cannot be moved, and cancelled it counts, which is said before', async () => {
    const shop = await near();
    expect(await move(shop, last(shop), '2026-06-18T10:00')).toBe('session-late');
    expect(await callOff(shop, last(shop))).toBe('session-late');
    expect(booked(shop)).toHaveLength(1);
    expect(await callOff(shop, last(shop), { seenLate: true })).toBe('done');
    expect(left(shop)).toBe(2);
    expect(await callOff(shop, last(shop))).toBe('done');
  });

  test('the seller moves it, or gives it back', async () => {
    const shop = await near();
    expect(await move(shop, last(shop), '2026-06-16T20:00', 'seller')).toBe('done');
    expect(await callOff(shop, last(shop), { by: 'seller', personId: null })).toBe('done');
    expect(left(shop)).toBe(3);
  });

  test('a second before it is in time', async () => {
    const shop = await shopWith();
    await shop.order({});
    await book(shop, '2026-06-17T10:00');
    await shop.goTo(at('2026-06-16T10:00:00'));
    expect(await callOff(shop, last(shop))).toBe('done');
    expect(left(shop)).toBe(3);
  });
});

describe('when the money stops', () => {
  test('refunded, everything booked falls away and is said; what was held stays', async () => {
    const shop = await shopWith();
    const order = await shop.order({});
    await book(shop, '2026-06-17T10:00');
    await book(shop, '2026-06-24T10:00');
    await shop.goTo(at('2026-06-17T11:30'));
    await codeOf(shop, { type: 'mark-session', sessionId: sessions(shop)[0]?.id ?? '', as: 'held', counts: true });
    const shares = order.lines.map(({ lineId, dueToday }) => ({ lineId, amount: dueToday }));
    expect(await codeOf(shop, { type: 'refund', orderId: order.id, shares, reason: '' })).toBe('done');
    await shop.runner.settle();
    expect(sessions(shop).map((s) => s.status)).toEqual(['held', 'called-off']);
    expect(letters(shop).at(-1)).toBe('called-off');
    expect(await book(shop, '2026-06-25T10:00')).toBe('no-such-product');
  });

  test('what falls away is counted before: now, with the money, and at the end of what is paid', async () => {
    const shop = await shopWith({ each: 'period', sessions: 3 }, [MONTHLY]);
    const { id: agreementId } = await shop.buy({});
    for (const day of ['2026-07-13', '2026-07-14', '2026-07-16']) await book(shop, `${day}T10:00`);
    const falls = (command: Command): number => {
      const decision = shop.runner.preview(command);
      return 'refused' in decision ? -1 : sessionsFalling(shop.runner.state, decision.events, shop.runner.now());
    };
    const cancel = { type: 'cancel', agreementId, giveBack: false, by: 'buyer' } as const;
    expect(falls({ ...cancel, when: 'now' })).toBe(3);
    // Paid until the fifteenth.
    expect(falls({ ...cancel, when: 'end' })).toBe(1);
    expect(falls({ type: 'refund-agreement', agreementId, amount: null, ends: true, reason: '' })).toBe(3);
    await codeOf(shop, { ...cancel, when: 'end' });
    // What lies beyond it cannot be booked any more, and falls away when it has come.
    expect(await book(shop, '2026-07-20T10:00')).not.toBe('done');
    expect(booked(shop)).toHaveLength(3);
    await shop.goTo(at('2026-07-15T12:00'));
    expect(sessions(shop).map((s) => s.status)).toEqual(['booked', 'booked', 'called-off']);
  });

  test('of several units those of what goes back', async () => {
    const shop = await shopWith({}, [ONCE], (prices) => {
      for (const price of prices) price.limit = { inAll: '', each: '', perOrder: '5' };
    });
    const order = await shop.order({ quantity: 3 });
    expect(left(shop)).toBe(9);
    await book(shop, '2026-06-17T10:00');
    const [line] = order.lines;
    await codeOf(shop, {
      type: 'refund',
      orderId: order.id,
      shares: [{ lineId: line?.lineId ?? '', amount: 12_000, units: 1 }],
      reason: '',
    });
    await shop.runner.settle();
    expect(left(shop)).toBe(5);
  });

  test('units that are on their way back, and everything booked meanwhile: what was refunded is not kept', async () => {
    const shop = await shopWith({ sessions: 2 }, [ONCE], (prices) => {
      for (const price of prices) price.limit = { inAll: '', each: '', perOrder: '5' };
    });
    const order = await shop.order({ quantity: 2 });
    const [line] = order.lines;
    const refund: Command = {
      type: 'refund',
      orderId: order.id,
      shares: [{ lineId: line?.lineId ?? '', amount: 12_000, units: 1 }],
      reason: '',
    };
    let answer: () => void = () => undefined;
    shop.ports.payments.refund = () => new Promise((resolve) => (answer = () => resolve({ status: 'paid' })));
    expect(await codeOf(shop, refund)).toBe('done');
    for (const day of [17, 18, 19, 22]) expect(await book(shop, `2026-06-${day}T10:00`)).toBe('done');
    answer();
    await shop.runner.settle();
    // Of the two that are left none is more than was paid for: the latest two are gone.
    expect(booked(shop)).toEqual(['2026-06-17 10:00', '2026-06-18 10:00']);
    expect(left(shop)).toBe(0);
    expect(letters(shop).filter((mail) => mail === 'called-off')).toHaveLength(2);
    // Said before: of the unit that is left both would go, by the pass that closes.
    const decision = shop.runner.preview(refund);
    if ('refused' in decision) throw new Error(decision.refused);
    expect(sessionsFalling(shop.runner.state, decision.events, shop.runner.now())).toBe(2);
  });

  test('on hold nothing new is booked, and what is booked stands', async () => {
    const shop = await shopWith({ each: 'period' }, [MONTHLY]);
    const { id: agreementId } = await shop.buy({});
    await book(shop, '2026-06-30T10:00');
    expect(await codeOf(shop, { type: 'pause', agreementId, until: null, by: 'seller' })).toBe('done');
    expect(shop.runner.state.passes.get(passOf(shop))?.holds).toHaveLength(1);
    expect(await book(shop, '2026-07-03T10:00')).toBe('sessions-on-hold');
    expect(await move(shop, last(shop), '2026-07-03T10:00')).toBe('sessions-on-hold');
    expect(booked(shop)).toEqual(['2026-06-30 10:00']);
    expect(await move(shop, last(shop), '2026-07-01T20:00', 'seller')).toBe('done');
  });

  test('withdrawn, or cut short, what lies after it falls away', async () => {
    const shop = await shopWith();
    await codeOf(shop, {
      type: 'give-passes',
      gifts: [{ personId: 'u1', productId: 'c', until: null }],
      reason: 'A friend',
    });
    await book(shop, '2026-06-17T10:00');
    await book(shop, '2026-06-24T10:00');
    expect(await codeOf(shop, { type: 'move-pass', passId: passOf(shop), until: at('2026-06-24T10:30') })).toBe('done');
    expect(booked(shop)).toEqual(['2026-06-17 10:00']);
    expect(left(shop)).toBe(2);
    expect(await codeOf(shop, { type: 'withdraw-pass', passId: passOf(shop) })).toBe('done');
    expect(booked(shop)).toEqual([]);
  });
});

describe('so many each paid period', () => {
  const due = async (terms: DraftTermsGiven, sessionsEach = 2): Promise<MemoryShop> => {
    const shop = await shopWith({ each: 'period', sessions: sessionsEach }, [terms]);
    await shop.buy({});
    return shop;
  };

  test('what is left above so many lapses, then the new ones come', async () => {
    const shop = await due(MONTHLY);
    expect(left(shop)).toBe(2);
    await shop.goTo(at('2026-07-15T12:00'));
    expect(left(shop)).toBe(4);
    await shop.goTo(at('2026-08-15T12:00'));
    expect(left(shop)).toBe(4);
    expect(await book(shop, '2026-08-19T10:00')).toBe('done');
    await shop.goTo(at('2026-09-15T12:00'));
    // Three were left: one lapsed, two came.
    expect(left(shop)).toBe(4);
    const kinds = entriesOf(shop.runner.state, passOf(shop)).map((e) => `${e.kind} ${e.count}`);
    expect(kinds).toEqual(['given 2', 'given 2', 'lapsed 2', 'given 2', 'lapsed 1', 'given 2']);
  });

  test('a trial brings none before it is paid', async () => {
    const shop = await due(TRIAL);
    expect([left(shop), await book(shop, '2026-06-17T10:00')]).toEqual([0, 'no-sessions-left']);
    await shop.goTo(at('2026-06-30T12:00'));
    expect(left(shop)).toBe(2);
  });

  test('a period whose payment goes back takes its unused ones along', async () => {
    const shop = await due(MONTHLY);
    await book(shop, '2026-06-17T10:00');
    await shop.goTo(at('2026-07-15T12:00'));
    expect(left(shop)).toBe(3);
    const agreement = [...shop.runner.state.agreements.values()][0];
    expect(
      await codeOf(shop, {
        type: 'refund-agreement',
        agreementId: agreement?.id ?? '',
        amount: 9_000,
        ends: false,
        reason: '',
      }),
    ).toBe('done');
    await shop.runner.settle();
    expect(left(shop)).toBe(1);
  });

  test('switched to another price of it, what is booked goes over as far as that brings any', async () => {
    const shop = await shopWith({ each: 'period', sessions: 2 }, [
      MONTHLY,
      { kind: 'subscription', amount: '900', every: { count: '1', unit: 'year' } },
    ]);
    const { id: agreementId } = await shop.buy({});
    await shop.goTo(at('2026-07-15T12:00'));
    for (const day of [20, 21, 22]) await book(shop, `2026-07-${day}T10:00`);
    expect(left(shop)).toBe(1);
    expect(await shop.act({ type: 'switch', agreementId, offerId: 'off_1', priceId: 'pr_1' })).toBe('done');
    // Of the two that it brings both are booked already; the third falls away, and is said.
    expect(booked(shop)).toEqual(['2026-07-20 10:00', '2026-07-21 10:00']);
    expect([left(shop, 'u1', 0), left(shop, 'u1', 1)]).toEqual([4, 0]);
    expect(letters(shop).filter((mail) => mail === 'called-off')).toHaveLength(1);
    expect(await callOff(shop, sessions(shop)[0]?.id ?? '')).toBe('done');
    expect(left(shop, 'u1', 1)).toBe(1);
    await shop.restart();
    expect([left(shop, 'u1', 1), booked(shop)]).toEqual([1, ['2026-07-21 10:00']]);
  });

  test('a step down brings its own once, with its payment; what is booked goes over as far as that brings any', async () => {
    const shop = await shopWith({ each: 'period', sessions: 2 }, [
      MONTHLY,
      { kind: 'subscription', amount: '20', every: { count: '1', unit: 'month' } },
    ]);
    const { id: agreementId, next } = await shop.buy({});
    const due = DateTime.fromISO(next?.at ?? '', { zone: 'utc' });
    const iso = (moment: DateTime): string => moment.toISO() ?? '';
    await shop.goTo(iso(due.minus({ hours: 1 })));
    const working = [2, 3, 4, 5].map((days) => due.plus({ days })).filter(({ weekday }) => weekday < 6);
    for (const day of working.slice(0, 2)) expect(await book(shop, `${iso(day).slice(0, 10)}T10:00`)).toBe('done');
    const to = { offerId: 'off_1', priceId: 'pr_1' };
    expect(await shop.act({ type: 'step-down', agreementId, to })).toBe('done');
    await shop.goTo(iso(due.plus({ hours: 1 })));
    // Two come with the payment of the day, and both are booked already.
    expect([booked(shop).length, left(shop, 'u1', 1)]).toEqual([2, 0]);
    expect(letters(shop)).not.toContain('called-off');
  });

  test('a plan that is paid in parts brings them once', async () => {
    const shop = await due({
      kind: 'plan',
      payments: '3',
      amount: '30',
      every: { count: '1', unit: 'month' },
    });
    expect(left(shop)).toBe(2);
    await shop.goTo(at('2026-08-20T12:00'));
    expect(left(shop)).toBe(2);
  });
});

test('two made one: what is booked and left goes along', async () => {
  const shop = await shopWith();
  await shop.order({ person: 'u1' });
  await shop.order({ person: 'u2' });
  await book(shop, '2026-06-17T10:00', { personId: 'u2' });
  for (const personId of ['u1', 'u2']) await codeOf(shop, { type: 'change-person', personId, rev: 1 });
  expect(await codeOf(shop, { type: 'join-people', personId: 'u2', intoId: 'u1' })).toBe('done');
  // Asked for before by the one who went.
  expect(await book(shop, '2026-06-18T10:00', { personId: 'u2' })).toBe('done');
  const first = sessions(shop)[0]?.id ?? '';
  expect(await callOff(shop, first, { personId: 'u1' })).toBe('done');
  await shop.runner.settle();
  expect(shop.ports.sessions.at(-1)?.person.id).toBe('u1');
});

test('a day before it is said once more, for the time it has by then', async () => {
  const shop = await shopWith();
  await shop.order({});
  await book(shop, '2026-06-19T10:00');
  await move(shop, last(shop), '2026-06-24T10:00');
  await shop.goTo(at('2026-06-20T10:00'));
  expect(letters(shop)).toEqual(['booked', 'moved']);
  await shop.goTo(at('2026-06-23T10:00'));
  // Started again in between, the shop knows that it was said.
  await shop.restart();
  await shop.goTo(at('2026-06-25T10:00'));
  expect(letters(shop)).toEqual(['booked', 'moved', 'reminder']);
});

// Whatever is done, what is left is what a plain count of the rules says, and no two sessions meet.
const act = fc.oneof(
  fc.record({ kind: fc.constant('book' as const), who: fc.nat(1), day: fc.nat(9), hour: fc.nat(3) }),
  fc.record({ kind: fc.constant('move' as const), who: fc.nat(5), day: fc.nat(9), hour: fc.nat(3) }),
  fc.record({ kind: fc.constant('call-off' as const), who: fc.nat(5), late: fc.boolean() }),
  fc.record({ kind: fc.constant('mark' as const), who: fc.nat(5), held: fc.boolean(), counts: fc.boolean() }),
  fc.record({ kind: fc.constant('wait' as const), hours: fc.integer({ min: 1, max: 40 }) }),
  fc.record({ kind: fc.constant('give' as const), who: fc.nat(1), count: fc.integer({ min: 1, max: 2 }) }),
);

test('generated weeks: what is left is as a plain count has it, and no two sessions meet', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 40 }), async (acts) => {
      const shop = await shopWith({ hours: openOn([1, 2, 3, 4, 5, 6, 7], '09:00', '13:00'), noticeHours: 12 });
      await shop.order({ person: 'u0' });
      await shop.order({ person: 'u1' });
      const given = [3, 3];
      /** Every session as somebody with pencil and paper would have noted it. */
      const notes: { id: string; who: number; from: number; takes: boolean; open: boolean }[] = [];
      const now = (): number => Date.parse(shop.runner.now());
      const free = (from: number, except?: string): boolean =>
        notes.every((n) => n.id === except || (!n.open && !n.takes) || n.from !== from || isGone(n));
      const gone = new Set<string>();
      const isGone = (n: { id: string }): boolean => gone.has(n.id);
      const paper = (who: number): number => (given[who] ?? 0) - notes.filter((n) => n.who === who && n.takes).length;
      for (const one of acts) {
        if (one.kind === 'wait') {
          await shop.goTo(new Date(now() + one.hours * 3_600_000).toISOString());
        } else if (one.kind === 'give') {
          expect(
            await codeOf(shop, {
              type: 'give-sessions',
              passId: passOf(shop, `u${one.who}`),
              count: one.count,
              reason: '',
            }),
          ).toBe('done');
          given[one.who] = (given[one.who] ?? 0) + one.count;
        } else if (one.kind === 'book') {
          const local = `2026-06-${15 + one.day}T${String(9 + one.hour).padStart(2, '0')}:00`;
          const from = Date.parse(at(local));
          const own = notes.find((n) => n.who === one.who && n.open && n.from === from);
          const can = from >= now() + 12 * 3_600_000 && free(from) && paper(one.who) > 0;
          const said = await book(shop, local, { personId: `u${one.who}` });
          expect([local, said === 'done']).toEqual([local, can || own !== undefined]);
          if (can && !own) notes.push({ id: last(shop), who: one.who, from, takes: true, open: true });
        } else {
          const note = notes[one.who % Math.max(1, notes.length)];
          if (!note) continue;
          if (one.kind === 'move') {
            const local = `2026-06-${15 + one.day}T${String(9 + one.hour).padStart(2, '0')}:00`;
            const from = Date.parse(at(local));
            const inTime = note.from >= now() + 12 * 3_600_000;
            const can = note.open && inTime && from >= now() + 12 * 3_600_000 && free(from, note.id);
            const said = await codeOf(shop, {
              type: 'move-session',
              sessionId: note.id,
              personId: `u${note.who}`,
              at: at(local),
              busy: [],
              by: 'member',
              zone: null,
            });
            expect(said === 'done').toBe(can || (note.open && note.from === from));
            if (can) note.from = from;
          } else if (one.kind === 'call-off') {
            const inTime = note.from >= now() + 12 * 3_600_000;
            const can = note.open && note.from > now() && (inTime || one.late);
            const said = await callOff(shop, note.id, { personId: `u${note.who}`, seenLate: one.late });
            if (gone.has(note.id)) continue;
            expect(said === 'done').toBe(can);
            if (!can) continue;
            note.open = false;
            note.takes = !inTime;
            gone.add(note.id);
          } else {
            const takes = one.held || one.counts;
            const room = note.takes || !takes || paper(note.who) > 0;
            const can = !gone.has(note.id) && note.from <= now() && room;
            const said = await codeOf(shop, {
              type: 'mark-session',
              sessionId: note.id,
              as: one.held ? 'held' : 'missed',
              counts: one.counts,
            });
            expect(said === 'done').toBe(can);
            if (can) Object.assign(note, { open: false, takes });
          }
        }
        expect([left(shop, 'u0'), left(shop, 'u1')]).toEqual([paper(0), paper(1)]);
      }
      const times = sessions(shop)
        .filter((s) => s.status !== 'called-off')
        .map((s) => s.from);
      expect(new Set(times).size).toBe(times.length);
      await shop.restart();
      expect([left(shop, 'u0'), left(shop, 'u1')]).toEqual([paper(0), paper(1)]);
    }),
    { numRuns: 60 },
  );
});

test('of an older payment only what later ones do not account for is unused', () => {
  const given = (key: string, count: number) => ({
    kind: 'given' as const,
    at: '',
    count,
    why: 'period' as const,
    key,
    reason: '',
  });
  const entries = [given('k1', 4), given('k2', 4)] as never;
  // Eight were given: with six left, two of the first four are used; with three left, all of them are.
  expect([6, 8, 3].map((left) => [unusedOf('k1', entries, left), unusedOf('k2', entries, left)])).toEqual([
    [2, 4],
    [4, 4],
    [0, 3],
  ]);
});
