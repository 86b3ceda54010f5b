import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  type DraftOffer,
  type DraftPrice,
  draftTermsProblem,
  newOffer,
  newPrice,
  saleState,
  sealOffer,
  unsealOffer,
} from '#core/catalogue';
import { firstBuyer, quoteFor } from '#core/checkout';
import { same } from '#core/documents';
import {
  broughtBack,
  changesBetween,
  launchCheck,
  priceChanges,
  priceParts,
  Release,
  sealContent,
  unsealContent,
} from '#core/release';
import { createRunner, memoryPorts, type MemoryPorts, type Runner } from '#core/shop';
import { accessEnds, accessSentence } from '#core/terms';
import { priceWords } from '../../../src/pages/priceWords';
import { draftContent, release, releaseContent } from '../../support/release';

const NOW = '2026-06-15T08:00:00.000Z';
const ZONE = 'Europe/Lisbon';
type Known = NonNullable<Parameters<typeof newPrice>[1]>;
const price = (known: Known = {}): DraftPrice => newPrice('p', { terms: { kind: 'once', amount: '24.00' }, ...known });
const sold = (known: Known) => {
  const found = sealOffer({ ...newOffer('o', { id: 'x', title: 'X' }, 'EUR'), prices: [price(known)] })?.prices[0];
  if (!found) throw new Error('not sealed');
  return found;
};

/** A shop in memory that has published a release and sold its first price once. */
async function soldOnce(ports: MemoryPorts, live: Release): Promise<Runner> {
  ports.addRelease(live);
  const runner = createRunner(ports);
  await runner.start();
  await runner.execute({ type: 'publish', release: live, hasFile: () => true });
  await runner.execute({
    type: 'pay',
    checkoutId: 'c',
    personId: 'a',
    offerId: 'off_field',
    priceId: 'pr_one',
    release: live,
    startedAt: NOW,
    shown: 'x',
    fingerprint: () => 'x',
    card: { token: 't', last4: '0001' },
  });
  await runner.settle();
  return runner;
}

