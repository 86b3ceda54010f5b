import { afterEach, describe, expect, test } from '@jest/globals';
import { fewPrice, newCoupon, newOffer, newPrice } from '#core/catalogue';
import { fillBetweenPage } from '#core/pages';
import { passState } from '#core/passes';
import { addBeside, addStep, newEntrance } from '#core/paths';
import type { Path } from '#core/paths';
import { type DraftContent, sealContent } from '#core/release';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { draftContent } from '../../support/release';
import { addTurnedBackStep } from '../../support/turnedBack';

// Who sees which price, through an entrance, under a countdown, after turning back: on 15 June 2026, 09:00 in Lisbon.
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const AVA = { name: 'Ava Holt', address: 'ava@example.org' };

let shop: TestShop;
afterEach(() => shop.close());

/** The shop of the tests with a price for the few, 19.00, at its first path. */
function content(edit: (path: Path, draft: DraftContent) => void): ReturnType<typeof sealContent> {
  const draft = draftContent();
  const [path] = draft.paths;
  const [pack] = draft.offers;
  if (!path || !pack) throw new Error('no path');
  pack.prices.push(newPrice('pr_few', { name: 'Few', terms: { kind: 'once', amount: '19.00' } }));
  path.setAside = ['pr_few'];
  edit(path, draft);
  return sealContent(draft);
}
const open = async (edit: (path: Path, draft: DraftContent) => void): Promise<void> => {
  shop = await openShop({ content: content(edit) });
};
const TALK = newEntrance(
  { id: 'e_talk', word: 'evening-talk', short: 'k7Qm' },
  { formerWords: ['talk'], until: '2026-06-16', prices: ['pr_few'], label: 'evening talk' },
);
const withTalk = (path: Path): void => void (path.entrances = [TALK]);
const buyer = (): Buyer => new Buyer(shop.counter.address);
const runner = () => shop.counter.context.runner;
const moveTo = (to: string): void => shop.counter.context.demoClock?.moveTo(to);
const shown = async (who: Buyer): Promise<string[]> =>
  (await who.openCheckout('field-pack')).prices.map((p) => p.dueToday);
const pageOf = async (who: Buyer, href = '/field-pack'): Promise<string> => (await who.fetch(href)).text();
const led = async (who: Buyer, href: string): Promise<string | null> => (await who.fetch(href)).headers.get('location');
const charged = (): number[] => [...runner().state.charges.values()].map((c) => c.amount);

