import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ParsedMail } from 'mailparser';
import { Buyer } from '../../../demo/clients';
import type { BookingAnswer, SessionsOfDays } from '../../../src/wire';
import { calendarOf } from '../../support/calendars';
import { coachingOf } from '../../support/coaching';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { entered, mailsTo } from '../../support/mails';
import { contentSelling } from '../../support/release';

/** The shop's clock begins on Monday 15 June 2026 at nine in Lisbon. */
let shop: TestShop;
let tove: Buyer;
let ola: Buyer;
const COACHING = coachingOf('prd_walk', {
  title: 'A walk, by video; with “birds”, and more',
  questions: [{ id: 'q1', text: 'Which birds do you hear?', required: true }],
});

beforeAll(async () => {
  shop = await openShop({
    content: contentSelling([
      { id: 'walk', title: 'A walk', terms: { kind: 'once', amount: '90' }, product: COACHING },
    ]),
  });
  for (const [name, address] of [
    ['Tove Marsh', 'tove@example.org'],
    ['Ola', 'ola@example.org'],
  ] as const) {
    const buyer = new Buyer(shop.counter.address);
    await buyer.pay(await buyer.openCheckout('a-walk'), { name, address }, CARD.good);
  }
  await shop.counter.context.runner.settle();
  tove = await entered(shop, 'tove@example.org');
  ola = await entered(shop, 'ola@example.org');
});
afterAll(() => shop.close());

const read = async (who: Buyer, from = ''): Promise<BookingAnswer> =>
  (await (await who.fetch(`/member/api/coaching/prd_walk${from}`)).json()) as BookingAnswer;
const ANSWERS = [{ id: 'q1', text: 'A wren, I think' }];
const book = (who: Buyer, at: string, more: object = {}) =>
  who.json<{ sentence?: string; title?: string; code?: string }>('/member/api/coaching/prd_walk', {
    at,
    zone: 'America/New_York',
    answers: ANSWERS,
    ...more,
  });
const act = (who: Buyer, id: string, wanted: object) =>
  who.json<{ sentence?: string; code?: string }>(`/member/api/booked/${id}`, wanted);
const owned = async (span: string): Promise<SessionsOfDays> =>
  (await (await shop.owner.fetch(`/owner/api/booked?${span}`)).json()) as SessionsOfDays;

const mailTo = async (address: string, subject: RegExp): Promise<ParsedMail> => {
  const found = async () => (await mailsTo(shop.folder, address)).filter((mail) => subject.test(mail.subject ?? ''));
  await until(async () => (await found()).length > 0, `a mail ${String(subject)}`);
  const all = await found();
  return all[all.length - 1] as ParsedMail;
};