describe('a price as typed', () => {
  test.each<[string, Known]>([
    ['zero', { terms: { kind: 'once', amount: '0' } }],
    ['negative', { terms: { kind: 'once', amount: '-5' } }],
    ['too many decimals', { terms: { kind: 'once', amount: '24.0055' } }],
    ['huge', { terms: { kind: 'once', amount: '999999999999999' } }],
    ['not a number', { terms: { kind: 'once', amount: '6x' } }],
    ['a trial of no days', { terms: { kind: 'subscription', amount: '12', trial: { days: '0', fee: '' } } }],
    ['a trial of years', { terms: { kind: 'subscription', amount: '12', trial: { days: '1000', fee: '' } } }],
    ['a plan of one payment', { terms: { kind: 'plan', amount: '12', payments: '1' } }],
    ['a whole too small to divide', { terms: { kind: 'plan', amount: '0.05', owedBy: 'total', payments: '6' } }],
    ['payments every day', { terms: { kind: 'subscription', amount: '12', every: { count: '6', unit: 'day' } } }],
    [
      'as many cheaper payments as payments',
      { terms: { kind: 'subscription', amount: '12', ends: '3', introductory: { payments: '3', amount: '6' } } },
    ],
    [
      'a fee for nothing named',
      { terms: { kind: 'plan', amount: '12', setUp: { amount: '5', label: ' ', when: 'today' } } },
    ],
    ['a ceiling under the price', { rise: { by: '5', every: 'sales', sales: '10', dates: '', ceiling: '20' } }],
    [
      'a rise on a day that is none',
      { rise: { by: '5', every: 'dates', sales: '', dates: '2026-02-30', ceiling: '40' } },
    ],
    ['no length of access', { access: { kind: 'for', count: '0', unit: 'month', date: '' } }],
    ['a length in words', { access: { kind: 'for', count: 'twelve', unit: 'month', date: '' } }],
    ['a day that does not exist', { access: { kind: 'until', count: '', unit: 'month', date: '2026-02-30' } }],
    ['an empty limit', { limit: { inAll: '', each: '' } }],
    ['half a buyer', { limit: { inAll: '1.5', each: '' } }],
    ['sale ends before it begins', { sale: { from: '2026-07-02', until: '2026-07-01' } }],
    ['nothing off for a part', { owned: [] }],
    ['an amount off that is none', { owned: [{ productId: 'prd_1', amount: 'ten' }] }],
    ['empty words', { words: ' ' }],
    ['a statement no bank prints', { cardStatement: 'Bücher' }],
    ['a statement too long', { cardStatement: 'ABCDEFGHIJKLMNOPQRSTUVW' }],
  ])('%s is said in a sentence and stops publishing, and what was typed stays', (_name, known) => {
    const typed = price(known);
    expect(draftTermsProblem(typed, 'EUR')).toMatch(/\.$|\?$/);
    expect(sealOffer({ ...newOffer('o', { id: 'x', title: 'X' }, 'EUR'), prices: [typed] })).toBeNull();
    expect(typed).toEqual(price(known));
  });

  test('amounts in other writings mean what people mean by them', () => {
    for (const [text, minor] of [
      ['1,234.50', 123450],
      ['1.234,50', 123450],
      ['€ 24', 2400],
      ['24,00', 2400],
      ['1’234.50', 123450],
    ] as const)
      expect([text, sold({ terms: { kind: 'once', amount: text } }).terms]).toEqual([
        text,
        { kind: 'once', amount: minor },
      ]);
  });

  test('sealed and opened again it is the same offer, for every choice of options', () => {
    const day = fc
      .date({ min: new Date('2026-01-01'), max: new Date('2030-01-01'), noInvalidDate: true })
      .map((d) => d.toISOString().slice(0, 10));
    const option = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | null> => fc.option(value, { nil: null });
    fc.assert(
      fc.property(
        fc.record({
          access: fc.oneof(
            fc.constant({ kind: 'forever' as const }),
            fc.record({
              kind: fc.constant('for' as const),
              count: fc.integer({ min: 1, max: 999 }),
              unit: fc.constantFrom('day' as const, 'week' as const, 'month' as const, 'year' as const),
            }),
            fc.record({ kind: fc.constant('until' as const), date: day }),
          ),
          words: option(fc.constant('free, you pay only the post')),
          limit: option(
            fc.record({ inAll: fc.integer({ min: 1, max: 500 }).map(String), each: fc.constantFrom('', '1', '3') }),
          ),
          sale: option(day.map((from) => ({ from, until: '' }))),
          cardStatement: option(fc.constant('REED-LIGHT 12')),
          owned: option(fc.constantFrom('3', '3,50').map((amount) => [{ productId: 'x', amount }])),
        }),
        ({ access, words, limit, sale, cardStatement, owned }) => {
          const typed: DraftPrice['access'] = {
            count: '12',
            unit: 'month',
            date: '',
            ...access,
            ...('count' in access ? { count: String(access.count) } : {}),
          } as DraftPrice['access'];
          const offer = sealOffer({
            ...newOffer('o', { id: 'x', title: 'X' }, 'EUR'),
            prices: [price({ access: typed, words, limit, sale, cardStatement, owned })],
          });
          expect(offer).not.toBeNull();
          if (offer) expect(sealOffer(unsealOffer(offer))).toEqual(offer);
        },
      ),
    );
  });
});

test('the longest and the shortest that can be sold: a trial of 400 days, plans of 2 and of 60 payments', () => {
  expect(sold({ terms: { kind: 'subscription', amount: '12', trial: { days: '400', fee: '' } } }).terms).toMatchObject({
    trial: { days: 400, fee: 0 },
  });
  for (const payments of ['2', '60'])
    expect(sold({ terms: { kind: 'plan', amount: '99.99', owedBy: 'total', payments } }).terms).toMatchObject({
      payments: Number(payments),
    });
});

