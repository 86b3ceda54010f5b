import { readFileSync } from 'node:fs';
import { readingIn } from '../../../src/counter/shared/reading';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { addMs, DAY, type Instant, msOf } from '#core/calendar';
import { newCoupon, newOffer, newPrice, newProduct, type ShopDetails } from '#core/catalogue';
import { type ReleaseContent, sealContent } from '#core/release';
import { Buyer } from '../../../demo/clients';
import { createCounter } from '../../../src/counter/createCounter';
import { paperOf } from '../../../src/counter/member/papers';
import { CARD, openShop, ownerOf, type TestShop, until } from '../../support/counter';
import { draftContent, FILE_BYTES, FILE_SHA, pathFor } from '../../support/release';
import { later } from '../../support/money';
import { bought } from '../../support/money';
import { mailsIn, signedInAt } from '../../support/mails';

const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const ILMAR = { name: 'Ilmar Quill', address: 'ilmar@example.org' };

/** A shop with a library by the month after a trial, a plan in three parts, a coupon for one use, and tax. */
function content(change: (shop: ShopDetails) => void = () => undefined): ReleaseContent {
  const draft = draftContent();
  const library = {
    ...newProduct('prd_lib', 'Library'),
    promise: 'All of it',
    files: [{ id: 'f_lib', sha256: FILE_SHA, name: 'Library.txt', bytes: FILE_BYTES.length, type: 'text/plain' }],
  };
  const offer = {
    ...newOffer('off_lib', library, 'EUR'),
    prices: [
      newPrice('pr_month', {
        name: 'Monthly',
        terms: { kind: 'subscription', amount: '12', trial: { days: '14', fee: '' } },
      }),
      newPrice('pr_plan', { name: 'In parts', terms: { kind: 'plan', amount: '60', payments: '3' } }),
    ],
  };
  let count = 100;
  const made = pathFor(
    offer,
    [library],
    new Set(['field-pack', 'free-minute']),
    (prefix) => `${prefix}_${(count += 1)}`,
  );
  draft.products.push(library);
  draft.offers.push(offer);
  draft.paths.push(made.path);
  draft.pages.push(...made.pages);
  draft.coupons.push(newCoupon('cp_one', 'EUR', { code: 'ONCE', percent: '50', limit: { inAll: '1', each: '' } }));
  draft.shop.tax = {
    how: 'included',
    home: 'PT',
    rates: [
      { country: 'PT', rate: 2_300, from: null },
      { country: 'NL', rate: 2_100, from: null },
    ],
  };
  change(draft.shop);
  return sealContent(draft);
}

let shop: TestShop;
afterEach(() => shop.close());
const buyer = (): Buyer => new Buyer(shop.counter.address);
const state = () => shop.counter.context.runner.state;
const first = () => [...state().agreements.values()][0];
const firstLater = () => {
  const a = first();
  return a ? later(a) : [];
};
const mails = () => mailsIn(shop.folder);

/** Signed in by the link in the receipt. */
const member = (who: { address: string }): Promise<Buyer> => signedInAt(shop, who);

