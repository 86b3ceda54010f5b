import { expect, test } from '@jest/globals';
import { newOffer, newPrice } from '#core/catalogue';
import { newEntrance } from '#core/paths';
import { type DraftContent, launchCheck } from '#core/release';
import { draftContent, pathFor } from '../../support/release';

// One thing at two prices, or in two currencies, is said where everybody would see both; a pack for 24.00, once more.
const found = (currency: string, amount: string, edit: (content: DraftContent) => void = () => undefined): string[] => {
  const content = draftContent();
  const [pack] = content.products;
  if (!pack) throw new Error('no product');
  const again = {
    ...newOffer('off_again', { ...pack, title: 'Pack again' }, currency),
    prices: [newPrice('pr_again', { terms: { kind: 'once', amount } })],
  };
  let count = 0;
  const { path, pages } = pathFor(again, [pack], new Set(), (prefix) => `${prefix}_a${(count += 1)}`);
  content.offers.push(again);
  content.paths.push(path);
  content.pages.push(...pages);
  edit(content);
  return launchCheck(content, () => true, '2026-06-15T09:00:00.000Z')
    .filter((f) => ['two-prices', 'two-currencies', 'prices-alike'].includes(f.code))
    .map((f) => f.text);
};

test('the same at the same price is nothing; at another, everybody sees both; kept for an entrance it is some people’s', () => {
  expect(found('EUR', '24')).toEqual([]);
  expect(found('EUR', '18')).toEqual([
    'The same costs €24.00 on “Field pack” and €18.00 on “Pack again”, and everybody sees both. Show one only through a special link if it is meant for some.',
  ]);
  expect(
    found('EUR', '18', ({ paths }) => {
      const path = paths.at(-1);
      if (!path) return;
      path.setAside = ['pr_again'];
      path.entrances = [newEntrance({ id: 'e', word: 'talk', short: 'k7Qm' }, { prices: ['pr_again'] })];
    }),
  ).toEqual([]);
  expect(found('EUR', '18', ({ offers }) => void Object.assign(offers.at(-1) ?? {}, { onSale: false }))).toEqual([]);
});

test('in two currencies it is said as well; two prices of one offer by one name cannot be told apart', () => {
  expect(found('USD', '24')).toEqual([
    expect.stringMatching(/^“Pack again” sells in USD what “Field pack” sells in EUR/),
  ]);
  expect(
    found('EUR', '24', ({ offers }) => {
      for (const price of offers[0]?.prices ?? []) price.name = 'One';
    }),
  ).toEqual(['Two prices of “Field pack” are called “One”: name each, so that a buyer can choose.']);
});