test('access ends to the day: months from the moment of buying, a date at its end', () => {
  expect(accessEnds({ kind: 'for', count: 1, unit: 'month' }, '2026-01-31T10:00:00.000Z', ZONE)).toBe(
    '2026-02-28T10:00:00.000Z',
  );
  expect(accessEnds({ kind: 'until', date: '2026-07-01' }, NOW, ZONE)).toBe('2026-07-01T23:00:00.000Z');
  expect(
    accessSentence({ kind: 'once', amount: 1, access: { kind: 'for', count: 1, unit: 'year' } }, NOW, ZONE, 'en'),
  ).toBe('Opens at once and stays open for 1 year, until 15 June 2027.');
});

describe('days of sale and numbers left', () => {
  test('whole days in the shop’s zone', () => {
    const { sale } = sold({ sale: { from: '2026-06-16', until: '2026-06-16' } });
    expect(saleState({ sale }, '2026-06-15T22:59:59.999Z', ZONE).state).toBe('not-yet');
    expect(saleState({ sale }, '2026-06-15T23:00:00.000Z', ZONE).state).toBe('open');
    expect(saleState({ sale }, '2026-06-16T22:59:59.999Z', ZONE).state).toBe('open');
    expect(saleState({ sale }, '2026-06-16T23:00:00.000Z', ZONE).state).toBe('over');
  });
  test('what the page says is true', () => {
    const words = (known: Partial<DraftPrice>, taken = 0) =>
      priceWords(sold(known), { currency: 'EUR', zone: ZONE, locale: 'en', now: NOW, taken });
    expect(words({ limit: { inAll: '50', each: '' } }, 43).notice).toBe('7 of 50 left');
    expect(words({ limit: { inAll: '50', each: '' } }, 51).notice).toBe('Sold out');
    expect(words({ sale: { from: '2026-07-01', until: '' } }).notice).toBe('On sale from 1 July 2026');
    expect(words({ words: 'free, you pay only the post' }).amount).toBe('free, you pay only the post');
    expect(words({}).notice).toBeNull();
  });
});