test('a free trial verifies the card for nothing and keeps it; the member’s own acts, and nobody else’s', async () => {
  shop = await openShop({ content: content() });
  const tove = buyer();
  const checkout = await tove.openCheckout('library');
  expect(checkout.prices.map((p) => [p.dueToday, p.later])).toEqual([
    ['€0.00', '€12.00 monthly'],
    ['€60.00', '€120.00'],
  ]);
  expect(checkout.prices[1]?.laters[0]?.words).toBe('€60.00 on 15 July, €60.00 on 15 August, same card');
  expect((await tove.pay(checkout, TOVE, null)).body.title).toContain('A card is needed for later payments.');
  expect((await tove.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
  expect(await (await tove.fetch('/library/thanks')).text()).toMatch(
    /Due later:<\/b> €12\.00 monthly from 29 June 2026/,
  );
  await until(async () => (await mails()).length === 1, 'the receipt');
  expect((await mails())[0]?.text).toMatch(/Still to pay: €12\.00 monthly from 29 June 2026, until cancelled/);
  const a = first();
  expect([
    a?.status,
    a?.card?.last4,
    a?.card?.expires,
    a?.card?.country,
    [...state().charges.values()].map((c) => c.amount),
  ]).toEqual(['in-trial', '0001', '2029-11', 'PT', [0]]);
  const ilmar = buyer();
  await ilmar.pay(await ilmar.openCheckout('field-pack'), ILMAR, CARD.good);
  const [hers, his] = [await member(TOVE), await member(ILMAR)];
  const path = `/member/api/agreements/${a?.id ?? ''}`;
  expect((await buyer().json(path, { act: 'stop' })).status).toBe(401);
  expect((await his.json(path, { act: 'stop' })).status).toBe(404);
  expect((await hers.json(path, { act: 'refund', amount: 1 })).status).toBe(422);
  expect(
    (await hers.fetch(path, { method: 'POST', headers: { 'content-type': 'text/plain' }, body: '{"act":"stop"}' }))
      .status,
  ).toBe(415);
  expect(first()?.status).toBe('in-trial');
  expect((await hers.json(path, { act: 'stop' })).status).toBe(200);
  expect((await hers.json(path, { act: 'keep' })).status).toBe(200);
  await shop.owner.act('/clock', { by: 'month' });
  const me = (await (await hers.fetch('/member/api/me')).json()) as {
    things: { note: string }[];
    agreements: { state: string; payments: { paper: { name: string; href: string } | null }[] }[];
  };
  expect(me.things[0]?.note).toBe('1 file, open while payments are made');
  expect(me.agreements[0]?.state).toBe('The next payment is €12.00 on 29 July 2026.');
  const paper = me.agreements[0]?.payments[0]?.paper;
  expect(paper?.name).toMatch(/^Invoice R-\d+$/);
  expect((await hers.fetch(paper?.href ?? '')).headers.get('content-type')).toBe('application/pdf');
  expect((await his.fetch(paper?.href ?? '')).status).toBe(404);
  expect((await buyer().fetch(paper?.href ?? '')).status).toBe(401);
  // No card number anywhere but at the payment service.
  expect(readFileSync(join(shop.folder, 'test', 'journal.jsonl'), 'utf8')).not.toContain(CARD.good);
});

test('a coupon used up, and a price changed, while somebody is at checkout: said, nothing charged, the new price shown', async () => {
  shop = await openShop({ content: content() });
  const [tove, ilmar] = [buyer(), buyer()];
  const chosen = { coupon: 'once', country: 'PT' };
  const page = await tove.quoteWith(await tove.openCheckout('library'), chosen);
  const his = await ilmar.quoteWith(await ilmar.openCheckout('library'), chosen);
  expect([page.prices[1]?.dueToday, his.prices[1]?.dueToday]).toEqual(['€30.00', '€30.00']);
  expect((await ilmar.pay(his, ILMAR, CARD.good, 1, chosen)).body.state?.status).toBe('paid');
  const refused = await tove.pay(page, TOVE, CARD.good, 1, chosen);
  expect(refused.body.title).toBe('The code ONCE has been used too often. Nothing was charged.');
  expect(refused.body.prices?.[1]?.dueToday).toBe('€60.00');
  // Whoever began before a change of price finishes at the old one; who begins after it pays the new one.
  const before = await tove.openCheckout('library');
  const dearer = content();
  const plan = dearer.offers.find((o) => o.id === 'off_lib')?.prices[1];
  if (plan?.terms.kind === 'plan') plan.terms.owed.amount = 7_000;
  expect((await shop.owner.publish(1, dearer)).status).toBe(201);
  expect((await buyer().openCheckout('library')).prices[1]?.dueToday).toBe('€70.00');
  expect((await tove.pay(before, TOVE, CARD.good, 1)).body.state?.status).toBe('paid');
  expect([...state().orders.values()].map((o) => bought(o).lines[0]?.paid)).toEqual([3_000, 6_000]);
});

test('a checkout keeps its price for as long as the shop says, to the minute, then meets the new one', async () => {
  const rising = content((details) => {
    details.billing.quoteMinutes = 20;
  });
  const monthly = rising.offers.find((o) => o.id === 'off_lib')?.prices[0];
  if (monthly) monthly.rise = { by: 100, every: { by: 'sales', sales: 1 }, ceiling: 2_000 };
  shop = await openShop({ content: rising });
  const [tove, ilmar] = [buyer(), buyer()];
  const [hers, his] = [await tove.openCheckout('library'), await ilmar.openCheckout('library')];
  expect(hers.prices.map((p) => p.kept)).toEqual(['Kept for you until 09:20; this price rises.', null]);
  const began = shop.counter.context.runner.now();
  const dearer = content((details) => {
    details.billing.quoteMinutes = 20;
  });
  const plan = dearer.offers.find((o) => o.id === 'off_lib')?.prices[1];
  if (plan?.terms.kind === 'plan') plan.terms.owed.amount = 7_000;
  await shop.owner.publish(1, dearer);
  const clock = shop.counter.context.demoClock;
  clock?.moveTo(addMs(began, 19 * 60_000));
  expect((await tove.pay(hers, TOVE, CARD.good, 1)).body.state?.status).toBe('paid');
  clock?.moveTo(addMs(began, 20 * 60_000));
  const late = await ilmar.pay(his, ILMAR, CARD.good, 1);
  expect([late.status, late.body.title, late.body.prices?.[1]?.dueToday]).toEqual([
    409,
    'The price has changed since this page was opened. Nothing was charged. Check the new price, then decide again.',
    '€70.00',
  ]);
  expect([...state().charges.values()].map((c) => c.amount)).toEqual([6_000]);
});

test('a VAT number belongs to its own order, changes the sum and stands on the invoice only there', async () => {
  shop = await openShop({ content: content() });
  const tove = buyer();
  const chosen = { country: 'NL', vatNumber: 'NL004495445B01' };
  const page = await tove.quoteWith(await tove.openCheckout('library'), chosen);
  // 60.00 less 21 % within it.
  expect([page.prices[1]?.dueToday, page.prices[1]?.tax]).toEqual([
    '€49.59',
    'Reverse charge: you account for the tax.',
  ]);
  expect((await tove.pay(page, TOVE, CARD.good, 1, chosen)).body.state?.status).toBe('paid');
  expect(first()?.buyer).toEqual({ country: 'NL', reverse: true });
  const person = shop.counter.context.people.find(TOVE.address);
  expect(Object.values(person?.vatNumbers ?? {})).toEqual(['NL004495445B01']);
  expect(readFileSync(join(shop.folder, 'test', 'journal.jsonl'), 'utf8')).not.toContain('NL004495445B01');
  await shop.owner.act('/clock', { by: 'month' });
  expect(firstLater()[0]?.amount).toBe(4_959);
});

test('another country or VAT number counts from the next payment; papers that exist stay, and a credit note names its own', async () => {
  shop = await openShop({ content: content() });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('library'), TOVE, CARD.good, 1, { country: 'PT' });
  await shop.owner.act('/clock', { by: 'month' });
  const hers = await member(TOVE);
  const id = first()?.id ?? '';
  const move = (body: object) =>
    hers.json<{ title?: string }>(`/member/api/agreements/${id}`, { act: 'move', ...body });
  const wrong = await move({ country: 'PT', vatNumber: 'NL004495445B01' });
  expect([wrong.status, wrong.body.title]).toEqual([
    409,
    'That VAT number belongs to a different country from the one you chose. Nothing was changed.',
  ]);
  expect((await move({ country: 'Portugal', vatNumber: '' })).status).toBe(422);
  // Looked at first by the seller: the very amounts, and nothing recorded.
  const looked = await shop.owner.act<{ leadsTo: string[] }>(`/agreements/${id}/preview`, {
    act: 'move',
    country: 'NL',
    vatNumber: 'NL004495445B01',
  });
  expect(looked.body.leadsTo.join(' ')).toMatch(
    /The next is €49\.59 on 15 August 2026\..*The buyer is notified by email\./,
  );
  expect(shop.counter.context.people.find(TOVE.address)?.vatNumbers).toBeUndefined();
  expect((await move({ country: 'NL', vatNumber: 'NL 0044.95.445.B01' })).status).toBe(200);
  await shop.owner.act('/clock', { by: 'month' });
  expect(firstLater().map((p) => [p.amount, p.tax, p.buyer?.country, p.buyer?.reverse])).toEqual([
    [6_000, 1_122, 'PT', false],
    [4_959, 0, 'NL', true],
  ]);
  await until(async () => (await mails()).some((m) => m.subject?.includes('Your payment for')), 'the message');
  expect((await mails()).find((m) => m.subject?.includes('Your payment for'))?.text).toMatch(
    /From 15 August 2026 you pay €49\.59, because your country or VAT number changed/,
  );

  const reading = readingIn(shop.counter.context, 'en');
  const [before, after] = (first()?.payments ?? []).map(
    (p) => paperOf(reading, false, first()?.personId ?? '', p.receipt ?? '')?.paper,
  );
  expect([before?.to.at(-1), before?.foot, after?.to.at(-1), after?.foot]).toEqual([
    TOVE.address,
    ['Of which €11.22 tax (PT).'],
    'VAT number NL004495445B01',
    ['Reverse charge: the buyer accounts for the tax.'],
  ]);
  await shop.owner.act(`/agreements/${id}/act`, { act: 'refund', amount: 1_000, ends: false });
  await until(() => state().counts.creditNotes === 1, 'the credit note');
  const note = paperOf(reading, false, first()?.personId ?? '', 'C-00001')?.paper;
  expect([note?.facts[0]?.value, note?.to.at(-1), note?.total.amount]).toEqual([
    first()?.payments[1]?.receipt,
    'VAT number NL004495445B01',
    '€10.00',
  ]);
  expect(paperOf(reading, false, 'somebody else', 'C-00001')).toBeNull();
});

test('a payment that is behind: its member tries the same card again, then pays with another', async () => {
  shop = await openShop({ content: content() });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('library'), TOVE, CARD.refusesLater, 1);
  await shop.owner.act('/clock', { by: 'month' });
  expect(first()?.status).toBe('past-due');
  const hers = await member(TOVE);
  const acts = async () =>
    (
      (await (await hers.fetch('/member/api/me')).json()) as {
        agreements: { acts: { label: string; leadsTo: string }[] }[];
      }
    ).agreements[0]?.acts.map((a) => a.label);
  expect(await acts()).toEqual(['Pay €60.00 now', 'Pay the rest now']);
  const tried = await hers.json<{ sentence: string }>(`/member/api/agreements/${first()?.id ?? ''}`, { act: 'retry' });
  expect([tried.body.sentence, first()?.status]).toEqual([
    'The card was declined. Nothing was charged. Try another card.',
    'past-due',
  ]);
  // Another card pays at once what is behind; no second try of it is left.
  const card = await tove.token(CARD.good);
  expect(
    (await hers.json<{ sentence: string }>(`/member/api/agreements/${first()?.id ?? ''}`, { act: 'card', card })).body
      .sentence,
  ).toBe('Paid. Thank you.');
  expect(first()?.status).toBe('active');
  expect(await acts()).not.toContain('Pay €60.00 now');
  expect((await hers.json(`/member/api/agreements/${first()?.id ?? ''}`, { act: 'retry' })).status).toBe(409);
});

