import { expect, test } from '@jest/globals';
import { freshProduct, PRODUCT_KINDS, withdrawalBasis } from '#core/catalogue';
import { backUntil, type QuoteLine, withdrawalEnds } from '#core/checkout';
import type { MemoryShop } from '../../support/shopInMemory';
import { releaseWith, shopInMemory } from '../../support/shopInMemory';

// Fourteen days, and the Monday after a weekend: Directive 2011/83/EU, Article 9; Regulation 1182/71, Article 3(4); both
// from memory. The calendar of 2026 is written out: 7 December is a Monday, 12 December a Saturday.
test.each([
  ['2026-11-23', '2026-12-07'],
  ['2026-11-27', '2026-12-11'],
  ['2026-11-28', '2026-12-14'],
  ['2026-11-29', '2026-12-14'],
  ['2026-12-18', '2027-01-01'],
  ['2028-02-15', '2028-02-29'],
])('withdrawing from a contract of %s ends with %s', (contract, last) => {
  for (const basis of ['digital', 'services', 'dated'] as const) expect(withdrawalEnds([basis], contract)).toBe(last);
  // Goods begin when they are received, whatever is bought with them.
  expect(withdrawalEnds(['digital', 'goods'], contract)).toBeNull();
});

test('what a kind of product goes by', () => {
  const bases = PRODUCT_KINDS.map(({ kind }) => `${kind} ${withdrawalBasis(freshProduct(kind, 'pr', 'A title'))}`);
  // Of a bundle it is what stands in it that is sold; its own never counts.
  expect(bases.filter((one) => !one.startsWith('bundle'))).toEqual([
    'download digital',
    'course digital',
    'membership digital',
    'coaching services',
    'live-class dated',
    'work services',
    'posted goods',
  ]);
});

test('a guarantee ends so many dates after the first money, in the shop’s zone, and not before money has come', () => {
  const line = (more: Partial<QuoteLine>): QuoteLine =>
    ({ lineId: 'l1', withdrawal: ['digital'], dueToday: 2_400, ...more }) as QuoteLine;
  const ends = (more: Partial<QuoteLine>, at: string, zone = 'Europe/Lisbon') =>
    backUntil({ zone, lines: [line(more)] }, at)[0]?.guarantee;
  expect(ends({ guaranteeDays: 30 }, '2026-11-23T10:00:00.000Z')).toBe('2026-12-23');
  // Late in the evening of London it is the next day in Auckland.
  expect(ends({ guaranteeDays: 30 }, '2026-11-23T22:00:00.000Z', 'Pacific/Auckland')).toBe('2026-12-24');
  expect(ends({ guaranteeDays: 30, dueToday: 0 }, '2026-11-23T10:00:00.000Z')).toBeNull();
  expect(ends({}, '2026-11-23T10:00:00.000Z')).toBeNull();
  // A quote of before it was noted says nothing.
  expect(
    backUntil({ zone: 'UTC', lines: [{ ...line({}), withdrawal: undefined }] }, '2026-11-23T10:00:00.000Z'),
  ).toEqual([]);
});

test('it stands in the history of what is bought, paid or free, and of an offer after payment', async () => {
  const shop = await shopInMemory(
    releaseWith([{ kind: 'once', amount: '24' }, { kind: 'free' }, { kind: 'once', amount: '9' }]),
    '2026-11-28T10:00:00.000Z',
  );
  const paid = await shop.order({});
  await shop.order({ i: 1, person: 'u2' });
  expect(await shop.accept(paid.id, 2, 'card')).toBe('done');
  expect(untilIn(shop)).toEqual(['order.paid 2026-12-14', 'order.paid 2026-12-14', 'order.extended 2026-12-14']);
});

const untilIn = (shop: MemoryShop): string[] =>
  shop.ports.batches.flatMap(({ events }) =>
    events.flatMap((e) =>
      e.type === 'order.paid' || e.type === 'order.extended'
        ? e.data.backUntil.map(({ withdrawal }) => `${e.type} ${withdrawal ?? ''}`)
        : [],
    ),
  );