describe('an entrance', () => {
  test('shows its price on the page and at the checkout, is charged, and stands on the order', async () => {
    await open(withTalk);
    const tove = buyer();
    expect(await pageOf(tove)).not.toMatch(/€19\.00/);
    // Nor is it told to search engines, or on the front.
    expect(await pageOf(tove)).toMatch(/"price":"24\.00"/);
    expect(await pageOf(tove)).not.toMatch(/"price":"19\.00"/);
    expect(await pageOf(tove, '/')).not.toMatch(/€19\.00/);
    expect(await led(tove, '/field-pack/in/evening-talk?from=mail')).toBe('/field-pack?from=mail');
    const page = await pageOf(tove);
    expect([/€19\.00/.test(page), /€24\.00/.test(page)]).toEqual([true, false]);
    expect(await shown(tove)).toEqual(['€19.00']);
    const data = await tove.openCheckout('field-pack');
    expect((await tove.pay(data, TOVE, CARD.good)).body.state?.status).toBe('paid');
    expect([charged(), [...runner().state.orders.values()].map((o) => o.came.entrance)]).toEqual([[1_900], ['e_talk']]);
  });

  test('by its short address and by a former word too; a misspelt word leads to the path as it is', async () => {
    await open(withTalk);
    for (const way of ['/k7Qm', '/field-pack/in/talk']) {
      const tove = buyer();
      expect(await led(tove, way)).toBe('/field-pack');
      expect(await shown(tove)).toEqual(['€19.00']);
    }
    const ava = buyer();
    expect(await led(ava, '/field-pack/in/evening-tlak')).toBe('/field-pack');
    expect(await shown(ava)).toEqual(['€24.00', '€68.00']);
    expect((await ava.fetch('/K7QM')).status).toBe(404);
  });

  test('its price is refused to whoever did not come through it, with what they can have', async () => {
    await open(withTalk);
    const [tove, ava] = [buyer(), buyer()];
    await tove.fetch('/k7Qm');
    const few = (await tove.openCheckout('field-pack')).prices[0];
    const plain = await ava.openCheckout('field-pack');
    if (!few) throw new Error('no price');
    const taken = await ava.pay({ ...plain, prices: [few] }, AVA, CARD.good);
    expect([taken.status, taken.body.code, taken.body.prices?.map((p) => p.dueToday)]).toEqual([
      409,
      'no-such-price',
      ['€24.00', '€68.00'],
    ]);
    expect(charged()).toEqual([]);
    // A note of one's own making says nothing.
    const [name, value] = [...tove.cookies].find(([n]) => n === 'keel_way') ?? ['', ''];
    const [payload] = value.split('.');
    ava.cookies.set(name, `${payload}.${'A'.repeat(43)}`);
    expect(await shown(buyerWith(ava.cookies))).toEqual(['€24.00', '€68.00']);
  });

  test('that ends at the checkout is kept for its minutes, once, and says until when; then it is over', async () => {
    await open(withTalk);
    const tove = buyer();
    moveTo('2026-06-16T22:50:00.000Z');
    await tove.fetch('/k7Qm');
    const data = await tove.openCheckout('field-pack');
    expect(data.prices[0]?.kept).toBeNull();
    moveTo('2026-06-16T23:05:00.000Z');
    const kept = await tove.openCheckout('field-pack');
    expect(kept.prices.map((p) => [p.dueToday, p.kept])).toEqual([
      ['€19.00', expect.stringMatching(/^Kept for you until .*; this price has ended\.$/)],
    ]);
    // The page, and whoever comes now, have the plain price.
    expect(await pageOf(tove)).not.toMatch(/€19\.00/);
    const late = await pageOf(buyer(), '/k7Qm');
    expect(late).toMatch(/This offer ended on .*16 June/);
    expect(late).toMatch(/href="\/field-pack"/);
    // Reloading has not renewed it: an hour after it began it is over, also for a button pressed then.
    moveTo('2026-06-16T23:50:01.000Z');
    const pressed = await tove.pay(kept, TOVE, CARD.good);
    expect([pressed.body.code, pressed.body.prices?.map((p) => p.dueToday)]).toEqual([
      'no-such-price',
      ['€24.00', '€68.00'],
    ]);
    expect(await shown(tove)).toEqual(['€24.00', '€68.00']);
  });

  test('taken out of the path while somebody is at the checkout: they may finish', async () => {
    await open(withTalk);
    const tove = buyer();
    await tove.fetch('/k7Qm');
    const data = await tove.openCheckout('field-pack');
    const without = await shop.owner.publish(
      1,
      content((path) => void (path.setAside = ['pr_few'])),
    );
    expect(without.status).toBe(201);
    expect((await tove.pay(data, TOVE, CARD.good)).body.state?.status).toBe('paid');
    expect(charged()).toEqual([1_900]);
    expect(await shown(buyer())).toEqual(['€24.00', '€68.00']);
  });

  test('the last one counts, also at a checkout that has begun; one that has not opened says so', async () => {
    await open((path) => {
      path.entrances = [
        TALK,
        { ...TALK, id: 'e_all', word: 'class', short: 'c5Ls', prices: ['pr_class'] },
        { ...TALK, id: 'e_later', word: 'later', short: 'l8Tr', from: '2026-07-01', until: null },
      ];
    });
    const tove = buyer();
    await tove.fetch('/k7Qm');
    expect(await shown(tove)).toEqual(['€19.00']);
    await tove.fetch('/c5Ls');
    expect(await shown(tove)).toEqual(['€68.00']);
    expect(await pageOf(tove, '/l8Tr')).toMatch(/This offer starts on .*1 July/);
    expect(await shown(tove)).toEqual(['€68.00']);
  });

  test('fills in its coupon and shows what it takes off', async () => {
    await open((path, draft) => {
      path.entrances = [{ ...TALK, prices: null, coupon: 'spring' }];
      draft.coupons.push(newCoupon('cp', 'EUR', { code: 'SPRING', percent: '10', acts: 'first', payments: '1' }));
    });
    const tove = buyer();
    await tove.fetch('/k7Qm');
    const data = await tove.openCheckout('field-pack');
    expect([data.coupon, data.prices[0]?.dueToday, data.prices[0]?.coupon]).toEqual([
      'spring',
      '€21.60',
      expect.stringMatching(/SPRING: 10 %/),
    ]);
    const paid = await tove.pay(data, TOVE, CARD.good, 0, { coupon: data.coupon });
    expect([paid.body.state?.status, charged()]).toEqual(['paid', [2_160]]);
  });
});