test('the clock moved twice at once: one move, and the other is told so; nothing is charged twice', async () => {
  shop = await openShop({ content: content() });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('library'), TOVE, CARD.good, 1);
  const both = await Promise.all([
    shop.owner.act<{ title?: string }>('/clock', { by: 'month' }),
    shop.owner.act<{ title?: string }>('/clock', { by: 'month' }),
  ]);
  expect(both.map((b) => b.status).sort()).toEqual([200, 409]);
  expect(both.find((b) => b.status === 409)?.body.title).toMatch(/already being moved/);
  await shop.owner.act('/clock', { by: 'month' });
  expect(firstLater().map((p) => [p.at.slice(0, 10), p.amount])).toEqual([
    ['2026-07-15', 6_000],
    ['2026-08-15', 6_000],
  ]);
  expect(first()?.status).toBe('paid-off');
  // A subscription that was stopped leads to a new checkout; a plan that runs, to whoever can help.
  const ilmar = buyer();
  await ilmar.pay(await ilmar.openCheckout('library'), ILMAR, CARD.good);
  const his = await member(ILMAR);
  const [sub] = [...state().agreements.values()].slice(-1);
  await his.json(`/member/api/agreements/${sub?.id ?? ''}`, { act: 'stop' });
  await shop.owner.act('/clock', { by: 'month' });
  const me = (await (await his.fetch('/member/api/me')).json()) as {
    agreements: { state: string; againAt: string | null }[];
  };
  expect(me.agreements).toMatchObject([
    { state: expect.stringMatching(/^Ended on/), againAt: '/library/checkout?again' },
  ]);
  expect((await his.openCheckout('library')).prices[0]?.dueToday).toBe('€12.00');
  const afresh = content((details) => {
    details.billing.beginsOnce = false;
  });
  await shop.owner.publish(1, afresh);
  expect((await his.openCheckout('library')).prices[0]?.dueToday).toBe('€0.00');
  // The checkout's address is another now: members are led there, not to where it was.
  const till = afresh.paths.find((path) => path.address === 'library')?.steps.find((s) => s.kind === 'checkout');
  if (!till) throw new Error('no checkout');
  till.address = 'join';
  await shop.owner.publish(2, afresh);
  expect(await (await his.fetch('/member/api/me')).json()).toMatchObject({
    agreements: [{ againAt: '/library/join?again' }],
  });
});

