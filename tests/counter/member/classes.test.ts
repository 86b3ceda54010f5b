import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { Buyer, type Owner } from '../../../demo/clients';
import type { ClassAnswer, DateStory, MemberDate, SessionsOfDays } from '../../../src/wire';
import { classOf, dateOf } from '../../support/classes';
import { calendarOf } from '../../support/calendars';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { helperEntered } from '../../support/helpers';
import { entered, mailsTo } from '../../support/mails';
import { contentSelling } from '../../support/release';

/** The shop's clock begins on Monday 15 June 2026 at nine in Lisbon. */
let shop: TestShop;
const JOIN = 'https://live.example.org/secret-room';
const DATES = [
  dateOf('d1', '2026-06-15T10:00', { join: JOIN, seats: 2 }),
  dateOf('d2', '2026-06-18T19:00', { join: JOIN, seats: 2 }),
  dateOf('d3', '2026-06-25T19:00', {
    join: JOIN,
    zone: 'America/New_York',
    recording: { files: [], links: [{ id: 'rec1', title: 'The evening', url: 'https://live.example.org/recording' }] },
  }),
];
const DUSK = classOf('prd_dusk', DATES, { title: 'Dusk, live' });

beforeAll(async () => {
  shop = await openShop({
    content: contentSelling([{ id: 'dusk', title: 'Dusk', terms: { kind: 'once', amount: '18' }, product: DUSK }]),
  });
});
afterAll(() => shop.close());

const buy = async (name: string, dates?: string[]) => {
  const buyer = new Buyer(shop.counter.address);
  const opened = await buyer.openCheckout('dusk');
  const chosen = dates ? { dates } : {};
  const page = await buyer.quoteWith(opened, chosen);
  return buyer.pay(page, { name, address: `${name}@example.org` }, CARD.good, 0, chosen);
};
const member = async (name: string): Promise<Buyer> => {
  await shop.counter.context.runner.settle();
  return entered(shop, `${name}@example.org`);
};
const read = async (who: Buyer): Promise<ClassAnswer> =>
  (await (await who.fetch('/member/api/classes/prd_dusk')).json()) as ClassAnswer;
const dateFor = async (who: Buyer, id: string): Promise<MemberDate> => {
  const found = (await read(who)).dates.find((date) => date.id === id);
  if (!found) throw new Error(`no date ${id}`);
  return found;
};
const story = async (id: string): Promise<DateStory> =>
  (await (await shop.owner.fetch(`/owner/api/classes/${id}`)).json()) as DateStory;
const onSeat = (who: Buyer, id: string, act: object) =>
  who.json<{ sentence?: string; code?: string }>(`/member/api/seats/${id}`, act);

describe('at the checkout', () => {
  test('dates are shown with what is left; one that is full is said, and cannot be paid', async () => {
    const visitor = new Buyer(shop.counter.address);
    const before = await visitor.openCheckout('dusk');
    expect(before.prices[0]?.seats[0]?.dates.map(({ when, room, chosen }) => [when, room, chosen])).toEqual([
      ['Monday 15 June 2026, 10:00 to 11:00 (Lisbon)', '2 seats left', true],
      ['Thursday 18 June 2026, 19:00 to 20:00 (Lisbon)', '2 seats left', false],
      ['Thursday 25 June 2026, 19:00 to 20:00 (New York)', '3 seats left', false],
    ]);
    // Nothing of how to join is anywhere in it, nor on the page around it.
    expect(JSON.stringify(before)).not.toContain('secret-room');
    expect(await (await visitor.fetch('/dusk')).text()).not.toContain('secret-room');
    const late = await visitor.quoteWith(before, { dates: ['d2'] });
    expect(late.prices[0]?.bill[0]?.dates).toEqual(['Thursday 18 June 2026, 19:00 to 20:00 (Lisbon)']);
    for (const name of ['ada', 'bo']) expect((await buy(name, ['d2'])).body.state?.status).toBe('paid');
    const who = { name: 'Cy', address: 'cy@example.org' };
    const refused = await visitor.pay(late, who, CARD.good, 0, { dates: ['d2'] });
    expect([refused.status, refused.body.code]).toEqual([409, 'seat-gone']);
    const anew = refused.body.prices?.[0]?.seats[0]?.dates.map(({ full, chosen }) => [full, chosen]);
    expect(anew).toEqual([
      [false, true],
      [true, false],
      [false, false],
    ]);
    // A date that is none is like none.
    const odd = await visitor.pay(await visitor.quoteWith(before, { dates: ['d9'] }), who, CARD.good, 0, {
      dates: ['d9'],
    });
    expect(odd.body.state?.status).toBe('paid');
  });
});