describe('a countdown', () => {
  const HOURS = { id: 'c1', until: { to: 'hours', hours: 48 } } as const;
  test('runs from the visitor’s first coming by the shop’s clock: a price goes, another comes', async () => {
    await open((path) => {
      path.setAside = [];
      path.countdowns = [{ ...HOURS, then: { does: 'prices', go: ['pr_few'], come: ['pr_class'] } }];
    });
    const tove = buyer();
    await pageOf(tove);
    expect(await shown(tove)).toEqual(['€24.00', '€19.00']);
    moveTo('2026-06-17T07:59:00.000Z');
    expect(await shown(tove)).toEqual(['€24.00', '€19.00']);
    moveTo('2026-06-17T10:00:00.000Z');
    expect(await shown(tove)).toEqual(['€24.00', '€68.00']);
    // Whoever comes now has two days of their own; so does whoever throws the note away.
    expect(await shown(buyer())).toEqual(['€24.00', '€19.00']);
    expect(await shown(buyerWith(new Map()))).toEqual(['€24.00', '€19.00']);
  });

  test('closes the path to a page: whoever is at the checkout may finish, whoever comes is led away', async () => {
    await open((path, draft) => {
      const [free] = draft.paths.slice(1);
      const between = fillBetweenPage({ title: '', products: [] }, (prefix) => `${prefix}_between`);
      const after = { after: path.steps.find((s) => s.kind === 'checkout')?.id ?? '', by: 'next' } as const;
      draft.pages.push(between);
      Object.assign(path, addStep(path, { id: 'step_between', kind: 'page', pageId: between.id }, after));
      path.countdowns = [
        {
          id: 'c1',
          until: { to: 'moment', at: '2026-06-15T18:00' },
          then: { does: 'closes', to: { kind: 'path', path: free?.id ?? '' } },
        },
      ];
    });
    const [tove, ava] = [buyer(), buyer()];
    moveTo('2026-06-15T16:55:00.000Z');
    const data = await tove.openCheckout('field-pack');
    moveTo('2026-06-15T17:01:00.000Z');
    expect([await led(ava, '/field-pack'), await led(ava, '/field-pack/checkout')]).toEqual([
      '/free-minute',
      '/free-minute',
    ]);
    expect(await led(tove, '/field-pack/checkout')).toBeNull();
    expect((await tove.pay(data, TOVE, CARD.good)).body.state).toEqual({ status: 'paid', next: '/field-pack/page' });
    // What was bought stays, and leads on as it did.
    expect(await pageOf(tove, '/field-pack/page')).toMatch(/href="\/field-pack\/thanks"/);
    expect(await pageOf(tove, '/field-pack/thanks')).toMatch(/€24\.00/);
    expect(await pageOf(ava, '/')).not.toMatch(/Field pack/);
  });
});

test('a path that closes while the bank is asked: whoever waits hears how it stands, and is thanked', async () => {
  await open((path, draft) => {
    draft.shop.billing = { ...draft.shop.billing, quoteMinutes: 5 };
    const other = draft.paths[1]?.id ?? '';
    const ends = { to: 'moment', at: '2026-06-15T09:08' } as const;
    path.countdowns = [{ id: 'c1', until: ends, then: { does: 'closes', to: { kind: 'path', path: other } } }];
  });
  const tove = buyer();
  const data = await tove.openCheckout('field-pack');
  const asked = await tove.pay(data, TOVE, CARD.bank);
  expect(asked.body.state?.status).toBe('bank');
  moveTo('2026-06-15T08:10:00.000Z');
  expect((await tove.openCheckout('field-pack')).state.status).toBe('bank');
  expect(await led(buyer(), '/field-pack/checkout')).toBe('/free-minute');
  const confirm = asked.body.state?.status === 'bank' ? asked.body.state.confirmAt : '';
  const headers = { 'content-type': 'application/x-www-form-urlencoded' };
  await tove.fetch(confirm, { method: 'POST', headers, body: 'answer=approve' });
  await until(async () => (await tove.state(data)).status === 'paid', 'the bank’s answer');
  expect(await led(tove, '/field-pack/checkout')).toBe('/field-pack/thanks');
});