test('the payment service gone on a due day, and the shop killed meanwhile: asked again under the same key, paid once', async () => {
  shop = await openShop({ content: content() });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('library'), TOVE, CARD.good, 1);
  await shop.switches({ down: true });
  shop.counter.context.demoClock?.moveTo(addMs(first()?.next?.at ?? '', 1_000));
  await until(() => first()?.unanswered !== null, 'the due being asked for');
  await shop.switches({ down: false });
  await shop.restart();
  shop.owner = await ownerOf(shop.counter);
  await until(() => first()?.payments.length === 1, 'the payment');
  const services = readFileSync(join(shop.folder, 'outside', 'payments', 'service.jsonl'), 'utf8')
    .split('\n')
    .filter((l) => l.includes('"t":"charge"') && l.includes('"status":"paid"'));
  expect(services).toHaveLength(2);
});

test('a real shop that was away for three months charges nothing until its owner says so, and then nothing for that time', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'keel-away-'));
  let now: Instant = '2026-06-15T08:00:00.000Z';
  const clock = { now: () => now, machine: () => performance.now() };
  const real = { mode: 'real' as const, clock, dataFolder: folder, clientFolder: 'dist/client', port: 0 };
  shop = await openShop({ content: content(), ...real });
  /** Closed, nobody there for so long, started again. */
  const away = async (days: number): Promise<void> => {
    await shop.counter.close();
    now = addMs(now, days * DAY);
    shop.counter = await createCounter(real);
    shop.owner = await ownerOf(shop.counter);
  };
  const tove = buyer();
  expect((await tove.pay(await tove.openCheckout('library'), TOVE, CARD.good, 1)).body.state?.status).toBe('paid');
  const due = first()?.next?.at ?? '';
  await away(1);
  expect(shop.counter.context.away).toBeNull();
  // Ten days may as well be a wrong clock: nothing is sold under it, though nothing was to be charged.
  await away(10);
  expect(shop.counter.context.away).toMatchObject({ agreements: 0, leapt: true });
  const early = buyer();
  expect((await early.pay(await early.openCheckout('library'), ILMAR, CARD.good, 1)).body.code).toBe('stands-still');
  await shop.owner.act('/away/confirm', {});
  expect(shop.counter.context.away).toBeNull();
  await away(90);
  expect(shop.counter.context.away).toMatchObject({ agreements: 1 });
  await shop.counter.context.runner.settle();
  expect(first()?.payments).toHaveLength(0);
  await shop.owner.act('/away/confirm', {});
  await shop.counter.context.runner.settle();
  expect([first()?.payments.length, shop.counter.context.away]).toEqual([0, null]);
  expect(msOf(first()?.next?.at ?? '')).toBeGreaterThan(msOf(due) + 60 * DAY);
  await rm(folder, { recursive: true, force: true });
});