describe('whoever has a seat', () => {
  test('reads how to join from half an hour before, with an open pass and a seat alone', async () => {
    const [ada, cy] = [await member('ada'), await member('cy')];
    // Half an hour before ten it is half past nine; the shop's clock stands a little after nine.
    expect((await dateFor(cy, 'd1')).mine?.status).toBe('booked');
    shop.counter.context.demoClock?.moveTo('2026-06-15T08:29:00.000Z');
    expect((await dateFor(cy, 'd1')).join).toBe('');
    shop.counter.context.demoClock?.moveTo('2026-06-15T08:30:00.000Z');
    expect((await dateFor(cy, 'd1')).join).toBe(JOIN);
    expect((await dateFor(ada, 'd1')).join).toBe('');
    expect(JSON.stringify(await read(ada))).not.toContain('secret-room');
    expect(JSON.stringify(await (await ada.fetch('/member/api/me')).json())).not.toContain('secret-room');
    shop.counter.context.demoClock?.moveTo('2026-06-15T10:29:00.000Z');
    expect((await dateFor(cy, 'd1')).join).toBe(JOIN);
    shop.counter.context.demoClock?.moveTo('2026-06-15T10:30:00.000Z');
    expect((await dateFor(cy, 'd1')).join).toBe('');
    // The seller reads it among their day, with who was there.
    const days = (await (await shop.owner.fetch('/owner/api/booked?from=2026-06-15')).json()) as SessionsOfDays;
    expect(days.dates.map(({ id, taken, unmarked }) => [id, taken, unmarked])).toEqual([['d1', 1, 1]]);
    expect(days.sessions).toEqual([]);
    await shop.owner.act('/classes/prd_dusk/d1', { act: 'held', missed: [] });
    expect((await story('d1')).people.map(({ name, status }) => [name, status])).toEqual([['Cy', 'held']]);
  });

  test('no letter and no calendar file says how to join', async () => {
    const mails = await mailsTo(shop.folder, 'ada@example.org');
    const seat = mails.find(({ subject }) => /Your seat/.test(subject ?? ''));
    expect(seat?.text).toContain('Thursday 18 June 2026, 19:00 to 20:00 (Lisbon)');
    const files = mails.filter(({ attachments }) => attachments.length > 0).map((mail) => calendarOf(mail).text);
    const all = [...mails.map(({ text }) => text ?? ''), ...files].join('');
    expect(all).not.toContain('secret-room');
    expect(calendarOf(seat)).toMatchObject({
      method: 'REQUEST',
      sequence: 0,
      from: '2026-06-18T18:00:00.000Z',
      until: '2026-06-18T19:00:00.000Z',
    });
  });

  test('opens the recording; strangers and passers-by are led to nothing', async () => {
    const ada = await member('ada');
    const [recording] = (await dateFor(ada, 'd3')).recording;
    const opened = await ada.fetch(recording?.href ?? '', { redirect: 'manual' });
    expect([opened.status, opened.headers.get('location')]).toEqual([303, 'https://live.example.org/recording']);
    const stranger = new Buyer(shop.counter.address);
    expect((await stranger.fetch(recording?.href ?? '', { redirect: 'manual' })).status).toBe(403);
    expect((await stranger.fetch('/member/api/classes/prd_dusk')).status).toBe(401);
    expect((await stranger.fetch('/owner/api/classes/d1')).status).toBe(401);
    expect(
      (
        await stranger.json('/owner/api/classes/prd_dusk/d2', {
          act: 'call-off',
          offers: { otherDate: true, money: true },
        })
      ).status,
    ).toBe(401);
    const seat = (await dateFor(ada, 'd2')).mine?.sessionId ?? '';
    const bo = await member('bo');
    for (const act of [{ act: 'leave' }, { act: 'money' }, { act: 'change', dateId: 'd3', zone: null }]) {
      expect((await onSeat(bo, seat, act)).body.code).toBe('no-such-session');
      expect((await onSeat(stranger, seat, act)).status).toBe(401);
    }
    expect((await dateFor(ada, 'd2')).mine?.status).toBe('booked');
    expect((await bo.json('/member/api/classes/prd_dusk', { dateId: 'd3', zone: 'Nowhere/At all' })).status).toBe(409);
    expect((await bo.json('/member/api/classes/prd_nothing', { dateId: 'd3', zone: null })).status).toBe(409);
    expect((await bo.json(`/member/api/seats/${seat}`, { act: 'sit' })).status).toBe(422);
  });
});

