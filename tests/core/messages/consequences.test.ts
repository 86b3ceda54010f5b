import { expect, test } from '@jest/globals';
import { consequencesOf } from '#core/messages';
import type { Command } from '#core/shop';
import { languages } from '#core/words';
import { type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

const START = '2026-11-23T10:00:00.000Z';
const MONTHLY: DraftTermsGiven = { kind: 'subscription', amount: '12' };
const YEARLY: DraftTermsGiven = { kind: 'subscription', amount: '120', every: { count: '1', unit: 'year' } };

async function leadsTo(shop: MemoryShop, id: string, command: Command, locale: string): Promise<string[]> {
  const preview = shop.runner.preview(command);
  if ('refused' in preview) throw new Error(preview.refused);
  return consequencesOf(shop.agreement(id), preview.events, {
    locale,
    tax: null,
    now: shop.runner.now(),
    titleOfPass: () => 'Library',
  });
}

// From the rules: what is told before the button is what then happens, sum and day; in the language of the shop, whole.
const ACTS: { name: string; command: (id: string) => Command; en: string[]; de: RegExp[] }[] = [
  {
    name: 'an amount goes back and it goes on',
    command: (agreementId) => ({ type: 'refund-agreement', agreementId, amount: 500, ends: false, reason: '' }),
    en: ['€5.00 is refunded to the card.'],
    de: [/^5,00\s€ gehen auf die Karte zurück\.$/],
  },
  {
    name: 'everything goes back and it ends',
    command: (agreementId) => ({ type: 'refund-agreement', agreementId, amount: null, ends: true, reason: '' }),
    en: ['€12.00 is refunded to the card.', '“Library” closes.', 'It ends, and nothing more is charged.'],
    de: [
      /^12,00\s€ gehen auf die Karte zurück\.$/,
      /^Geschlossen wird: „Library“\.$/,
      /^Es endet, und es wird nichts weiter abgebucht\.$/,
    ],
  },
  {
    name: 'it stops now',
    command: (agreementId) => ({ type: 'cancel', agreementId, when: 'now', giveBack: false, by: 'seller' }),
    en: ['“Library” closes.', 'Ended on 23 November 2026: it was cancelled.', 'The buyer is notified by email.'],
    de: [
      /^Geschlossen wird: „Library“\.$/,
      /23\. November 2026/,
      /^Die Käuferin oder der Käufer bekommt eine Nachricht darüber\.$/,
    ],
  },
  {
    name: 'it rests',
    command: (agreementId) => ({ type: 'pause', agreementId, until: '2026-12-03', by: 'seller' }),
    en: ['“Library” is on hold meanwhile.', 'Paused until 3 December 2026.'],
    de: [/^Solange ruht: „Library“\.$/, /3\. Dezember 2026/],
  },
  {
    // 12.00 just paid for a month of which no day is used: all of it pays the year, 108.00 is taken.
    name: 'it is switched',
    command: (agreementId) => ({ type: 'switch', agreementId, offerId: 'off_1', priceId: 'pr_1' }),
    en: [
      '€108.00 is charged to the card ending 0001 now, after €12.00 for unused days.',
      'When it is paid, “Offer 1” begins, counted from 23 November 2026.',
    ],
    de: [
      /^108,00\s€ werden jetzt von der Karte mit den Endziffern 0001 abgebucht, nach Abzug von 12,00\s€ für nicht genutzte Tage\.$/,
      /^Sobald bezahlt ist, beginnt „Offer 1“, gerechnet ab 23\. November 2026\.$/,
    ],
  },
];

test.each(ACTS)('$name: said before, in each language, with the sums and days of the rules', async (act) => {
  const shop = await shopInMemory(releaseWith([MONTHLY, YEARLY]), START);
  const { id } = await shop.buy({});
  const [en = [], de = []] = await Promise.all(languages.map((l) => leadsTo(shop, id, act.command(id), l)));
  for (const sentence of act.en) expect(en).toContain(sentence);
  for (const sentence of act.de) expect(de).toContainEqual(expect.stringMatching(sentence));
  expect(de).toHaveLength(en.length);
  expect(de.filter((s) => en.includes(s))).toEqual([]);
});

test('the rest of a plan is taken from the card that is kept, and nothing else is said to be', async () => {
  const shop = await shopInMemory(releaseWith([{ kind: 'plan', amount: '9', payments: '3' }]), START);
  const { id } = await shop.buy({});
  const payRest: Command = { type: 'pay-rest', agreementId: id };
  expect(await leadsTo(shop, id, payRest, 'en')).toEqual(['€18.00 is charged to the card ending 0001 now.']);
  expect((await leadsTo(shop, id, payRest, 'de')).map((s) => s.replace(/\s/g, ' '))).toEqual([
    '18,00 € werden jetzt von der Karte mit den Endziffern 0001 abgebucht.',
  ]);
});

test('two things that close are named both', async () => {
  const live = releaseWith([MONTHLY], {
    edit: (content) => {
      const [field] = content.products;
      if (!field) throw new Error('no product');
      content.products.push({ ...field, id: 'p_second', title: 'Second' });
      content.offers.find((o) => o.id === 'off_0')?.productIds.push('p_second');
    },
  });
  const shop = await shopInMemory(live, START);
  const { id } = await shop.buy({});
  const preview = shop.runner.preview({ type: 'cancel', agreementId: id, when: 'now', giveBack: false, by: 'seller' });
  if ('refused' in preview) throw new Error(preview.refused);
  const titles = new Map(
    [...shop.runner.state.passes.values()].map((pass) => [pass.id, pass.productId === 'p_second' ? 'Second' : 'First']),
  );
  const said = (locale: string): string | undefined =>
    consequencesOf(shop.agreement(id), preview.events, {
      locale,
      tax: null,
      now: shop.runner.now(),
      titleOfPass: (passId) => titles.get(passId) ?? '?',
    })[0];
  expect(said('en')).toBe('“First” and “Second” close.');
  expect(said('de')).toBe('Geschlossen werden: „First“ und „Second“.');
});

test('what was said is what happens: sums at the service, state afterwards', async () => {
  const shop = await shopInMemory(releaseWith([MONTHLY, YEARLY]), START);
  const { id } = await shop.buy({});
  const switchIt = ACTS.find((act) => act.name === 'it is switched')!.command(id);
  await leadsTo(shop, id, switchIt, 'en');
  // Looking changes nothing.
  expect(shop.asked()).toEqual(['2026-11-23 12.00']);
  expect(shop.agreement(id).status).toBe('active');
  await shop.act(switchIt);
  await shop.runner.settle();
  expect(shop.asked()).toEqual(['2026-11-23 12.00', '2026-11-23 108.00']);
  expect(shop.agreement(id).status).toBe('ended');
});