test('card after card from one place: a real shop asks to wait, and nothing more is asked of the bank', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'keel-cards-'));
  shop = await openShop({ content: content(), mode: 'real', dataFolder: folder, clientFolder: 'dist/client', port: 0 });
  const tove = buyer();
  const page = await tove.openCheckout('library');
  for (let i = 0; i < 30; i += 1) expect((await tove.pay(page, TOVE, CARD.poor, 1)).body.state?.status).toBe('refused');
  const asked = state().charges.size;
  const stopped = await tove.pay(page, TOVE, CARD.good, 1);
  expect([stopped.status, stopped.body.title, state().charges.size]).toEqual([
    429,
    'Too many cards were declined in a short time. Nothing was charged. Wait 15 minutes, or ask your bank.',
    asked,
  ]);
  await rm(folder, { recursive: true, force: true });
});

test('a member switches to what was shown: a day later it is shown anew, and never to a price that is not offered', async () => {
  const sold = content();
  const library = sold.offers.find(({ id }) => id === 'off_lib');
  const [month] = library?.prices ?? [];
  if (month?.terms.kind !== 'subscription' || !library) throw new Error('no price by the month');
  delete month.terms.trial;
  const dearer = {
    ...structuredClone(month),
    id: 'pr_more',
    name: 'With a talk',
    terms: { ...month.terms, amount: 3_000 },
  };
  const few = {
    ...structuredClone(dearer),
    id: 'pr_few',
    onlyAt: { at: { kind: 'links' as const, links: ['e1'] }, insteadOf: 'pr_more' },
  };
  library.prices.push(dearer, few);
  shop = await openShop({ content: sold });
  const tove = buyer();
  await tove.pay(await tove.openCheckout('library'), TOVE, CARD.good);
  const hers = await member(TOVE);
  const path = `/member/api/agreements/${first()?.id ?? ''}`;
  type Choice = { offerId: string; priceId: string; leadsTo: string; shown: string };
  const choices = async (): Promise<Choice[]> =>
    (
      (await (await hers.fetch('/member/api/me')).json()) as { agreements: { switches: Choice[] }[] }
    ).agreements.flatMap(({ switches }) => switches);
  const switchTo = ({ offerId, priceId, shown }: Choice) =>
    hers.json<{ code?: string }>(path, { act: 'switch', offerId, priceId, shown });
  const [shown, ...others] = await choices();
  if (!shown) throw new Error('nothing to switch to');
  // All of the month is left: 30.00 − 12.00.
  expect([shown.priceId, shown.leadsTo, others]).toEqual([
    'pr_more',
    expect.stringMatching(/^You pay €18\.00 now: €12\.00 for the unused days/),
    [],
  ]);
  expect((await switchTo({ ...shown, priceId: 'pr_few' })).body.code).toBe('no-such-price');
  await shop.owner.act('/clock', { by: 'day' });
  expect((await switchTo(shown)).body.code).toBe('quote-changed');
  const [now] = await choices();
  // 29 of 30 days of 12.00 are 11.60.
  expect(now?.leadsTo).toMatch(/^You pay €18\.40 now/);
  expect((await switchTo(now ?? shown)).status).toBe(200);
  await until(() => state().agreements.size === 2, 'the switch');
  const running = [...state().agreements.values()].find(({ status }) => status === 'active');
  expect([running?.priceId, running?.payments.map(({ lines }) => lines[0]?.amount)]).toEqual(['pr_more', [1_840]]);
});