/** A page for people who leave the checkout, with the price for the few for a day. */
const withLower = (path: Path, draft: DraftContent): void => {
  draft.pages.push({ ...structuredClone(draft.pages[0] ?? never()), id: 'page_back', title: 'Before you go' });
  addTurnedBackStep(path, { id: 'step_back', pageId: 'page_back', priceId: 'pr_few' });
};

test('whoever turns back has the lower price for its hours, once; nobody else has', async () => {
  await open(withLower);
  const [tove, ava] = [buyer(), buyer()];
  const data = await tove.openCheckout('field-pack');
  expect(data.prices.map((p) => p.dueToday)).toEqual(['€24.00', '€68.00']);
  expect(await led(ava, '/field-pack/before-you-go')).toBe('/field-pack');
  expect(await led(tove, data.turnBack ?? '')).toBe('/field-pack/before-you-go');
  const page = await pageOf(tove, '/field-pack/before-you-go');
  expect([/€19\.00/.test(page), /€24\.00/.test(page)]).toEqual([true, false]);
  expect(page).toMatch(/href="\/field-pack\/checkout\?price=pr_few"/);
  expect(await shown(tove)).toEqual(['€24.00', '€68.00', '€19.00']);
  expect(await shown(ava)).toEqual(['€24.00', '€68.00']);
  // Turning back once more, a day later, earns nothing.
  moveTo('2026-06-16T08:30:01.000Z');
  await led(tove, data.turnBack ?? '');
  expect(await shown(tove)).toEqual(['€24.00', '€68.00']);
});

test('a lower price that is made for one step is no other path’s, no switch’s, and in no list', async () => {
  const also = (path: Path, draft: DraftContent): void => {
    withLower(path, draft);
    const [pack] = draft.offers;
    const base = pack?.prices[0];
    if (!pack || !base) return never();
    pack.prices = pack.prices.filter(({ id }) => id !== 'pr_few');
    pack.prices.push(fewPrice(base, 'pr_few', '20', { kind: 'step', step: 'step_back' }));
    delete path.setAside;
    const twin = structuredClone(path);
    const ids = new Map(twin.steps.map(({ id }) => [id, `${id}_2`]));
    draft.paths.push(
      JSON.parse(
        [...ids].reduce(
          (text, [from, to]) => text.replaceAll(`"${from}"`, `"${to}"`),
          JSON.stringify({
            ...twin,
            id: 'path_2',
            address: 'twin',
            steps: twin.steps.filter(({ kind }) => kind !== 'turned-back'),
            joins: twin.joins.filter(
              ({ from, to }) => from !== 'step_back' && !(to.kind === 'step' && to.step === 'step_back'),
            ),
          }),
        ),
      ) as Path,
    );
  };
  await open(also);
  const [tove, ava] = [buyer(), buyer()];
  const data = await tove.openCheckout('field-pack');
  await led(tove, data.turnBack ?? '');
  // Theirs stands in place of the 24.00 it is less than; struck through beside it.
  expect(await shown(tove)).toEqual(['€68.00', '€19.20']);
  const twin = await tove.openCheckout('twin');
  expect(twin.prices.map((p) => p.dueToday)).toEqual(['€24.00', '€68.00']);
  const asked = { ...twin, prices: [{ ...(twin.prices[0] ?? never()), id: 'pr_few' }] };
  expect((await tove.pay(asked, TOVE, CARD.good)).body.code).toBe('no-such-price');
  for (const href of ['/twin', '/field-pack', '/'])
    expect([href, /19\.20/.test(await pageOf(ava, href))]).toEqual([href, false]);
  expect(charged()).toEqual([]);
  const mine = await tove.openCheckout('field-pack');
  expect((await tove.pay({ ...mine, prices: mine.prices.slice(1) }, TOVE, CARD.good)).body.state?.status).toBe('paid');
  expect(charged()).toEqual([1_920]);
});

