import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { freshProduct, newPrice, richFromPlain, sealOffer, unsealOffer } from '#core/catalogue';
import type { MemberTasks, TasksAnswer } from '../../../src/wire';
import { goOnWithErasures } from '../../../src/counter/shared/erase';
import { CARD, openShop, ownerOf, type TestShop, until } from '../../support/counter';
import { entered, mailsTo } from '../../support/mails';
import { contentSelling } from '../../support/release';

let shop: TestShop;
const CARDS = { ...freshProduct('posted', 'prd_cards', 'Field cards'), promise: 'A promise' };
const ADVICE = {
  ...freshProduct('work', 'prd_advice', 'A recording heard through'),
  promise: 'A promise',
  next: richFromPlain('Send me your recording at secret@example.org.'),
};
const PORTO = {
  name: 'Ada Reed',
  street: 'Rua das Aves 3',
  more: '',
  postcode: '4000-001',
  city: 'Porto',
  country: 'PT',
};

beforeAll(async () => {
  const content = contentSelling([
    { id: 'cards', title: 'Cards', terms: { kind: 'once', amount: '30' }, product: CARDS },
    { id: 'advice', title: 'Advice', terms: { kind: 'once', amount: '40' }, product: ADVICE },
  ]);
  content.offers = content.offers.map((offer) => {
    const draft = unsealOffer(offer);
    if (offer.productIds[0] !== CARDS.id) return offer;
    draft.prices = draft.prices.map((price) => ({
      ...newPrice(price.id),
      ...price,
      sending: { fee: 900, byCountry: { PT: 250, DE: 400 } },
    }));
    return sealOffer(draft) ?? offer;
  });
  shop = await openShop({ content });
});
afterAll(() => shop.close());

const read = async (who: Buyer, id: string): Promise<MemberTasks> =>
  (await (await who.fetch(`/member/api/tasks/${id}`)).json()) as MemberTasks;
const waiting = async (): Promise<TasksAnswer> =>
  (await (await shop.owner.fetch('/owner/api/tasks')).json()) as TasksAnswer;

test('sent by post: the sum follows the country, an address is needed, changed until it is sent, and theirs alone', async () => {
  const ada = new Buyer(shop.counter.address);
  const opened = await ada.openCheckout('cards');
  expect(opened.sendCountries.map(({ code }) => code)).toContain('DE');
  const toGermany = await ada.quoteWith(opened, { sendCountry: 'DE' });
  const home = opened.prices[0]?.sending?.country;
  // Nothing is guessed from a language: until a country is known, it is asked, and sending is not in the sum.
  expect([home, opened.prices[0]?.dueToday, toGermany.prices[0]?.dueToday]).toEqual(['', '€30.00', '€34.00']);
  expect(toGermany.prices[0]?.sending?.said).toBe('of which €4.00 for delivery to Germany');
  const toPortugal = await ada.quoteWith(opened, { sendCountry: 'PT' });
  const who = { name: 'Ada Reed', address: 'ada@example.org' };
  const without = await ada.pay(toPortugal, who, CARD.good, 0, { sendCountry: 'PT' });
  expect([without.status, without.body.code]).toEqual([409, 'address-needed']);
  const half = await ada.pay(toPortugal, who, CARD.good, 0, { sendCountry: 'PT', postal: { ...PORTO, street: ' ' } });
  expect([half.status, half.body.code]).toEqual([422, 'address-incomplete']);
  // Shown to Portugal and sent to Germany is another sum: it is shown anew, and nothing is charged.
  const other = await ada.pay(toPortugal, who, CARD.good, 0, {
    sendCountry: 'PT',
    postal: { ...PORTO, country: 'DE' },
  });
  expect(other.body.code).toBe('quote-changed');
  expect(shop.counter.context.runner.state.payments.size).toBe(0);
  const paid = await ada.pay(toPortugal, who, CARD.good, 0, { sendCountry: 'PT', postal: PORTO });
  expect(paid.body.state?.status).toBe('paid');

  await shop.counter.context.runner.settle();
  // Nothing of where somebody lives is in the history.
  const history = JSON.stringify([...shop.counter.context.runner.state.orders.values()]);
  expect(history).not.toContain('Rua das Aves');
  const [task] = (await waiting()).waiting;
  expect(task).toMatchObject({ for: 'sending', name: 'Ada Reed', by: '2026-06-18', late: false });
  expect(task?.lines).toEqual(['Ada Reed', 'Rua das Aves 3', '4000-001 Porto', 'Portugal']);

  const member = await entered(shop, 'ada@example.org');
  const passId = (await read(member, 'prd_cards')).tasks[0]?.passId ?? '';
  expect((await member.json(`/member/api/tasks/${passId}`, { ...PORTO, city: '' })).status).toBe(422);
  expect((await member.json(`/member/api/tasks/${passId}`, { ...PORTO, street: 'Rua do Rio 9' })).status).toBe(200);
  expect((await waiting()).waiting[0]?.lines[1]).toBe('Rua do Rio 9');

  const bo = new Buyer(shop.counter.address);
  await bo.pay(await bo.openCheckout('advice'), { name: 'Bo', address: 'bo@example.org' }, CARD.good);
  await shop.counter.context.runner.settle();
  const stranger = await entered(shop, 'bo@example.org');
  expect((await stranger.json<{ code?: string }>(`/member/api/tasks/${passId}`, PORTO)).status).toBe(404);
  expect((await stranger.fetch('/member/api/tasks/prd_cards')).status).toBe(404);
  expect((await new Buyer(shop.counter.address).json(`/member/api/tasks/${passId}`, PORTO)).status).toBe(401);
  expect((await new Buyer(shop.counter.address).fetch('/owner/api/tasks')).status).toBe(401);

  await shop.owner.act(`/tasks/${passId}`, { act: 'done', carrier: 'Post', number: 'LX 17', note: '' });
  const mails = async () =>
    (await mailsTo(shop.folder, 'ada@example.org')).filter((m) => /is on its way/.test(m.subject ?? ''));
  await until(async () => (await mails()).length === 1, 'the letter');
  expect((await mails())[0]?.text).toContain('Sent with Post.\n\nTracking number: LX 17');
  expect((await member.json<{ code?: string }>(`/member/api/tasks/${passId}`, PORTO)).body.code).toBe('too-late');
  expect((await read(member, 'prd_cards')).tasks[0]).toMatchObject({
    state: 'done',
    number: 'LX 17',
    canChange: false,
  });
  // Started again it has not been sent twice, and stays as it was.
  await shop.restart();
  shop.owner = await ownerOf(shop.counter);
  expect((await waiting()).done[0]?.done?.number).toBe('LX 17');
  expect(await mails()).toHaveLength(1);
});