describe('a member in New York books, moves and calls off', () => {
  test('the times that are free, some weeks at a time; the rest is a press away', async () => {
    const first = await read(tove);
    expect([first.left, first.zone, first.whyNot]).toEqual([3, 'Europe/Lisbon', '']);
    // It is a moment past nine: Tuesday at nine is less than a day away by now.
    expect(first.slots[0]).toBe('2026-06-16T09:00:00.000Z');
    expect([first.from, first.to, first.next]).toEqual(['2026-06-16', '2026-06-29', '2026-06-30']);
    const later = await read(tove, `?from=${first.next ?? ''}`);
    expect(later.slots[0]).toBe('2026-06-30T08:00:00.000Z');
    expect((await read(tove, '?from=2027-01-01')).slots).toEqual([]);
  });

  test('booked, in both zones, with a file that calendars take in; what was asked is read by the seller alone', async () => {
    expect((await book(tove, '2026-06-22T13:00:00.000Z', { answers: [] })).body.code).toBe('answer-needed');
    expect((await book(tove, '2026-06-22T13:00:00.000Z')).body.sentence).toContain('Booked.');
    const mail = await mailTo('tove@example.org', /^\[Test\] Booked/);
    expect(mail.text).toContain('Monday 22 June 2026, 09:00 to 10:00 (New York)');
    expect(mail.text).toContain('Monday 22 June 2026, 14:00 to 15:00 (Lisbon)');
    const file = calendarOf(mail);
    expect(file).toMatchObject({
      method: 'REQUEST',
      sequence: 0,
      from: '2026-06-22T13:00:00.000Z',
      until: '2026-06-22T14:00:00.000Z',
      place: 'By video: https://walks.example.org/room',
      status: 'CONFIRMED',
      attendee: ['mailto:tove@example.org'],
    });
    expect(file.summary).toContain('A walk, by video; with “birds”, and more');
    for (const line of file.text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);

    const [row] = (await owned('from=2026-06-22&to=2026-06-22')).sessions;
    expect(row).toMatchObject({ name: 'Tove Marsh', answers: [{ text: 'A wren, I think' }], status: 'booked' });
    expect(JSON.stringify(shop.counter.context.runner.state.sessions.get(row?.id ?? ''))).not.toContain('wren');
  });

  test('moved and cancelled: one name, a higher number each time, and struck off in the end', async () => {
    const [session] = (await read(tove)).sessions;
    expect(
      (await act(tove, session?.id ?? '', { act: 'move', at: '2026-06-23T08:00:00.000Z', zone: 'America/New_York' }))
        .status,
    ).toBe(200);
    const moved = calendarOf(await mailTo('tove@example.org', /Moved/));
    expect((await act(tove, session?.id ?? '', { act: 'call-off', seenLate: false })).body.sentence).toContain(
      'another',
    );
    const gone = calendarOf(await mailTo('tove@example.org', /Cancelled/));
    const first = calendarOf(await mailTo('tove@example.org', /Booked/));
    expect([first.uid, moved.uid, gone.uid]).toEqual([first.uid, first.uid, first.uid]);
    expect([first.sequence, moved.sequence, gone.sequence]).toEqual([0, 1, 2]);
    expect([moved.method, moved.from]).toEqual(['REQUEST', '2026-06-23T08:00:00.000Z']);
    expect([gone.method, gone.status]).toEqual(['CANCEL', 'CANCELLED']);
    expect((await read(tove)).left).toBe(3);
  });

  test('two of them in the same instant: one has it, the other reads that it is gone', async () => {
    const said = await Promise.all([book(tove, '2026-06-24T09:00:00.000Z'), book(ola, '2026-06-24T09:00:00.000Z')]);
    expect(said.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(said.find(({ status }) => status === 409)?.body.code).toBe('slot-taken');
    expect((await read(ola)).slots).not.toContain('2026-06-24T09:00:00.000Z');
  });
});

describe('who may not', () => {
  test('strangers, and members with what is another’s', async () => {
    const stranger = new Buyer(shop.counter.address);
    expect((await stranger.fetch('/member/api/coaching/prd_walk')).status).toBe(401);
    expect((await book(stranger, '2026-06-25T09:00:00.000Z')).status).toBe(401);
    expect((await stranger.fetch('/owner/api/booked')).status).toBe(401);
    const puts = {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'x-keel': '1', origin: shop.counter.address },
      body: JSON.stringify({ name: '', stretches: [] }),
    };
    expect((await stranger.fetch('/owner/api/busy', puts)).status).toBe(401);
    expect((await stranger.json('/owner/api/people/x/booked/prd_walk', { at: 'x' })).status).toBe(401);
    await book(tove, '2026-06-25T09:00:00.000Z');
    const id = (await read(tove)).sessions.find(({ from }) => from === '2026-06-25T09:00:00.000Z')?.id ?? '';
    expect((await act(ola, id, { act: 'call-off', seenLate: true })).body.code).toBe('no-such-session');
    expect((await act(ola, id, { act: 'move', at: '2026-06-26T09:00:00.000Z', zone: null })).body.code).toBe(
      'no-such-session',
    );
    expect((await ola.fetch(`/member/booked/${id}.ics`)).status).toBe(404);
    expect((await tove.fetch(`/member/booked/${id}.ics`)).status).toBe(200);
    expect(JSON.stringify(await read(ola))).not.toContain(id);
    // Another site cannot press for them.
    const foreign = await tove.json(
      '/member/api/booked/' + id,
      { act: 'call-off', seenLate: true },
      { origin: 'https://elsewhere.example' },
    );
    expect(foreign.status).toBe(403);
  });

  test('nonsense is refused in words', async () => {
    for (const at of [
      '2026-06-25',
      'tomorrow',
      '2026-06-25T09:00:00.001Z',
      '9999-01-01T00:00:00.000Z',
      '1970-01-01T00:00:00.000Z',
    ])
      expect([409, 422, 400]).toContain((await book(tove, at)).status);
    expect((await book(tove, '2026-07-01T09:00:00.000Z', { zone: 'Middle/Earth' })).status).toBe(200);
  });
});

