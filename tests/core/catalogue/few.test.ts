import { describe, expect, test } from '@jest/globals';
import { fewPrice, newPrice, type newTerms, sealOffer, withShares, type DraftOffer } from '#core/catalogue';
import { newEntrance, type Path, sightOf } from '#core/paths';
import { type DraftContent, launchCheck } from '#core/release';
import { draftContent } from '../../support/release';
import { addTurnedBackStep } from '../../support/turnedBack';
import { softer } from '../../support/softerPath';

// Prices for few: the figures are those of the rule, worked out by hand.

const offerWith = (terms: Parameters<typeof newTerms>[0], percent = '20'): DraftOffer => {
  const base = newPrice('pr_all', { name: 'Full', terms });
  return {
    id: 'off_main',
    title: 'Wrens',
    productIds: ['prd'],
    currency: 'EUR',
    onSale: true,
    prices: [base, fewPrice(base, 'pr_few', percent, { kind: 'step', step: 'back' })],
  };
};
const fewTerms = (offer: DraftOffer) => sealOffer(offer)?.prices.find(({ id }) => id === 'pr_few')?.terms;

describe('a share is off every full and introductory payment, and nothing else', () => {
  test.each([
    ['paid once', { kind: 'once', amount: '24' }, { amount: 1_920 }],
    ['in parts', { kind: 'plan', amount: '9', payments: '3' }, { payments: 3, owed: { by: 'each', amount: 720 } }],
    [
      'cheaper at first',
      { kind: 'subscription', amount: '12', introductory: { payments: '2', amount: '6' } },
      { amount: 960, introductory: { payments: 2, amount: 480 } },
    ],
    [
      'with a trial and a set-up',
      {
        kind: 'subscription',
        amount: '12',
        trial: { days: '14', fee: '1' },
        setUp: { amount: '50', label: 'set-up', when: 'today' },
      },
      { amount: 960, trial: { days: 14, fee: 100 }, setUp: { amount: 5_000 } },
    ],
  ] as const)('%s', (_, terms, sealed) => {
    expect(fewTerms(offerWith(terms))).toMatchObject(sealed);
  });

  test('follows the other price until it is published, and is frozen then', () => {
    const offer = offerWith({ kind: 'once', amount: '24' });
    const published = sealOffer(offer);
    for (const price of offer.prices) if (price.id === 'pr_all') price.terms.amount = '30';
    expect([fewTerms(offer), withShares(offer).prices[1]?.terms.amount]).toMatchObject([{ amount: 2_400 }, '24.00']);
    expect(published?.prices[1]?.terms).toMatchObject({ amount: 1_920 });
  });
});

test('nothing stands against publishing it; used elsewhere, or nowhere, it is said', () => {
  const found = (edit: (draft: DraftContent) => void): string[] => {
    const draft = draftContent();
    const [path] = draft.paths;
    const [offer] = draft.offers;
    if (!path || !offer?.prices[0]) return never();
    addTurnedBackStep(path, { id: 'back', pageId: path.steps[0]?.pageId ?? '', priceId: 'pr_few' });
    offer.prices.push(fewPrice(offer.prices[0], 'pr_few', '20', { kind: 'step', step: 'back' }));
    edit(draft);
    return launchCheck(draft, () => true, '2026-06-15T08:00:00.000Z')
      .filter(({ level, code }) => level === 'stops' || code.startsWith('few'))
      .map(({ code }) => code);
  };
  expect(found(() => undefined)).toEqual([]);
  expect(
    found(({ paths: [path] }) => {
      for (const step of path?.steps ?? []) delete step.lower;
    }),
  ).toEqual(expect.arrayContaining(['few-nowhere']));
  expect(
    found(({ paths: [path] }) => {
      if (path) path.entrances = [newEntrance({ id: 'e1', word: 'talk', short: 'k7Qm' }, { prices: ['pr_few'] })];
    }),
  ).toEqual(['few-elsewhere']);
});

describe('shown in its place and nowhere else', () => {
  const sold = { offers: [sealOffer(offerWith({ kind: 'once', amount: '24' })) ?? never()], shop: { zone: 'UTC' } };
  const back = {
    ...softer().steps[0]!,
    id: 'back',
    kind: 'turned-back' as const,
    lower: { priceId: 'pr_few', hours: 24 },
  };
  const path: Path = { ...softer(), steps: [...softer().steps, back] };
  const AT = '2026-06-15T11:00:00.000Z';
  const shown = (of: Path, coming: object, what = sold) =>
    ['pr_all', 'pr_few'].filter(sightOf(of, { at: AT, ...coming }, what).shows);

  test('of those who turned back, while it is theirs, in place of the dearer one', () => {
    expect([
      shown(path, {}),
      shown(path, { turnedBack: '2026-06-15T10:00:00.000Z' }),
      shown(path, { turnedBack: '2026-06-14T11:00:00.000Z' }),
    ]).toEqual([['pr_all'], ['pr_few'], ['pr_all']]);
  });

  test('another path of the offer does not have it, whatever it keeps for whom', () => {
    const other: Path = {
      ...softer(),
      id: 'other',
      entrances: [newEntrance({ id: 'e1', word: 'talk', short: 'k7Qm' }, { prices: ['pr_few'] })],
      countdowns: [{ id: 'c', until: { to: 'hours', hours: 1 }, then: { does: 'prices', go: [], come: ['pr_few'] } }],
    };
    for (const coming of [{}, { entrance: 'e1' }, { first: '2026-06-01T00:00:00.000Z' }, { turnedBack: AT }])
      expect([coming, shown(other, coming).includes('pr_few')]).toEqual([coming, false]);
  });

  test('through its link alone, also where that shows prices of its own', () => {
    const offer = offerWith({ kind: 'once', amount: '24' });
    for (const price of offer.prices)
      if (price.onlyAt) price.onlyAt = { at: { kind: 'links', links: ['e1'] }, insteadOf: 'pr_all' };
    const linked = { ...sold, offers: [sealOffer(offer) ?? never()] };
    const through = (prices: string[] | null): Path => ({
      ...softer(),
      entrances: ['e1', 'e2'].map((id) => newEntrance({ id, word: id, short: `k7Q${id[1]}` }, { prices })),
    });
    for (const own of [null, ['pr_all']])
      expect([{}, { entrance: 'e1' }, { entrance: 'e2' }].map((coming) => shown(through(own), coming, linked))).toEqual(
        [['pr_all'], ['pr_few'], ['pr_all']],
      );
  });
});

function never(): never {
  throw new Error('unreachable');
}