test('who may not give money back cannot offer it, nor more of an order than they may', async () => {
  const act = (owner: Owner, money: boolean) =>
    owner.act<{ code?: string; title?: string }>('/classes/prd_dusk/d2', {
      act: 'move',
      from: '2026-06-19T18:00:00.000Z',
      offers: { otherDate: true, money },
    });
  const answers = (await helperEntered(shop, { name: 'Ona', address: 'ona@example.org' }, { answer: true })).owner;
  const some = (
    await helperEntered(shop, { name: 'Ulla', address: 'ulla@example.org' }, { answer: true, giveBackUpTo: 1_799 })
  ).owner;
  expect([await act(answers, true), await act(some, true)].map(({ status, body }) => [status, body.code])).toEqual([
    [403, 'not-allowed'],
    [403, 'not-allowed'],
  ]);
  expect((await story('d2')).date.from).toBe('2026-06-18T18:00:00.000Z');
});

test('a date that moves twice: told with what may be chosen, to the calendars with rising numbers; then the money', async () => {
  const told = (await story('d2')).told;
  expect(told).toEqual({ people: 2, seats: 2, money: 2 });
  const offers = { otherDate: true, money: true };
  const first = await shop.owner.act('/classes/prd_dusk/d2', {
    act: 'move',
    from: '2026-06-19T18:00:00.000Z',
    offers,
  });
  expect(first.body).toEqual({ sentence: 'Moved. 2 people are notified by email.' });
  await shop.owner.act('/classes/prd_dusk/d2', { act: 'move', from: '2026-06-20T10:00:00.000Z', offers });
  const moved = async () =>
    (await mailsTo(shop.folder, 'ada@example.org')).filter(({ subject }) => /Moved/.test(subject ?? ''));
  await until(async () => (await moved()).length === 2, 'two letters');
  const files = (await moved()).map((mail) => calendarOf(mail)).sort((a, b) => a.sequence - b.sequence);
  expect(files.map((file) => [file.sequence, file.from, file.method])).toEqual([
    [1, '2026-06-19T18:00:00.000Z', 'REQUEST'],
    [2, '2026-06-20T10:00:00.000Z', 'REQUEST'],
  ]);
  expect(new Set(files.map((file) => file.uid)).size).toBe(1);
  expect((await moved())[1]?.text).toContain('choose another date or get a refund');

  const [ada, bo] = [await member('ada'), await member('bo')];
  const [hers, his] = [(await dateFor(ada, 'd2')).mine, (await dateFor(bo, 'd2')).mine];
  expect(hers?.offered).toMatchObject({ otherDate: true, money: '€18.00' });
  expect((await onSeat(ada, hers?.sessionId ?? '', { act: 'money' })).body.sentence).toMatch(/refund is on its way/);
  expect((await onSeat(ada, hers?.sessionId ?? '', { act: 'money' })).body.code).toBe('no-offer');
  expect((await onSeat(bo, his?.sessionId ?? '', { act: 'change', dateId: 'd3', zone: 'Asia/Tokyo' })).status).toBe(
    200,
  );
  await shop.counter.context.runner.settle();
  const [order] = [...shop.counter.context.runner.state.orders.values()];
  expect(order?.payments[0]?.lines[0]).toMatchObject({ amount: 1_800, givenBack: 1_800 });
  expect((await read(ada)).whyNot).not.toBe('');
  const now = await story('d2');
  expect([now.date.taken, now.people.map(({ name, status, by }) => [name, status, by])]).toEqual([
    0,
    [['ada', 'called-off', 'member']],
  ]);
  const file = await bo.fetch(`/member/booked/${his?.sessionId}.ics`);
  expect(await file.text()).toContain('DTSTART:20260625T230000Z');
});
