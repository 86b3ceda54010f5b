import { createHmac } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { PDFDocument } from '@cantoo/pdf-lib';
import { addMs } from '#core/calendar';
import { visitStory } from '#core/mirror';
import { freshProduct, newPrice } from '#core/catalogue';
import { sumsOf } from '#core/payments';
import { walkRelease } from '#core/shop';
import { passState } from '#core/passes';
import type { CheckoutData } from '../../../src/wire';
import { fillBetweenPage } from '#core/pages';
import { addStep, pointed, removeStep, withCondition } from '#core/paths';
import { MirrorRows } from '../../../src/core/mirror/mirrorRows';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { type Beside, pathContent } from '../../support/pathShop';
import { bought } from '../../support/money';
import { mailsIn } from '../../support/mails';

// Orders of several lines at the running counter; amounts worked by hand from the rules, on 15 June 2026.
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const LIBRARY = { kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } } as const;
const GUIDE = { kind: 'once', amount: '7' } as const;
const TALK = { kind: 'once', amount: '210' } as const;
const SOFTER = { kind: 'once', amount: '75' } as const;

const STEP = (step: string) => ({ kind: 'step', step }) as const;
/** Out to the path of the free minute. */
const OUT = { kind: 'path', path: pathContent({}).paths[1]?.id ?? '' } as const;

let shop: TestShop;
afterEach(() => shop.close());
const open = async (beside: Beside): Promise<void> => {
  shop = await openShop({ content: pathContent(beside) });
};
const buyer = (): Buyer => new Buyer(shop.counter.address);
const state = () => shop.counter.context.runner.state;
const order = () => {
  const [first] = state().orders.values();
  if (!first) throw new Error('no order');
  return first;
};
const charged = (): string[] =>
  [...state().charges.values()].map((c) => `${c.key.slice(c.orderId.length)} ${c.amount}`);
const doors = (): string[] => [...state().passes.values()].map((p) => passState(p, shop.counter.context.runner.now()));
const mails = () => mailsIn(shop.folder);