test('done by hand: what happens next is read by whoever has it; it waits before the seller until it is done', async () => {
  const bo = await entered(shop, 'bo@example.org');
  const page = await (await new Buyer(shop.counter.address).fetch('/advice')).text();
  expect(page).not.toContain('secret@example.org');
  expect(JSON.stringify((await read(bo, 'prd_advice')).next)).toContain('secret@example.org');
  const about = (await (await shop.owner.fetch('/owner/api/about')).json()) as {
    tasks: { count: number; first: object[] };
  };
  expect([about.tasks.count, about.tasks.first]).toMatchObject([1, [{ for: 'work', name: 'Bo' }]]);
  const passId = (await read(bo, 'prd_advice')).tasks[0]?.passId ?? '';
  expect((await bo.json(`/member/api/tasks/${passId}`, PORTO)).status).toBe(404);
  await shop.owner.act(`/tasks/${passId}`, { act: 'done', carrier: '', number: '', note: 'I hear a wren.' });
  expect((await read(bo, 'prd_advice')).tasks[0]).toMatchObject({ state: 'done', note: 'I hear a wren.' });
  await shop.owner.act(`/tasks/${passId}`, { act: 'again' });
  expect((await waiting()).waiting.map(({ name }) => name)).toEqual(['Bo']);
  const [order] = [...shop.counter.context.runner.state.orders.values()].slice(-1);
  await shop.counter.context.runner.execute({
    type: 'refund',
    orderId: order?.id ?? '',
    shares: [{ lineId: 'l1', amount: 4_000 }],
    reason: '',
  });
  await shop.counter.context.runner.settle();
  expect((await waiting()).waiting).toEqual([]);
  const closed = await read(bo, 'prd_advice');
  expect([closed.next, closed.tasks[0]?.state, closed.whyNot === '']).toEqual([null, 'fallen-away', false]);
});