test('turning back while the bank is asked: the payment stands until it is given up, then the lower price is charged, once', async () => {
  await open(withLower);
  const tove = buyer();
  const data = await tove.openCheckout('field-pack');
  expect((await tove.pay(data, TOVE, CARD.bank)).body.state?.status).toBe('bank');
  await led(tove, data.turnBack ?? '');
  const waits = await tove.openCheckout('field-pack');
  expect([waits.state.status, waits.prices.map((p) => p.dueToday)]).toEqual(['bank', ['€24.00', '€68.00']]);
  // The lower price is none while the other may still be taken.
  const few = { ...waits, prices: [{ ...(waits.prices[0] ?? never()), id: 'pr_few' }] };
  expect((await tove.pay(few, TOVE, CARD.good)).body.state?.status).toBe('bank');
  const where = { pathId: data.pathId, stepId: data.stepId };
  await tove.json('/checkout/give-up', where);
  const anew = await tove.openCheckout('field-pack');
  const at = anew.prices.findIndex((p) => p.id === 'pr_few');
  expect((await tove.pay(anew, TOVE, CARD.good, at)).body.state?.status).toBe('paid');
  const charges = [...runner().state.charges.values()].map((c) => [c.status, c.amount]);
  expect(charges).toEqual([
    ['fell-away', 2_400],
    ['paid', 1_900],
  ]);
});