test('an extra says what it adds before it is ticked; ticked, it is in the bill, the charge, the order and the receipt', async () => {
  await open({ extras: [LIBRARY, GUIDE] });
  const tove = buyer();
  const plain = await tove.openCheckout('field-pack');
  expect(plain.prices[0]?.extras).toMatchObject([
    { heading: 'Extra 0', ticked: false, statement: expect.stringMatching(/^Today €1\.00 for the first 14 days/) },
    { heading: 'Extra 1', ticked: false, statement: 'Today €7.00, one payment.' },
  ]);
  expect(plain.prices[0]?.dueToday).toBe('€24.00');
  const chosen = { extras: ['ex_0', 'ex_1'] };
  const ticked = await tove.quoteWith(plain, chosen);
  expect(ticked.prices[0]?.bill).toEqual([
    { name: 'Field pack, One', today: '€24.00', dates: [] },
    { name: 'Extra 0', today: '€1.00', dates: [] },
    { name: 'Extra 1', today: '€7.00', dates: [] },
  ]);
  expect([ticked.prices[0]?.dueToday, ticked.prices[0]?.laters.map((l) => [l.name, l.later])]).toEqual([
    '€32.00',
    [['Extra 0', '€12.00 monthly']],
  ]);
  const paid = await tove.pay(ticked, TOVE, CARD.good, 0, chosen);
  expect(paid.body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  expect([charged(), bought(order()).lines.map((l) => l.paid), doors()]).toEqual([
    ['-1 3200'],
    [2_400, 100, 700],
    ['open', 'open', 'open'],
  ]);
  await until(async () => (await mails()).length === 1, 'the receipt');
  expect((await mails())[0]?.text).toMatch(/Everything in it is ready for you\.[^]*Total: €32\.00/);
});

test('the visit is told as one story: what it bought, took and declined, and how many seconds later', async () => {
  await open({ offers: [TALK, SOFTER] });
  const rows = new MirrorRows(null);
  shop.counter.context.runner.onBatch((batch) => rows.apply(batch));
  const tove = buyer();
  const paid = await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const clock = shop.counter.context.demoClock;
  const after = (seconds: number): void => clock?.moveTo(addMs(order().at, seconds * 1_000));
  const first = await tove.openOffer(paid.body.state?.status === 'paid' ? paid.body.state.next : '');
  after(40);
  const next = await tove.accept(first);
  after(52);
  await tove.decline(await tove.openOffer(next.body.state?.status === 'paid' ? next.body.state.next : ''));
  const [row] = rows.orders.values();
  expect(
    row && visitStory(row).map(({ what, after: s, titles, paid: sum, opened }) => [what, s, titles, sum, opened]),
  ).toEqual([
    ['bought', null, ['Field pack, One'], 2_400, [expect.any(String)]],
    ['took', 40, ['Offer 0'], 21_000, ['prd_o0']],
    ['declined', 52, [], 0, []],
  ]);
});

test('what was shown without the extra does not pay for it, and the other way round', async () => {
  await open({ extras: [GUIDE] });
  const tove = buyer();
  const plain = await tove.openCheckout('field-pack');
  const ticked = await tove.quoteWith(plain, { extras: ['ex_0'] });
  const sneaked = await tove.pay(plain, TOVE, CARD.good, 0, { extras: ['ex_0'] });
  expect([sneaked.status, sneaked.body.code]).toEqual([409, 'quote-changed']);
  expect((await tove.pay(ticked, TOVE, CARD.good, 0, {})).body.code).toBe('quote-changed');
  expect((await tove.pay(plain, TOVE, CARD.good, 0, { extras: ['ex_nowhere'] })).body.state?.status).toBe('paid');
  expect(charged()).toEqual(['-1 2400']);
});

test('a coupon is spread over the lines and used once; a quantity is counted, and its number stands in the bill', async () => {
  await open({
    extras: [LIBRARY],
    edit: (content) => {
      const [pack] = content.offers.find((o) => o.id === 'off_field')?.prices ?? [];
      if (pack) pack.limit = { inAll: '', each: '', perOrder: '5' };
    },
  });
  const tove = buyer();
  const chosen = { extras: ['ex_0'], coupon: 'spring', quantity: 3 };
  const quoted = await tove.quoteWith(await tove.openCheckout('field-pack'), chosen);
  expect([quoted.prices[0]?.most, quoted.prices[0]?.bill, quoted.prices[0]?.dueToday]).toEqual([
    5,
    [
      { name: '3 × Field pack, One', today: '€64.80', dates: [] },
      { name: 'Extra 0', today: '€1.00', dates: [] },
    ],
    '€65.80',
  ]);
  await tove.pay(quoted, TOVE, CARD.good, 0, chosen);
  expect([state().taken.get('pr_one'), state().taken.get('coupon/cp')]).toEqual([3, 1]);
  for (let i = 0; i < 2; i += 1) await shop.owner.act('/clock', { by: 'week' });
  await until(() => order().payments.length === 2, 'the first due');
  expect(order().payments.map((p) => sumsOf([p]).paid)).toEqual([6_580, 1_080]);
});

test('an offer that is sent by post asks where to, and costs what sending there costs; nothing is kept that is not paid', async () => {
  shop = await openShop({
    content: pathContent({
      offers: [TALK],
      edit: (content) => {
        content.products = content.products.map((p) =>
          p.id === 'prd_o0' ? { ...freshProduct('posted', p.id, 'Field cards'), promise: 'A promise' } : p,
        );
        for (const { id, prices } of content.offers)
          if (id === 'off_o0')
            for (const price of prices) price.sending = { fee: 900, byCountry: { PT: 250 }, notTo: ['AU'] };
      },
    }),
  });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const [plain, toPortugal] = [
    await tove.openOffer('/field-pack/offer-1'),
    await tove.openOffer('/field-pack/offer-1?send=PT'),
  ];
  expect([plain.sending?.country, plain.dueToday, toPortugal.dueToday]).toEqual(['', '€210.00', '€212.50']);
  expect(plain.sending?.countries.some(({ code }) => code === 'AU')).toBe(false);
  // Neither a country that is none, nor one that it is not sent to, breaks the page.
  for (const send of ['AU', 'nowhere', 'ZZ'])
    expect((await tove.openOffer(`/field-pack/offer-1?send=${send}`)).sending?.country).toBe('');
  const postal = { street: 'Rua das Aves 3', more: '', postcode: '4000-001', city: 'Porto', country: 'PT' };
  const kept = () => Object.values(shop.counter.context.people.find(TOVE.address)?.postal ?? {});
  expect((await tove.accept(toPortugal)).body.code).toBe('address-needed');
  expect((await tove.accept(toPortugal, null, { postal: { ...postal, country: 'AU' } })).body.code).toBe(
    'not-sent-there',
  );
  expect((await tove.accept(plain, null, { postal })).body.code).toBe('quote-changed');
  expect((await tove.accept(toPortugal, null, { postal: { ...postal, street: ' ' } })).body.code).toBe(
    'address-incomplete',
  );
  expect([kept(), charged()]).toEqual([[], ['-1 2400']]);
  expect((await tove.accept(toPortugal, null, { postal })).body.state?.status).toBe('paid');
  expect([kept(), charged()]).toEqual([[{ ...postal, name: TOVE.name }], ['-1 2400', '-step_o0-1 21250']]);
});

test('offers after payment: one taken, one left; each charge its own key, paper and mail, one number', async () => {
  await open({ offers: [TALK, SOFTER] });
  const tove = buyer();
  const paid = await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  expect(paid.body.state).toEqual({ status: 'paid', next: '/field-pack/offer-1' });
  const first = await tove.openOffer('/field-pack/offer-1');
  expect([first.yes, first.no, first.statement]).toEqual([
    'Yes, add it: €210.00 to the card ending 0001',
    'No, thank you',
    'Today €210.00, one payment.',
  ]);
  expect((await tove.accept(first)).body.state).toEqual({ status: 'paid', next: '/field-pack/offer-2' });
  // Reload, back, and sent twice: where the visit stands now, and nothing more is charged.
  expect((await tove.fetch('/field-pack/offer-1')).headers.get('location')).toBe('/field-pack/offer-2');
  expect((await tove.fetch('/field-pack/checkout')).headers.get('location')).toBe('/field-pack/offer-2');
  expect((await tove.accept(first)).body.state).toEqual({ status: 'paid', next: '/field-pack/offer-2' });
  const second = await tove.openOffer('/field-pack/offer-2');
  expect(await tove.decline(second)).toBe('/field-pack/thanks');
  expect((await tove.accept(second)).body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  expect(charged()).toEqual(['-1 2400', '-step_o0-1 21000']);
  expect([state().orders.size, doors(), order().payments.map((p) => p.receipt)]).toEqual([
    1,
    ['open', 'open'],
    ['R-00001', 'R-00002'],
  ]);
  expect(await (await tove.fetch('/field-pack/thanks')).text()).toContain('€234.00');
  await until(async () => (await mails()).length === 2, 'two receipts');
  expect((await mails()).map((m) => m.subject).sort()).toEqual([
    '[Test] Your order: Field pack',
    '[Test] Your order: Offer 0',
  ]);
  const [mail] = (await mails()).filter((m) => m.subject?.includes('Offer 0'));
  await tove.fetch(/\/member\/enter\/\S+/.exec(mail?.text ?? '')?.[0] ?? '', { method: 'POST' });
  const pdf = await tove.fetch('/member/papers/R-00002.pdf');
  expect((await PDFDocument.load(await pdf.arrayBuffer())).getTitle()).toBe('Receipt R-00002');
});

test('two windows press yes at once: one charge', async () => {
  await open({ offers: [TALK] });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const offer = await tove.openOffer('/field-pack/offer-1');
  const answers = await Promise.all([tove.accept(offer), tove.accept(offer), tove.accept(offer)]);
  expect(answers.map((a) => a.body.state?.status)).toEqual(['paid', 'paid', 'paid']);
  expect(charged()).toEqual(['-1 2400', '-step_o0-1 21000']);
});

test('a card that refuses the offer: said why, another card or on; the order stands', async () => {
  await open({ offers: [TALK] });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const offer = await tove.openOffer('/field-pack/offer-1');
  expect((await tove.accept(offer, CARD.poor)).body.state).toMatchObject({ status: 'refused' });
  expect([order().lines.length, doors()]).toEqual([1, ['open']]);
  const again = await tove.openOffer('/field-pack/offer-1');
  expect(again.state.status).toBe('refused');
  expect((await tove.accept(again, CARD.good)).body.state?.status).toBe('paid');
  expect(charged()).toEqual(['-1 2400', '-step_o0-1 21000', '-step_o0-2 21000']);
});

test('the bank asks about the offer: confirmed it is taken; gone on without, nothing is', async () => {
  await open({ offers: [TALK, SOFTER] });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const first = await tove.openOffer('/field-pack/offer-1');
  const asked = (await tove.accept(first, CARD.bank)).body.state;
  if (asked?.status !== 'bank') throw new Error('The bank did not ask');
  await tove.fetch(asked.confirmAt, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: 'answer=approve',
  });
  await until(() => order().lines.length === 2, 'the offer');
  // The card that was given for it is the one that is kept.
  const second = await tove.openOffer('/field-pack/offer-2');
  expect((await tove.accept(second)).body.state?.status).toBe('bank');
  expect(await tove.decline(second)).toBe('/field-pack/thanks');
  await until(() => [...state().charges.values()].at(-1)?.status === 'fell-away', 'the void');
  expect(order().lines).toHaveLength(2);
});

test('nobody else meets or answers it: another visit, a stranger, before paying, after its minutes', async () => {
  await open({ offers: [TALK] });
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  expect((await tove.fetch('/field-pack/offer-1')).headers.get('location')).toBe('/field-pack');
  await tove.pay(checkout, TOVE, CARD.good);
  const offer = await tove.openOffer('/field-pack/offer-1');
  const stranger = buyer();
  expect((await stranger.fetch('/field-pack/offer-1')).headers.get('location')).toBe('/field-pack');
  expect((await stranger.accept(offer)).status).toBe(409);
  await stranger.openCheckout('field-pack');
  expect((await stranger.accept(offer)).status).toBe(409);
  expect((await tove.accept({ ...offer, stepId: 'step_elsewhere' })).status).toBe(409);
  expect((await tove.accept({ ...offer, shown: 'f'.repeat(64) })).body.code).toBe('quote-changed');
  await shop.owner.act('/clock', { by: 'day' });
  expect((await tove.fetch('/field-pack/offer-1')).headers.get('location')).toBe('/field-pack/thanks');
  expect((await tove.accept(offer)).body.code).toBe('not-on-sale');
  expect(charged()).toEqual(['-1 2400']);
});

test('an offer is read from the release of its checkout, whatever was published since', async () => {
  await open({ offers: [TALK] });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const dearer = pathContent({ offers: [{ kind: 'once', amount: '310' }] });
  dearer.paths = dearer.paths.map((path) =>
    path.steps.filter((s) => s.kind === 'offer').reduce((p, s) => removeStep(p, s.id), path),
  );
  expect((await shop.owner.publish(1, dearer)).status).toBe(201);
  const offer = await tove.openOffer('/field-pack/offer-1');
  expect(offer.dueToday).toBe('€210.00');
  expect((await tove.accept(offer)).body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
});

test('a free order has no card: its offer asks for one', async () => {
  await open({
    offers: [TALK],
    edit: (content) => {
      const [pack] = content.offers.find((o) => o.id === 'off_field')?.prices ?? [];
      if (pack) pack.terms = { ...pack.terms, kind: 'free' };
    },
  });
  const tove = buyer();
  expect((await tove.pay(await tove.openCheckout('field-pack'), TOVE, null)).body.state?.status).toBe('paid');
  const offer = await tove.openOffer('/field-pack/offer-1');
  expect([offer.cardNeeded, offer.yes]).toEqual([true, 'Yes, add it: €210.00']);
  expect((await tove.accept(offer)).body.title).toMatch(/card/i);
  expect((await tove.accept(offer, CARD.good)).body.state?.status).toBe('paid');
  expect(order().payments.map((p) => p.receipt)).toEqual(['R-00001']);
});

test('the buyer names the amount: as typed, within its bounds; nothing else of a request is an amount', async () => {
  await open({
    edit: (content) => {
      const [pack] = content.offers.find((o) => o.id === 'off_field')?.prices ?? [];
      if (pack) pack.terms = { ...pack.terms, kind: 'open', amount: '24', least: '5', most: '90' };
    },
  });
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  expect(checkout.prices[0]?.names).toEqual({ value: '24.00', hint: 'Any amount from €5.00 to €90.00.' });
  const named = await tove.quoteWith(checkout, { named: '12,50' });
  expect(named.prices[0]?.dueToday).toBe('€12.50');
  for (const wrong of ['4.99', '90.01', 'much', '-5'])
    expect((await tove.pay(named, TOVE, CARD.good, 0, { named: wrong })).body.code).toBe('amount-named');
  expect((await tove.pay(named, TOVE, CARD.good, 0, { named: '12,50' })).body.state?.status).toBe('paid');
  expect(charged()).toEqual(['-1 1250']);
});

test('rather another card than the bank’s question: what waits is made impossible, then the other pays', async () => {
  await open({});
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  expect((await tove.pay(checkout, TOVE, CARD.bank)).body.state?.status).toBe('bank');
  const given = await tove.json<{ state: { status: string } }>('/checkout/give-up', { pathId: checkout.pathId });
  expect(given.body.state.status).toBe('fell-away');
  expect((await tove.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
  expect([charged(), state().orders.size]).toEqual([['-1 2400', '-2 2400'], 1]);
});

test('giving back two lines of two payments goes back to both, and says of each what did not', async () => {
  await open({ offers: [TALK] });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  await tove.accept(await tove.openOffer('/field-pack/offer-1'));
  const shares = [
    { lineId: 'l1', amount: 2_400 },
    { lineId: 'l2', amount: 21_000 },
  ];
  const preview = await shop.owner.act('/refunds/preview', { orderId: order().id, shares });
  expect(preview.body).toMatchObject({ amount: 23_400, closes: [expect.any(String), expect.any(String)] });
  const done = await shop.owner.act('/refunds', { orderId: order().id, shares });
  expect([done.body, doors()]).toEqual([{ status: 'paid', reason: null }, ['closed', 'closed']]);
  expect(order().payments.map((p) => sumsOf([p]).back)).toEqual([2_400, 21_000]);
});

test('an extra that was sold out meanwhile is said, left out, and the rest can be paid', async () => {
  await open({
    extras: [GUIDE],
    edit: (content) => {
      const [guide] = content.offers.find((o) => o.id === 'off_x0')?.prices ?? [];
      if (guide) guide.limit = { inAll: '1', each: '' };
    },
  });
  const [tove, other] = [buyer(), buyer()];
  const chosen = { extras: ['ex_0'] };
  const ticked = await tove.quoteWith(await tove.openCheckout('field-pack'), chosen);
  const theirs = await other.quoteWith(await other.openCheckout('field-pack'), chosen);
  const first = await other.pay(theirs, { name: 'B', address: 'b@example.org' }, CARD.good, 0, chosen);
  expect(first.body.state?.status).toBe('paid');
  const refused = await tove.pay(ticked, TOVE, CARD.good, 0, chosen);
  expect([refused.status, refused.body.code, refused.body.prices?.[0]?.extras]).toEqual([409, 'sold-out', []]);
  const rest = await tove.pay({ ...ticked, prices: refused.body.prices ?? [] }, TOVE, CARD.good, 0, {});
  expect([rest.body.state?.status, charged()]).toEqual(['paid', ['-1 3100', '-1 2400']]);
});

test('an extra that a signed-in member has is not shown to them; a stranger with their address still sees it', async () => {
  await open({ extras: [GUIDE, LIBRARY], offers: [GUIDE] });
  const tove = buyer();
  const chosen = { extras: ['ex_0', 'ex_1'] };
  const page = await tove.quoteWith(await tove.openCheckout('field-pack'), chosen);
  await tove.pay(page, TOVE, CARD.good, 0, chosen);
  await signIn(tove);
  expect((await openAgain(tove)).prices[0]?.extras).toEqual([]);
  expect((await buyer().openCheckout('field-pack')).prices[0]?.extras).toHaveLength(2);
});

test('a member who is signed in sets free what a stranger claims with their address; a stranger cannot', async () => {
  await open({ extras: [LIBRARY] });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  await signIn(tove);
  const chosen = { extras: ['ex_0'] };
  const claim = buyer();
  const theirs = await claim.quoteWith(await claim.openCheckout('field-pack'), chosen);
  expect((await claim.pay(theirs, TOVE, CARD.bank, 0, chosen)).body.state?.status).toBe('bank');
  // Another stranger with that address neither gets it nor takes it away.
  const second = buyer();
  const alike = await second.quoteWith(await second.openCheckout('field-pack'), chosen);
  expect((await second.pay(alike, TOVE, CARD.good, 0, chosen)).body.code).toBe('already-runs');
  expect((await claim.state(theirs)).status).toBe('bank');
  // The member is shown the price without a trial, which the claim holds; once it is free, what changed is shown first.
  const own = await tove.quoteWith(await openAgain(tove), chosen);
  const changed = await tove.pay(own, TOVE, CARD.good, 0, chosen);
  expect([changed.body.code, changed.body.prices?.[0]?.bill[1]?.today]).toEqual(['quote-changed', '€1.00']);
  const paid = await tove.pay({ ...own, prices: changed.body.prices ?? [] }, TOVE, CARD.good, 0, chosen);
  expect(paid.body.state?.status).toBe('paid');
  expect((await claim.state(theirs)).status).toBe('fell-away');
});

/** A fresh checkout of a visit that has paid one. */
async function openAgain(who: Buyer): Promise<CheckoutData> {
  const html = await who.fetch('/field-pack/checkout?again=1').then((r) => r.text());
  return JSON.parse(/id="checkout-data">(.*?)<\/script>/s.exec(html)?.[1] ?? '{}') as CheckoutData;
}

/** Signs in by the link of the newest receipt. */
async function signIn(who: Buyer): Promise<void> {
  await until(async () => (await mails()).length > 0, 'the receipt');
  const link = /\/member\/enter\/\S+/.exec((await mails()).at(-1)?.text ?? '')?.[0] ?? '';
  expect((await who.fetch(link, { method: 'POST' })).status).toBe(303);
}

test('a softer offer is for those who declined the one before it: asked for too early it charges nothing', async () => {
  await open({
    offers: [TALK, GUIDE],
    edit(content) {
      const [path] = content.paths;
      if (!path) throw new Error('no path');
      // Yes to the first leads on to the end; no leads to the second.
      const thanks = path.steps.find((s) => s.kind === 'thanks')?.id ?? '';
      Object.assign(path, pointed(path, 'step_o0', 'yes', { kind: 'step', step: thanks }));
    },
  });
  const [tove, ilmar] = [buyer(), buyer()];
  for (const [device, who] of [
    [tove, TOVE],
    [ilmar, { name: 'Ilmar Voss', address: 'ilmar@example.org' }],
  ] as const)
    await device.pay(await device.openCheckout('field-pack'), who, CARD.good);
  const first = await tove.openOffer('/field-pack/offer-1');
  const early = { ...first, stepId: 'step_o1' };
  expect((await tove.fetch('/field-pack/offer-2')).headers.get('location')).toBe('/field-pack/offer-1');
  expect((await tove.accept(early)).body.state).toEqual({ status: 'paid', next: '/field-pack/offer-1' });
  expect(await tove.decline(early)).toBe('/field-pack/offer-1');
  expect(charged()).toEqual(['-1 2400', '-1 2400']);
  expect(await tove.decline(first)).toBe('/field-pack/offer-2');
  const softer = await tove.openOffer('/field-pack/offer-2');
  expect((await tove.accept(softer)).body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  // Whoever took the first is never asked again; back and a second tab lead to where they stand.
  const taken = await ilmar.openOffer('/field-pack/offer-1');
  expect((await ilmar.accept(taken)).body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  expect((await ilmar.fetch('/field-pack/offer-1')).headers.get('location')).toBe('/field-pack/thanks');
  expect((await ilmar.fetch('/field-pack/offer-2')).headers.get('location')).toBe('/field-pack/thanks');
  expect((await ilmar.accept({ ...taken, stepId: 'step_o1' })).body.state).toMatchObject({ status: 'paid' });
  expect(charged().filter((c) => !c.endsWith('2400'))).toEqual(['-step_o1-1 700', '-step_o0-1 21000']);
});

test('a path taken down while people are in it: whoever waits or has paid goes on as it was, others find nothing', async () => {
  await open({ offers: [TALK] });
  const [tove, ilmar, other] = [buyer(), buyer(), buyer()];
  const waiting = await ilmar.openCheckout('field-pack');
  const asked = (await ilmar.pay(waiting, { name: 'Ilmar Voss', address: 'ilmar@example.org' }, CARD.bank)).body.state;
  const looking = await other.openCheckout('field-pack');
  await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const without = pathContent({ offers: [TALK] });
  without.paths = without.paths.filter((p) => p.address !== 'field-pack');
  expect((await shop.owner.publish(1, without)).status).toBe(201);
  // Whoever only looked buys nothing more, and is told the truth.
  expect((await other.fetch('/field-pack/checkout')).status).toBe(404);
  expect((await other.pay(looking, { name: 'Other', address: 'other@example.org' }, CARD.good)).status).toBe(404);
  // Whoever has paid is offered what was promised, and reaches what they bought; back and a second press change nothing.
  const offer = await tove.openOffer('/field-pack/offer-1');
  expect((await tove.accept(offer)).body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  expect(await tove.filesOfThanks('field-pack')).toHaveLength(2);
  expect((await buyer().fetch('/field-pack/thanks')).status).toBe(404);
  // Whoever waits for the bank is told so wherever they look, and pressing again charges nothing more.
  const pressed = await ilmar.pay(waiting, { name: 'Ilmar Voss', address: 'ilmar@example.org' }, CARD.good);
  expect([pressed.body.state?.status, (await ilmar.state(waiting)).status]).toEqual(['bank', 'bank']);
  expect((await ilmar.fetch('/field-pack/checkout')).status).toBe(200);
  if (asked?.status !== 'bank') throw new Error('The bank did not ask');
  await ilmar.fetch(asked.confirmAt, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: 'answer=approve',
  });
  await until(() => state().orders.size === 2, 'the order');
  expect(await ilmar.state(waiting)).toEqual({ status: 'paid', next: '/field-pack/offer-1' });
  expect(charged().filter((c) => c.endsWith('2400'))).toHaveLength(2);
});

test('a page after payment lets them go on by its ways and no other; the last way leads to another path', async () => {
  await open({
    offers: [TALK, GUIDE],
    edit(content) {
      const [path] = content.paths;
      const checkout = path?.steps.find((s) => s.kind === 'checkout')?.id ?? '';
      if (!path) throw new Error('no path');
      const page = fillBetweenPage({ title: '', products: [] }, (prefix) => `${prefix}_between`);
      content.pages.push(page);
      const read = { id: 'step_read', kind: 'page' as const, pageId: page.id };
      // To the page; from it to the talk, or for owners of what nobody here owns to the guide; from the talk out.
      let led = addStep(path, read, { after: checkout, by: 'next' });
      led = withCondition(led, 'step_read', 'next', { about: 'owns', productId: 'prd_nobody' }, STEP('step_o1'));
      led = pointed(pointed(led, 'step_o0', 'yes', OUT), 'step_o0', 'no', STEP('step_o1'));
      Object.assign(path, led);
    },
  });
  const tove = buyer();
  const paid = await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  expect(paid.body.state).toEqual({ status: 'paid', next: '/field-pack/page' });
  expect(await (await tove.fetch('/field-pack/page')).text()).toContain('href="/field-pack/offer-1"');
  // The guide is for others: by its address it leads back to where they stand.
  expect((await tove.fetch('/field-pack/offer-2')).headers.get('location')).toBe('/field-pack/page');
  const talk = await tove.openOffer('/field-pack/offer-1');
  expect((await tove.accept({ ...talk, stepId: 'step_o1' })).body.state).toEqual({
    status: 'paid',
    next: '/field-pack/page',
  });
  expect((await tove.accept(talk)).body.state).toEqual({ status: 'paid', next: '/free-minute' });
  expect(charged()).toEqual(['-1 2400', '-step_o0-1 21000']);
});

test('a button before the checkout adds a line by being pressed; taken off, it stays off; what is no extra adds nothing', async () => {
  await open({
    extras: [GUIDE],
    edit: ({ paths, pages }) => {
      const page = pages.find((p) => p.id === paths[0]?.steps[0]?.pageId);
      const block = page?.blocks.find((b) => b.kind === 'offer');
      if (block?.kind === 'offer') block.adds = 'ex_0';
    },
  });
  const tove = buyer();
  const page = await (await tove.fetch('/field-pack')).text();
  const href = /href="(\/field-pack\/checkout\?with=ex_0)"/.exec(page)?.[1] ?? '';
  const added = await tove.openCheckout('field-pack', href.slice('/field-pack/'.length));
  expect([added.ticked, added.prices[0]?.dueToday, added.prices[0]?.extras[0]?.ticked]).toEqual([
    ['ex_0'],
    '€31.00',
    true,
  ]);
  expect((await tove.pay(added, TOVE, CARD.good, 0, { extras: ['ex_0'] })).body.state?.status).toBe('paid');
  expect(charged()).toEqual(['-1 3100']);
  const other = buyer();
  expect((await other.openCheckout('field-pack')).prices[0]?.dueToday).toBe('€24.00');
  const forged = await other.openCheckout('field-pack', 'checkout?with=ex_9');
  expect([forged.ticked, forged.prices[0]?.dueToday]).toEqual([[], '€24.00']);
});

test('an offer with a choice among its prices: each is shown and charged as chosen, and no other can be', async () => {
  await open({
    offers: [TALK, SOFTER],
    edit: ({ paths, offers }) => {
      const step = paths[0]?.steps.find((s) => s.id === 'step_o0');
      const talk = offers.find((o) => o.id === 'off_o0');
      if (!step?.offer || !talk) throw new Error('no offer');
      const parts = {
        ...newPrice('pr_parts', { name: 'In parts', terms: { kind: 'plan', amount: '75', payments: '3' } }),
      };
      talk.prices.push(parts, newPrice('pr_kept', { name: 'For few', terms: { kind: 'once', amount: '1' } }));
      step.offer.also = ['pr_parts'];
    },
  });
  const tove = buyer();
  const paid = await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const next = paid.body.state?.status === 'paid' ? paid.body.state.next : '';
  const first = await tove.openOffer(next);
  expect([first.dueToday, first.choices.map((c) => c.words)]).toEqual([
    '€210.00',
    ['€210.00', 'In parts, 3 × €75.00 monthly'],
  ]);
  const parts = await tove.openOffer(next + (first.choices[1]?.href ?? ''));
  expect(parts.dueToday).toBe('€75.00');
  // A price that is not offered here is neither shown nor taken; nor does what was shown of one pay another.
  expect((await tove.openOffer(`${next}?price=pr_kept`)).dueToday).toBe('€210.00');
  expect((await tove.accept({ ...first, priceId: 'pr_kept' })).body).toMatchObject({ code: 'no-such-price' });
  expect((await tove.accept({ ...first, priceId: 'pr_parts' })).body).toMatchObject({ code: 'quote-changed' });
  expect((await tove.accept(parts)).body.state?.status).toBe('paid');
  expect([charged().at(-1), [...state().agreements.values()].map((a) => a.terms.kind)]).toEqual([
    '-step_o0-1 7500',
    ['plan'],
  ]);
  // Every price is bought in rehearsal: two to begin with, the free one, the offer's two, and the next.
  const live = shop.counter.context.releases.get(1);
  expect(live && (await walkRelease(live, shop.counter.context.runner.now()))).toMatchObject({
    of: 6,
    gotIn: 6,
    failed: [],
  });
});

// As docs/joining-services.md says it, by another reader than what wrote it.
test('a page held elsewhere is led to with the facts of the order, signed; without who bought', async () => {
  await open({
    edit: ({ paths }) => {
      const [path] = paths;
      const checkout = path?.steps.find((s) => s.kind === 'checkout')?.id ?? '';
      if (!path) return;
      // It thanks there: the path has no page of its own for that.
      path.steps = path.steps.filter((s) => s.kind !== 'thanks');
      path.joins = path.joins.map((j) =>
        j.from === checkout
          ? { ...j, to: { kind: 'elsewhere', href: 'https://walks.example/thanks?a=b', facts: true } }
          : j,
      );
    },
  });
  const tove = buyer();
  const paid = await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const to = new URL(paid.body.state?.status === 'paid' ? paid.body.state.next : 'about:blank');
  expect([to.origin, to.pathname, to.searchParams.get('a')]).toEqual(['https://walks.example', '/thanks', 'b']);
  const facts = to.searchParams.get('order') ?? '';
  const { factsKey } = JSON.parse(readFileSync(join(shop.folder, 'secrets.json'), 'utf8')) as { factsKey: string };
  expect(to.searchParams.get('order-signature')).toBe(createHmac('sha256', factsKey).update(facts).digest('base64url'));
  expect(JSON.parse(Buffer.from(facts, 'base64url').toString())).toEqual({
    number: 1001,
    at: order().at,
    currency: 'EUR',
    paid: 2_400,
    items: [{ title: 'Field pack', price: 'One', quantity: 1 }],
  });
  expect(Buffer.from(facts, 'base64url').toString()).not.toMatch(/tove/i);
});

test('a button after payment carries the facts too: of the order of who presses it, and none for anybody else', async () => {
  await open({
    edit: ({ paths, pages }) => {
      const [path] = paths;
      const checkout = path?.steps.find((s) => s.kind === 'checkout');
      if (!path || !checkout) return;
      const read = fillBetweenPage({ title: '', products: [] }, (prefix) => `${prefix}_read`);
      pages.push(read);
      const led = addStep(path, { id: 'read', kind: 'page', pageId: read.id }, { after: checkout.id, by: 'next' });
      const out = { kind: 'elsewhere', href: 'https://walks.example/group', facts: true } as const;
      const block = read.blocks.find((b) => b.kind === 'onward')?.id ?? '';
      Object.assign(path, led, { joins: [...led.joins, { from: 'read', by: 'button', block, to: out }] });
    },
  });
  const tove = buyer();
  const paid = await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good);
  const page = await (await tove.fetch(paid.body.state?.status === 'paid' ? paid.body.state.next : '')).text();
  const href = /href="(\/-\/out\/[^"]+)"/.exec(page)?.[1] ?? '';
  const led = async (who: Buyer): Promise<URL> => new URL((await who.fetch(href)).headers.get('location') ?? '');
  const to = await led(tove);
  expect([
    to.origin,
    JSON.parse(Buffer.from(to.searchParams.get('order') ?? '', 'base64url').toString()),
  ]).toMatchObject(['https://walks.example', { number: 1001 }]);
  expect((await led(buyer())).href).toBe('https://walks.example/group');
});
