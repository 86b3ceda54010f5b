import { describe, expect, test } from '@jest/globals';
import { cardChargeOf } from '#core/agreements';
import { freshProduct, type Product } from '#core/catalogue';
import { quoteFor } from '#core/checkout';
import { NO_PAST, storyOfAgreement } from '#core/drawing';
import { agreementState, restInWords } from '#core/messages';
import { standingOf } from '#core/shop';
import { wordsFor } from '#core/words';
import { statementOfLine } from '../../../src/pages/data/quoteInWords';
import type { PageReading } from '../../../src/pages/data/reading';
import { BEGUN } from '../../support/meeting';
import { pick, releaseWith, shopInMemory } from '../../support/shopInMemory';

// What is said is what is charged: each sentence beside what the payment service was asked for, worked out by hand.

const TAX = {
  how: 'on-top' as const,
  home: 'PT',
  rates: [{ country: 'PT', rate: 2_300, from: null }],
};
const TRIAL = { days: '15', fee: '1' };
const SET_UP = { label: 'set-up', amount: '50', when: 'today' as const };
const POSTED: Product = { ...freshProduct('posted', 'prd_cards', 'Field cards'), promise: 'A promise' };

/** What is said in both languages of the last line of an order, and what was charged by 1 February. */
async function saidAndCharged(live: Parameters<typeof shopInMemory>[0], choice: Parameters<typeof quoteFor>[1]) {
  const shop = await shopInMemory(live, BEGUN);
  const standing = standingOf(shop.runner.state, { ...choice, startedAt: BEGUN }, { now: BEGUN, release: live });
  const quote = quoteFor(live, choice, BEGUN, standing);
  if ('refused' in quote) throw new Error(quote.refused);
  const line = quote.lines.at(-1);
  if (!line) throw new Error('no line');
  const said = ['en', 'de'].map((locale) => {
    const reading = { live, now: BEGUN, locale, words: wordsFor(locale) };
    // A sum and its currency are never parted at the end of a line.
    return statementOfLine(reading as unknown as PageReading, quote, line).replace(/\s/g, ' ');
  });
  await shop.order(choice);
  await shop.goTo('2027-02-01T10:00:00.000Z');
  return { said, charged: shop.asked().map((one) => one.slice(11)) };
}

describe('with tax on top, a trial’s fee and a set-up are said as they are charged', () => {
  test.each([
    [
      'a trial',
      { kind: 'subscription' as const, amount: '100', trial: { days: '14', fee: '1' } },
      'Today €1.23 for the first 14 days. Then €123.00 monthly',
      'Heute 1,23 € für die ersten 14 Tage. Danach monatlich 123,00 €',
      ['1.23', '123.00', '123.00'],
    ],
    [
      'a set-up',
      { kind: 'subscription' as const, amount: '30', setUp: SET_UP },
      'Today €98.40, of which €61.50 for set-up. Then €36.90 monthly',
      'Heute 98,40 €, davon 61,50 € für set-up. Danach monatlich 36,90 €',
      ['98.40', '36.90', '36.90'],
    ],
    [
      'a set-up later',
      {
        kind: 'subscription' as const,
        amount: '30',
        trial: { days: '7', fee: '' },
        setUp: { ...SET_UP, when: 'with-first-payment' as const },
      },
      'Then €98.40 on 30 November 2026, of which €61.50 for set-up, then €36.90 monthly',
      'Danach 98,40 € am 30. November 2026, davon 61,50 € für set-up, dann monatlich 36,90 €',
      ['0.00', '98.40', '36.90', '36.90'],
    ],
    [
      'both',
      { kind: 'plan' as const, amount: '99', payments: '3', trial: TRIAL, setUp: SET_UP },
      'Today €62.73: €1.23 for the first 15 days and €61.50 for set-up. Then 3 payments of €121.77',
      'Heute 62,73 €: 1,23 € für die ersten 15 Tage und 61,50 € für set-up. Danach 3 Zahlungen von 121,77 €',
      ['62.73', '121.77', '121.77'],
    ],
  ])('%s', async (_, terms, en, de, charged) => {
    const live = releaseWith([terms], { shop: { zone: 'UTC', tax: TAX } });
    const found = await saidAndCharged(live, { ...pick(0), country: 'PT' });
    expect([found.said[0]?.includes(en), found.said[1]?.includes(de), found.charged]).toEqual([true, true, charged]);
  });
});

