import { expect, test } from '@jest/globals';
import { newOffer, newPrice } from '#core/catalogue';
import { checkoutOf, type Entrance, type Path, newEntrance } from '#core/paths';
import { type DraftContent, launchCheck } from '#core/release';
import { draftContent } from '../../support/release';

// What is wrong with entrances, countdowns and what is given along, each said once by its code; nothing where all is well.
const NOW = '2026-06-15T09:00:00.000Z';
const entrance = newEntrance({ id: 'e1', word: 'talk', short: 'k7Qm' });
const moment = { to: 'moment', at: '2026-07-01T20:00' } as const;
const found = (edit: (path: Path, content: DraftContent) => void): string[] => {
  const content = draftContent();
  const [path] = content.paths;
  if (!path) throw new Error('no path');
  edit(path, content);
  return launchCheck(content, () => true, NOW)
    .filter((f) => f.about.kind === 'path')
    .map((f) => `${f.level} ${f.code}`);
};

test('what is in order is passed in silence', () => {
  expect(
    found((path, content) => {
      path.setAside = ['pr_class'];
      path.entrances = [{ ...entrance, prices: ['pr_class'], from: '2026-06-15', until: '2026-06-15' }];
      path.countdowns = [{ id: 'c', until: moment, then: { does: 'prices', go: ['pr_one'], come: [] } }];
      path.bonuses = [
        { id: 'b', productId: content.products[1]?.id ?? '', entranceId: 'e1', until: '2026-06-15', said: true },
      ];
    }),
  ).toEqual([]);
});

test('entrances: a word that is none, twice, days turned round, prices and coupons that are not there', () => {
  const at = (...all: Partial<Entrance>[]): string[] =>
    found((path) => {
      path.entrances = all.map((part, i) => ({ ...entrance, id: `e${i}`, short: `k7Q${i}`, ...part }));
    });
  expect(at({ word: 'Evening talk' })).toEqual(['stops entrance-word']);
  expect(at({}, {})).toEqual(['stops entrance-twice']);
  expect(at({ from: '2026-06-02', until: '2026-06-01' })).toEqual(['stops entrance-days']);
  expect(at({ prices: ['pr_gone'] })).toEqual(['stops entrance-price']);
  expect(at({ prices: [] })).toEqual(['stops entrance-none']);
  expect(at({ coupon: 'NOWHERE' })).toEqual(['stops entrance-coupon']);
  expect(
    found((path, content) => {
      path.entrances = [entrance];
      const other = content.paths[1];
      if (other) other.entrances = [{ ...entrance, word: 'elsewhere' }];
    }),
  ).toEqual(['stops entrance-short', 'stops entrance-short']);
});

test('countdowns: one that bites nothing, about what is gone, over already, leaving out what is needed, closing in a round', () => {
  const at = (...then: NonNullable<Path['countdowns']>[number]['then'][]): string[] =>
    found((path) => {
      path.countdowns = then.map((one, i) => ({ id: `c${i}`, until: moment, then: one }));
    });
  expect(at({ does: 'prices', go: [], come: [] })).toEqual(['stops countdown-nothing']);
  expect(at({ does: 'prices', go: ['pr_gone'], come: [] })).toEqual(['stops countdown-price']);
  expect(at({ does: 'leaves-out', step: 'gone' })).toEqual(['stops countdown-step']);
  expect(
    found((path) => {
      const [first, checkout] = path.steps;
      path.countdowns = [first, checkout].map((step, i) => ({
        id: `c${i}`,
        until: moment,
        then: { does: 'leaves-out', step: step?.id ?? '' },
      }));
    }),
  ).toEqual(['stops countdown-step', 'stops countdown-step']);
  expect(
    found((path) => {
      path.countdowns = [
        {
          id: 'c',
          until: { to: 'moment', at: '2026-06-15T09:59' },
          then: { does: 'prices', go: ['pr_one'], come: [] },
        },
      ];
    }),
  ).toEqual(['look countdown-over']);
  const round = (back: boolean): string[] =>
    found((path, content) => {
      const [, other] = content.paths;
      if (!other) return;
      path.countdowns = [{ id: 'c', until: moment, then: { does: 'closes', to: { kind: 'path', path: other.id } } }];
      if (back)
        other.countdowns = [{ id: 'd', until: moment, then: { does: 'closes', to: { kind: 'path', path: path.id } } }];
    });
  expect([round(false), round(true)]).toEqual([[], ['stops closes-round', 'stops closes-round']]);
});

test('what is given along, or shown to nobody, or paid for twice', () => {
  const bonus = { id: 'b', productId: 'gone', entranceId: null, until: null, said: true };
  expect(found((path) => void (path.bonuses = [bonus]))).toEqual(['stops bonus-missing']);
  expect(
    found((path, content) => {
      path.bonuses = [{ ...bonus, productId: content.products[1]?.id ?? '', entranceId: 'gone', until: '2026-06-14' }];
    }),
  ).toEqual(['stops bonus-entrance', 'look bonus-over']);
  expect(found((path) => void (path.setAside = ['pr_one', 'pr_class']))).toEqual(['look aside-all']);
  expect(
    found((path, content) => {
      const [product] = content.products;
      const checkout = checkoutOf(path);
      if (!product || !checkout) return;
      const again = {
        ...newOffer('off_again', product, 'EUR'),
        prices: [newPrice('pr_again', { terms: { kind: 'once', amount: '5' } })],
      };
      content.offers.push(again);
      checkout.extras = [
        { id: 'x', offerId: 'off_again', priceId: 'pr_again', heading: '', text: '', strength: 'clear' },
      ];
    }),
  ).toEqual(['look beside-same']);
});