test('a parcel whose country changed since its sending was paid for is held until the seller says that it goes anyway', async () => {
  const cyd = new Buyer(shop.counter.address);
  const toPortugal = await cyd.quoteWith(await cyd.openCheckout('cards'), { sendCountry: 'PT' });
  const who = { name: 'Cyd Marsh', address: 'cyd@example.org' };
  const paid = await cyd.pay(toPortugal, who, CARD.good, 0, { sendCountry: 'PT', postal: PORTO });
  expect(paid.body.state?.status).toBe('paid');
  await shop.counter.context.runner.settle();
  const row = async () => (await waiting()).waiting.find(({ name }) => name === 'Cyd Marsh');
  const passId = (await row())?.passId ?? '';
  const done = (more: object) =>
    shop.owner.act<{ code?: string; title?: string }>(`/tasks/${passId}`, {
      act: 'done',
      carrier: 'Post',
      number: 'LX 18',
      note: '',
      ...more,
    });
  expect((await row())?.held).toBe('');

  const member = await entered(shop, who.address);
  const moves = (to: object) => member.json(`/member/api/tasks/${passId}`, { ...PORTO, ...to });
  expect((await moves({ city: 'Berlin', postcode: '10115', country: 'DE' })).status).toBe(200);
  expect((await row())?.held).toMatch(/paid for Portugal.* now in Germany/);
  const refused = await done({});
  expect([refused.status, refused.body.code]).toEqual([409, 'country-changed']);
  expect(refused.body.title).toMatch(/paid for Portugal.* now in Germany.*Nothing was changed\.$/);
  await shop.counter.context.runner.settle();
  expect((await row())?.state).toBe('waiting');
  expect((await mailsTo(shop.folder, who.address)).filter((m) => /is on its way/.test(m.subject ?? ''))).toEqual([]);

  // Back where it was paid for, nothing holds it; and the seller may have been paid for the rest in another way.
  expect((await moves({ street: 'Rua do Rio 9' })).status).toBe(200);
  expect((await row())?.held).toBe('');
  expect((await moves({ country: 'DE' })).status).toBe(200);
  expect((await done({ anyway: true })).status).toBe(200);
  expect((await waiting()).done.find(({ name }) => name === 'Cyd Marsh')).toMatchObject({ state: 'done', held: '' });
});

test('erasing somebody who is owed a parcel keeps where that goes, and nothing else; the rest goes once it is sent', async () => {
  const dov = new Buyer(shop.counter.address);
  const toPortugal = await dov.quoteWith(await dov.openCheckout('cards'), { sendCountry: 'PT' });
  const who = { name: 'Dov Fen', address: 'dov@example.org' };
  await dov.pay(toPortugal, who, CARD.good, 0, { sendCountry: 'PT', postal: PORTO });
  const { runner, people, erasures, doors } = shop.counter.context;
  await runner.settle();
  const personId = people.find(who.address)?.id ?? '';
  await entered(shop, who.address);
  await runner.settle();
  const erase = () => shop.owner.act<{ waitsFor?: string | null }>('/people/erase', { personId });
  expect([(await erase()).body, (await erase()).body]).toEqual([{ waitsFor: 'parcel' }, { waitsFor: 'parcel' }]);
  const left = people.kept(personId);
  const passId = (await waiting()).waiting.find(({ passId: id }) => left?.postal?.[id])?.passId ?? '';
  expect([left?.name, left?.names, left?.leaves, Object.keys(left?.postal ?? {})]).toEqual([
    '',
    undefined,
    true,
    [passId],
  ]);
  expect([people.find(who.address), doors.sessionsOf(personId)]).toEqual([undefined, []]);
  // Nothing more is written of them, nobody is let in, and nothing is made for them.
  expect(await people.change(personId, (now) => ({ ...now, name: 'Dov Fen', rev: now.rev + 1 }))).toEqual(left);
  expect((await shop.owner.act('/people/link', { personId })).status).toBe(404);
  expect((await shop.owner.fetch(`/owner/api/people/${personId}/everything`)).status).toBe(404);
  // With the same address comes somebody new, who hears nothing of this.
  const again = new Buyer(shop.counter.address);
  await again.pay(await again.openCheckout('field-pack'), { ...who, name: 'Dov Again' }, CARD.good);
  expect(people.find(who.address)?.id).not.toBe(personId);
  await goOnWithErasures(shop.counter.context);
  expect([people.kept(personId)?.erased, erasures.all()]).toMatchObject([undefined, [{ personId }]]);
  await shop.owner.act(`/tasks/${passId}`, { act: 'done', carrier: 'Post', number: 'LX 19', note: '' });
  await runner.settle();
  await goOnWithErasures(shop.counter.context);
  expect([people.kept(personId)?.erased, people.kept(personId)?.postal, erasures.all()]).toEqual([true, undefined, []]);
});