describe('sending is said in what is paid today and in all', () => {
  const posted =
    (fee: number, i: number) =>
    (content: Parameters<NonNullable<Parameters<typeof releaseWith>[1]>['edit'] & object>[0]) => {
      content.products.push(POSTED);
      for (const offer of content.offers)
        if (offer.id === `off_${i}`) {
          offer.productIds = [POSTED.id];
          for (const price of offer.prices) price.sending = { fee, byCountry: {} };
        }
    };
  const sendTo = { country: 'PT', addressKey: 'k' };

  test('of a subscription with parcels: what each payment includes, and what sending them costs', async () => {
    const live = releaseWith([{ kind: 'subscription', amount: '20' }], {
      shop: { zone: 'UTC', tax: TAX },
      edit: (content) => {
        posted(450, 0)(content);
        for (const offer of content.offers)
          for (const price of offer.prices) if (price.sending) price.sending.parcels = 2;
      },
    });
    const { said, charged } = await saidAndCharged(live, { ...pick(0, { sendTo }), country: 'PT' });
    // 20.00 and 2 × 4.50, 23 % on top: 24.60 + 11.07.
    expect(said[0]).toMatch(
      /^Today €35\.67\. Then €35\.67 monthly.* Each payment includes 2 parcels and €11\.07 for delivery\./,
    );
    expect(said[1]).toMatch(/In jeder Zahlung sind 2 Pakete enthalten, mit 11,07 € für den Versand\./);
    expect(charged).toEqual(['35.67', '35.67', '35.67']);
  });

  test('of a plan', async () => {
    const live = releaseWith([{ kind: 'plan', amount: '30', payments: '3' }], {
      shop: { zone: 'UTC' },
      edit: posted(450, 0),
    });
    const { said, charged } = await saidAndCharged(live, { ...pick(0, { sendTo }), country: 'PT' });
    expect(said[0]).toMatch(
      /^Today €34\.50, of which €4\.50 for delivery\. Then 2 payments of €30\.00.* €94\.50 in total\.$/,
    );
    expect(said[1]).toMatch(/^Heute 34,50 €, davon 4,50 € für den Versand\..* Insgesamt 94,50 €\.$/);
    expect(charged).toEqual(['34.50', '30.00', '30.00']);
  });

  test('of an extra', async () => {
    const live = releaseWith(
      [
        { kind: 'once', amount: '20' },
        { kind: 'once', amount: '10' },
      ],
      {
        shop: { zone: 'UTC' },
        edit: posted(700, 1),
      },
    );
    const { said, charged } = await saidAndCharged(live, { ...pick(0), extras: [pick(1, { sendTo })] });
    expect(said[0]).toBe('Today €17.00, of which €7.00 for delivery, one payment.');
    expect(said[1]).toBe('Heute 17,00 €, davon 7,00 € für den Versand, einmalig. Später nichts mehr.');
    expect(charged).toEqual(['37.00']);
  });
});

describe('credit that pays first is said', () => {
  test('after a switch to a cheaper subscription: nothing, nothing, the rest, and then all of it', async () => {
    const live = releaseWith(
      [
        { kind: 'subscription', amount: '100' },
        { kind: 'subscription', amount: '20' },
      ],
      { shop: { zone: 'UTC' } },
    );
    const shop = await shopInMemory(live, BEGUN);
    const { id: agreementId } = await shop.buy({ i: 0 });
    await shop.goTo('2026-12-03T10:00:00.000Z');
    await shop.act({ type: 'switch', agreementId, offerId: 'off_1', priceId: 'pr_1' });
    const a = [...shop.runner.state.agreements.values()].at(-1);
    if (!a) throw new Error('no agreement');
    // 66.67 for 20 of 30 days; 20.00 pay the first month: 46.67 are left.
    const card = { locale: 'en', charged: cardChargeOf(a, null) };
    expect(agreementState(a, card)).toBe('The next payment is €13.33 on 3 March 2027.');
    expect(restInWords(a, card)).toBe(
      'Nothing is charged up to and including 3 February 2027: your credit pays. Then €13.33 on 3 March 2027, then €20.00 monthly from 3 April 2027, until cancelled. Cancel any time; you keep access until the end of the period you paid for.',
    );
    expect(restInWords(a, { ...card, locale: 'de' }).replace(/\s/g, ' ')).toMatch(
      /^Bis einschließlich 3\. Februar 2027 wird nichts abgebucht: Ihr Guthaben zahlt\. Danach 13,33 € am 3\. März 2027, dann monatlich 20,00 €/,
    );
    const story = storyOfAgreement(a, {
      first: null,
      passes: [],
      charged: card.charged,
      past: NO_PAST,
      now: shop.runner.now(),
      locale: 'en',
    });
    const coming = story.money.filter(({ state }) => state === 'to-come').map(({ amount }) => amount);
    expect(coming.slice(0, 4)).toEqual([0, 0, 1_333, 2_000]);
    await shop.goTo('2027-04-04T10:00:00.000Z');
    expect(shop.asked().slice(1)).toEqual(['2027-03-03 13.33', '2027-04-03 20.00']);
  });
});