test('two offers side by side: each button leads to its own checkout, each charges its own price', async () => {
  await open((path, draft) => {
    const checkout = path.steps.find((s) => s.kind === 'checkout');
    const [product] = draft.products;
    const thanks = path.steps.find((s) => s.kind === 'thanks');
    if (!checkout || !product || !thanks) throw new Error('no checkout');
    draft.offers.push({
      ...newOffer('off_circle', { ...product, title: 'Circle' }, 'EUR'),
      prices: [newPrice('pr_circle', { terms: { kind: 'once', amount: '90' } })],
    });
    path.steps.push({ ...checkout, id: 'step_circle', address: 'circle', offerId: 'off_circle' });
    path.joins.push({ from: 'step_circle', by: 'next', to: { kind: 'step', step: thanks.id } });
    const page = draft.pages.find((p) => p.id === path.steps[0]?.pageId);
    const button = page?.blocks.find((b) => b.kind === 'offer');
    if (!page || button?.kind !== 'offer') throw new Error('no button');
    page.blocks.push({ ...button, id: 'b_circle', title: 'The circle' });
    path.joins.push({ from: path.start, by: 'button', block: 'b_circle', to: { kind: 'step', step: 'step_circle' } });
  });
  const tove = buyer();
  const page = await pageOf(tove);
  expect([/€24\.00/.test(page), /€90\.00/.test(page), /href="\/field-pack\/circle"/.test(page)]).toEqual([
    true,
    true,
    true,
  ]);
  const pack = await tove.openCheckout('field-pack');
  const circle = await tove.openCheckout('field-pack', 'circle');
  expect([pack.prices, circle.prices].map((all) => all.map((p) => p.dueToday))).toEqual([
    ['€24.00', '€68.00'],
    ['€90.00'],
  ]);
  // The price of one is none at the other.
  const [own] = circle.prices;
  const mixed = await tove.pay({ ...pack, prices: own ? [own] : [] }, TOVE, CARD.good);
  expect(mixed.body.code).toBe('no-such-price');
  expect((await tove.pay(circle, TOVE, CARD.good)).body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  expect((await tove.state(circle)).status).toBe('paid');
  expect((await tove.state(pack)).status).toBe('open');
  expect((await tove.pay(await tove.openCheckout('field-pack'), TOVE, CARD.good)).body.state?.status).toBe('paid');
  expect(charged()).toEqual([9_000, 2_400]);
  expect([...runner().state.orders.values()].map((o) => o.came.step)).toEqual([circle.stepId, pack.stepId]);
});

test('two orders of one visit on one path: an offer after payment is of the newer one, its card and its charge alike', async () => {
  await open((path, draft) => {
    const checkout = path.steps.find((s) => s.kind === 'checkout');
    const [product] = draft.products;
    if (!checkout || !product) throw new Error('no checkout');
    for (const [id, amount] of [
      ['circle', '90'],
      ['talk', '7'],
    ] as const) {
      const own = { ...product, id: `prd_${id}`, title: id };
      draft.products.push(own);
      const prices = [newPrice(`pr_${id}`, { terms: { kind: 'once', amount } })];
      draft.offers.push({ ...newOffer(`off_${id}`, own, 'EUR'), prices });
    }
    const page = { ...(draft.pages[0] ?? never()), id: 'page_talk', blocks: [] };
    draft.pages.push(page);
    const talk = {
      id: 'a_talk',
      kind: 'offer',
      pageId: page.id,
      offer: { offerId: 'off_talk', priceId: 'pr_talk' },
    } as const;
    const led = addStep(path, talk, { after: checkout.id, by: 'next' });
    // Its id comes first by letters, as its cookie may come first by chance.
    const side = { id: 'a_side', kind: 'checkout', pageId: checkout.pageId, offerId: 'off_circle' } as const;
    Object.assign(path, addBeside(led, side, 'b_side'));
  });
  const tove = buyer();
  const pay = async (step: string, card: string): Promise<void> => {
    const paid = await tove.pay(await tove.openCheckout('field-pack', step), TOVE, card);
    expect(paid.body.state).toEqual({ status: 'paid', next: '/field-pack/offer' });
  };
  await pay('checkout', CARD.good);
  await pay('checkout-2', CARD.refusesLater);
  const offer = await tove.openOffer('/field-pack/offer');
  expect(offer.yes).toMatch(/€7\.00 to the card ending 0043/);
  await tove.accept(offer);
  const [first, second] = [...runner().state.orders.values()];
  expect([first?.offers['a_talk'], second?.offers['a_talk']?.attempts]).toEqual([undefined, 1]);
});

describe('a bonus', () => {
  const given = async (said: boolean): Promise<void> =>
    open((path, draft) => {
      path.entrances = [TALK];
      const minute = draft.products[1]?.id ?? '';
      path.bonuses = [{ id: 'b1', productId: minute, entranceId: 'e_talk', until: '2026-06-16', said }];
    });
  test('is opened by the order of whoever came that way, in its time; refunded, it closes with the rest', async () => {
    await given(true);
    const [tove, ava] = [buyer(), buyer()];
    await tove.fetch('/k7Qm');
    const data = await tove.openCheckout('field-pack');
    expect(data.prices[0]?.opens.map((o) => o.title)).toEqual(['Field pack', 'Free minute']);
    await tove.pay(data, TOVE, CARD.good);
    await ava.pay(await ava.openCheckout('field-pack'), AVA, CARD.good);
    const [first, second] = [...runner().state.orders.values()];
    expect([first?.passIds.length, second?.passIds.length]).toEqual([2, 1]);
    const shares = [{ lineId: first?.lines[0]?.lineId, amount: 1_900 }];
    await shop.owner.act('/refunds', { orderId: first?.id, shares, reason: 'asked' });
    await runner().settle();
    const doors = (first?.passIds ?? []).map((id) => {
      const pass = runner().state.passes.get(id);
      return pass && passState(pass, runner().now());
    });
    expect(doors).toEqual(['closed', 'closed']);
  });
  test('that is a surprise is not said at the checkout, and stands on the thank-you page', async () => {
    await given(false);
    const tove = buyer();
    await tove.fetch('/k7Qm');
    const data = await tove.openCheckout('field-pack');
    expect(data.prices[0]?.opens.map((o) => o.title)).toEqual(['Field pack']);
    expect((await tove.pay(data, TOVE, CARD.good)).body.state?.status).toBe('paid');
    expect(await pageOf(tove, '/field-pack/thanks')).toMatch(/Free minute/);
  });
});

function buyerWith(cookies: Map<string, string>): Buyer {
  const who = buyer();
  for (const [name, value] of cookies) if (name === 'keel_way') who.cookies.set(name, value);
  return who;
}

function never(): never {
  throw new Error('not so');
}