describe('a limit at the counter', () => {
  const shop = async (limit: { inAll: string; each: string }, answer: 'paid' | 'refused' = 'paid') => {
    const draft = draftContent();
    const first = draft.offers[0]?.prices[0];
    if (first) first.limit = limit;
    let cards = answer;
    const ports = memoryPorts(NOW, () =>
      cards === 'paid' ? { status: 'paid', paymentId: '' } : { status: 'refused', reason: 'expired' },
    );
    const live = release(1, null, sealContent(draft));
    ports.addRelease(live);
    const runner = createRunner(ports);
    await runner.start();
    await runner.execute({ type: 'publish', release: live, hasFile: () => true });
    let count = 0;
    const buy = async (personId: string): Promise<string> => {
      const done = await runner.execute({
        type: 'pay',
        checkoutId: `c${(count += 1)}`,
        personId,
        offerId: 'off_field',
        priceId: 'pr_one',
        release: live,
        startedAt: NOW,
        shown: 'x',
        fingerprint: () => 'x',
        card: { token: 't', last4: '0001' },
      });
      await runner.settle();
      return 'refused' in done ? done.refused : 'asked';
    };
    return {
      runner,
      buy,
      cardsAre: (to: 'paid' | 'refused') => {
        cards = to;
      },
    };
  };
  test('never more than the limit is sold, and a refused card gives its place back', async () => {
    const { runner, buy, cardsAre } = await shop({ inAll: '2', each: '' }, 'refused');
    await buy('a');
    await buy('b');
    expect(runner.state.taken.get('pr_one')).toBe(0);
    cardsAre('paid');
    expect([await buy('c'), await buy('d'), await buy('e')]).toEqual(['asked', 'asked', 'sold-out']);
    expect(runner.state.orders.size).toBe(2);
  });
  test('a place is taken while the bank is asked, before it is paid', async () => {
    const { runner, buy } = await shop({ inAll: '1', each: '' });
    const asked = await Promise.all([buy('a'), buy('b'), buy('c')]);
    expect(asked.sort()).toEqual(['asked', 'sold-out', 'sold-out']);
    expect(runner.state.orders.size).toBe(1);
  });
  test('to each buyer: by person, and a refund gives nothing back', async () => {
    const { runner, buy } = await shop({ inAll: '', each: '1' });
    await buy('a');
    expect(await buy('a')).toBe('buyer-limit');
    const order = [...runner.state.orders.values()][0];
    await runner.execute({
      type: 'refund',
      orderId: order?.id ?? '',
      shares: [{ lineId: 'l1', amount: 2400 }],
      reason: '',
    });
    await runner.settle();
    expect(await buy('a')).toBe('buyer-limit');
    expect(await buy('b')).toBe('asked');
  });
  test('a checkout that began before the closing may finish after it; a new one may not', () => {
    const draft = draftContent();
    const first = draft.offers[0]?.prices[0];
    if (first) first.sale = { from: '', until: '2026-06-15' };
    const live = release(1, null, sealContent(draft));
    const after = '2026-06-15T23:10:00.000Z';
    const choice = { offerId: 'off_field', priceId: 'pr_one' };
    expect(
      quoteFor(live, choice, after, { ...firstBuyer(after), startedAt: '2026-06-15T22:50:00.000Z' }),
    ).toHaveProperty('dueToday', 2400);
    expect(quoteFor(live, choice, after, firstBuyer(after))).toHaveProperty('refused', 'not-on-sale');
  });
  test('access for a time closes by itself at its moment', async () => {
    const draft = draftContent();
    const first = draft.offers[0]?.prices[0];
    if (first) first.access = { kind: 'for', count: '1', unit: 'month', date: '' };
    const ports = memoryPorts(NOW);
    const live = release(1, null, sealContent(draft));
    const runner = await soldOnce(ports, live);
    const pass = [...runner.state.passes.values()][0];
    expect(pass?.until).toBe('2026-07-15T08:00:00.000Z');
    ports.setNow('2026-07-15T08:00:00.000Z');
    await runner.settle();
    expect([...runner.state.passes.values()][0]?.closed).toEqual({ why: 'expired', at: '2026-07-15T08:00:00.000Z' });
  });
});