describe('the seller', () => {
  const put = (path: string, body: unknown) =>
    shop.owner.fetch(`/owner/api${path}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'x-keel': '1', origin: shop.counter.address },
      body: JSON.stringify(body),
    });

  test('is not booked while busy; when it is known is all that is kept', async () => {
    const busy = [{ from: Date.parse('2026-06-26T00:00:00Z'), until: Date.parse('2026-06-27T00:00:00Z') }];
    expect((await put('/busy', { name: 'mine.ics', stretches: busy })).status).toBe(200);
    expect((await book(ola, '2026-06-26T09:00:00.000Z')).body.code).toBe('slot-taken');
    expect((await read(ola)).slots.some((at) => at.startsWith('2026-06-26'))).toBe(false);
    await shop.restart();
    await reconnect();
    expect((await owned('from=2026-06-26&to=2026-06-26')).busyName).toBe('mine.ics');
    expect((await put('/busy', { name: '', stretches: [] })).status).toBe(200);
    expect((await read(ola)).slots.some((at) => at.startsWith('2026-06-26'))).toBe(true);
  });

  test('books for somebody whatever is free, and nothing that is not', async () => {
    const id = shop.counter.context.people.find('ola@example.org')?.id ?? '';
    const bookFor = (at: string) =>
      shop.owner.act<{ code?: string }>(`/people/${id}/booked/prd_walk`, { at, zone: null, answers: [] });
    // A Thursday evening, long after the open hours.
    expect((await bookFor('2026-07-02T21:00:00.000Z')).status).toBe(200);
    expect((await read(ola)).sessions.some(({ from }) => from === '2026-07-02T21:00:00.000Z')).toBe(true);
    expect((await bookFor('2026-07-02T21:30:00.000Z')).body.code).toBe('slot-taken');
    expect((await mailTo('ola@example.org', /Booked/)).text).toContain('22:00 to 23:00');
  });

  test('moves, notes, marks, gives more; an erased person has nothing of it left', async () => {
    const day = await owned('from=2026-06-15&to=2026-07-30');
    const mine = day.sessions.filter(({ name, status }) => name === 'Tove Marsh' && status === 'booked');
    const [one] = mine;
    const acts = (id: string, wanted: object) =>
      shop.owner.act<{ sentence?: string; code?: string }>(`/booked/${id}`, wanted);
    expect((await acts(one?.id ?? '', { act: 'note', text: 'Likes wrens' })).body.sentence).toBe('Noted.');
    expect((await acts(one?.id ?? '', { act: 'mark', as: 'held', counts: true })).body.code).toBe('session-not-begun');
    expect((await acts(one?.id ?? '', { act: 'move', at: '2026-06-27T20:00:00.000Z' })).status).toBe(200);
    expect((await read(tove)).sessions.some(({ from }) => from === '2026-06-27T20:00:00.000Z')).toBe(true);
    expect(
      (await shop.owner.act(`/passes/${one?.passId ?? ''}/sessions`, { count: 2, reason: 'With thanks' })).status,
    ).toBe(200);
    const { left } = await read(tove);
    const erase = () => shop.owner.act<{ code?: string }>('/people/erase', { personId: one?.personId });
    expect((await erase()).body.code).toBe('still-booked');
    for (const { id } of mine) await acts(id, { act: 'call-off', counts: false });
    expect((await read(tove)).left).toBe(left + mine.length);
    await shop.counter.context.runner.settle();
    expect((await erase()).status).toBe(200);
    const after = (await owned('from=2026-06-15&to=2026-07-30')).sessions.filter(
      ({ personId }) => personId === one?.personId,
    );
    expect(after.length).toBeGreaterThan(0);
    expect(after.map(({ name, answers, note }) => [name, answers, note])).toEqual(after.map(() => ['', [], '']));
  });

  async function reconnect(): Promise<void> {
    const { address, context } = shop.counter;
    for (const who of [tove, ola, shop.owner]) Object.assign(who, { base: address });
    await shop.owner.connect(context.secrets.ownerKey);
  }
});