describe('releases', () => {
  test('a change of a price reads before → after, and only what differs', () => {
    const offer = { ...newOffer('o', { id: 'x', title: 'X' }, 'EUR') };
    const before = priceParts(offer, price(), 'en');
    const after = priceParts(
      offer,
      price({ terms: { kind: 'once', amount: '29' }, limit: { inAll: '50', each: '1' } }),
      'en',
    );
    expect(priceChanges(before, after, 'One')).toEqual([
      'One: €24.00 → €29.00',
      'One, limit: none → at most 50 sold, 1 to each buyer',
    ]);
  });
  test('what was typed for access that is not chosen is no change', () => {
    const draft = draftContent();
    const first = draft.offers[0]?.prices[0];
    if (first) first.access.count = '99';
    expect(changesBetween(release(), draft)).toEqual([]);
  });
  test('brought back: earlier prices and pages with the live products and shop; later offers off sale, addresses still lead', () => {
    const earlier = releaseContent();
    const later = releaseContent();
    later.shop.name = 'New name';
    if (later.products[0]) later.products[0].title = 'Renamed';
    if (later.offers[0]?.prices[0]) later.offers[0].prices[0].terms = { kind: 'once', amount: 9_900 };
    if (later.paths[0]) later.paths[0].address = 'new-address';
    later.offers.push({ ...(later.offers[1] as (typeof later.offers)[1]), id: 'off_later' });
    const back = broughtBack(earlier, later);
    expect(back.shop.name).toBe('New name');
    expect(back.products[0]?.title).toBe('Renamed');
    expect(back.offers.find((o) => o.id === 'off_field')).toEqual(earlier.offers[0]);
    expect(back.offers.find((o) => o.id === 'off_later')?.onSale).toBe(false);
    expect(back.paths[0]).toMatchObject({ address: 'field-pack', formerAddresses: ['new-address'] });
    expect(launchCheck(unsealContent(back), () => true, NOW).filter((f) => f.level === 'stops')).toEqual([]);
  });
  test('an older release without the newer parts still reads, and sells for good', () => {
    const plain = JSON.parse(JSON.stringify(release())) as {
      content: { offers: { prices: Record<string, unknown>[] }[]; products: Record<string, unknown>[] };
    };
    for (const offer of plain.content.offers)
      for (const p of offer.prices) for (const part of ['words', 'limit', 'sale', 'cardStatement']) delete p[part];
    for (const p of plain.content.products) delete p['links'];
    expect(Release.parse(plain)).toEqual(release());
  });
  test('a currency that was sold in stays', async () => {
    const ports = memoryPorts(NOW);
    const first = release();
    const runner = await soldOnce(ports, first);
    const content = releaseContent();
    if (content.offers[0]) content.offers[0].currency = 'USD';
    const next = release(2, 1, content);
    ports.addRelease(next);
    expect(await runner.execute({ type: 'publish', release: next, hasFile: () => true })).toHaveProperty(
      'refused',
      'currency-locked',
    );
  });
  test('days that have passed are found', () => {
    const codes = (known: Known): string[] => {
      const draft = draftContent();
      const first = draft.offers[0]?.prices[0];
      if (first) Object.assign(first, known);
      return launchCheck(draft, () => true, NOW).map((f) => f.code);
    };
    expect(codes({ access: { kind: 'until', count: '', unit: 'day', date: '2026-06-14' } })).toEqual(['access-over']);
    expect(codes({ access: { kind: 'until', count: '', unit: 'day', date: '2026-06-15' } })).toEqual([]);
    expect(codes({ sale: { from: '', until: '2026-06-14' } })).toEqual(['sale-over']);
    expect(codes({ owned: [{ productId: 'prd_other', amount: '5' }] })).toEqual(['owned-not-in-it']);
  });
});

test('what was published reads as published: what was typed for another kind of price stays and is no change', () => {
  const offer = (
    terms: Partial<DraftPrice['terms']>,
    limit: DraftOffer['prices'][number]['limit'] = null,
  ): DraftOffer => ({
    ...newOffer('off', { id: 'prd', title: 'Pack' }, 'EUR'),
    prices: [newPrice('pr', { terms, usual: '32', article: null, limit })],
  });
  for (const draft of [
    offer({ kind: 'once', amount: '24' }, { inAll: '5', each: '', perOrder: '1' }),
    offer({ kind: 'open', amount: '24', least: '5', most: '90,00' }, { inAll: '5', each: '', perOrder: '4' }),
    offer({ kind: 'free', amount: '24' }),
  ]) {
    const sealed = sealOffer(draft);
    if (!sealed) throw new Error('not right');
    expect(same(draft, unsealOffer(sealed))).toBe(true);
  }
  const [a, b] = [offer({ kind: 'open', amount: '24', least: '5' }), offer({ kind: 'open', amount: '24', least: '6' })];
  expect(same(a, b)).toBe(false);
});

test('an amount means what money reads of it, whichever part of a price it was typed in', () => {
  const price = (fee: string, first: string) => ({
    ...newOffer('off_1', { id: 'prd_1', title: 'Field pack' }, 'EUR'),
    prices: [
      newPrice('pr_1', { terms: { kind: 'plan', amount: '99', payments: '3', first, trial: { days: '14', fee } } }),
    ],
  });
  for (const [fee, first] of [
    ['1', '30'],
    ['1,00', '30,0'],
    ['€1.0', '30.00'],
  ] as const)
    expect([fee, same(price(fee, first), price('1.00', '30.00'))]).toEqual([fee, true]);
  expect(same(price('1', '30'), price('1.50', '30'))).toBe(false);
  expect(same(price('1', '30'), price('1', '30.5'))).toBe(false);
});
