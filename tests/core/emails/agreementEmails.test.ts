import { expect, test } from '@jest/globals';
import { type Agreement, chargeFor } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { DraftPrice } from '#core/catalogue';
import { agreementMessage, emailKindOn, AGREEMENT_EMAILS } from '#core/emails';
import type { ChargeAnswer, ChargeRequest } from '#core/shop';
import { longRun } from '../../support/longRun';
import { type DraftTermsGiven, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

const START: Instant = '2026-11-23T10:00:00.000Z';
const at = (date: string): Instant => `${date}T10:00:00.000Z`;
const refusing =
  (...which: number[]) =>
  (_: ChargeRequest, n: number): ChargeAnswer =>
    which.includes(n) ? { status: 'refused', reason: 'not-enough-money' } : { status: 'paid', paymentId: '' };
const TAX = {
  how: 'included' as const,
  home: 'PT',
  rates: [
    { country: 'PT', rate: 2_300, from: null },
    { country: 'NL', rate: 2_100, from: null },
  ],
};

/** An email in German names the sums, days and papers that it names in English, in their order, and no English word. */
function sameInGerman(english: string, german: string): void {
  const sums = (text: string, pattern: RegExp): string[] =>
    [...text.matchAll(pattern)].map(([, sum = '']) => sum.replace(/[.,]/g, ''));
  expect(sums(german, /([\d.,]*\d)\s€/g)).toEqual(sums(english, /€([\d.,]*\d)/g));
  // "7 December 2026" and "7. Dezember 2026": the months stand in one order, which is checked by their numbers.
  const days = (text: string, months: string[], pattern: RegExp): string[] =>
    [...text.matchAll(pattern)].map(([, day, month = '', year]) => `${day} ${months.indexOf(month)} ${year}`);
  expect(days(german, MONTHS.de, /(\d+)\. (\p{L}+) (\d{4})/gu)).toEqual(
    days(english, MONTHS.en, /(\d+) (\p{L}+) (\d{4})/gu),
  );
  expect(german.match(/[RC]-\d{5}/g)).toEqual(english.match(/[RC]-\d{5}/g));
  expect(german.replaceAll(/Offer \d|Test school|https:\S+/g, '')).not.toMatch(
    /\b(the|this|your|you|is|are|can|not|has|have|of|it|with|payment|card)\b/i,
  );
}

const MONTHS = {
  en: 'January February March April May June July August September October November December'.split(' '),
  de: 'Januar Februar März April Mai Juni Juli August September Oktober November Dezember'.split(' '),
};

/** Plays a story with the real engine and gives every email as it was written at its moment: its subject, and what it says between greeting and name. */
async function letters(
  terms: DraftTermsGiven[],
  play: (shop: MemoryShop, id: string) => Promise<unknown>,
  answers = refusing(),
  access: DraftPrice['access'] | null = null,
): Promise<[subject: string, text: string][]> {
  const live = releaseWith(terms, {
    shop: { tax: TAX },
    edit({ offers }) {
      for (const price of offers.flatMap(({ prices }) => prices)) if (access) price.access = access;
    },
  });
  const shop = await shopInMemory(live, START, answers);
  const written: [string, string][] = [];
  shop.ports.mailer.sendAbout = ({ message, agreement, person }) => {
    const write = (locale: string): { subject: string; text: string } =>
      agreementMessage(
        { shop: live.content.shop, real: true, locale },
        agreement,
        message,
        person.name,
        { url: 'https://shop.example/member/enter/x', days: 7 },
        (due) => chargeFor(agreement, due, TAX).amount,
      );
    const { subject, text } = write('en');
    sameInGerman(`${subject}\n${text}`, Object.values(write('de')).join('\n'));
    const said = text
      .split('\n\n')
      .filter(
        (line) =>
          line !== 'Hello Ona,' &&
          line !== 'Test school' &&
          !line.includes('https://') &&
          !line.startsWith('This button signs'),
      )
      .join(' ');
    // Every email that asks for something carries the way there, and none shows a hole.
    expect(text).not.toMatch(/undefined|null|NaN|\bon \.|Invalid/);
    written.push([subject, said]);
    return Promise.resolve();
  };
  const { id } = await shop.buy({ country: 'PT' });
  await play(shop, id);
  return written;
}

test('a subscription after a trial: told before it ends, received, paused, back, stopped, kept, moved, another card, another country', async () => {
  const told = await letters(
    [{ kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } }],
    async (shop, agreementId) => {
      await shop.goTo(at('2026-12-10'));
      await shop.act({ type: 'pause', agreementId, until: '2027-01-15', by: 'buyer' });
      await shop.goTo(at('2027-01-16'));
      await shop.act({ type: 'cancel', agreementId, when: 'end', giveBack: false, by: 'buyer' });
      await shop.act({ type: 'keep', agreementId });
      await shop.act({ type: 'move-due-day', agreementId, day: { of: 'month', day: 20 } });
      await shop.act({ type: 'change-card', agreementId, card: { token: 'other', last4: '0043' } });
      await shop.act({ type: 'move-buyer', agreementId, country: 'NL', vatNumber: 'NL004495445B01', numberKey: 'v1' });
      await shop.runner.settle();
    },
  );
  expect(told).toEqual([
    [
      'Your trial of Offer 0 ends on 7 December 2026',
      'If you do nothing, we’ll charge €12.00 to your card on 7 December 2026. After that: €12.00 monthly from 7 December 2026, until cancelled. Cancel any time; you keep access until the end of the period you paid for. Don’t want to continue? Cancel before 7 December 2026 and you pay nothing more.',
    ],
    [
      'Payment received for Offer 0',
      'We received €12.00. Your invoice R-00002 is in your library. Next payment: €12.00 on 7 January 2027.',
    ],
    [
      'Offer 0 is paused',
      'No payments until 15 January 2027. The days you’ve already paid for are kept and start then.',
    ],
    ['Offer 0 is active again', 'Your pause is over. Next payment: €12.00 on 12 February 2027.'],
    [
      'You’ve cancelled Offer 0',
      'You keep access until 12 February 2027, and there are no more payments. Changed your mind? You can undo this until 12 February 2027.',
    ],
    ['Offer 0 continues', 'You’ve undone the cancellation. Next payment: €12.00 on 12 February 2027.'],
    [
      'Your payment date for Offer 0 has changed',
      'Next payment: €12.00 on 20 February 2027. The days in between are free. €12.00 monthly from 20 February 2027, until cancelled. Cancel any time; you keep access until the end of the period you paid for.',
    ],
    [
      'Your card for Offer 0 was changed',
      'We’ll now charge the card ending 0043. Not you? Check your account, or reply.',
    ],
    [
      'Your payment for Offer 0 changes on 20 February 2027',
      'From 20 February 2027 you pay €9.92, because your country or VAT number changed. €9.92 monthly from 20 February 2027, until cancelled. Cancel any time; you keep access until the end of the period you paid for.',
    ],
  ]);
});

test('a subscription whose card refuses: when it is tried again, on hold is not said of what ends, then the end', async () => {
  const told = await letters(
    [{ kind: 'subscription', amount: '12' }],
    (shop) => shop.goTo(at('2027-01-10')),
    refusing(1, 2, 3, 4, 5),
  );
  expect(told.map(([subject]) => subject)).toEqual([
    ...Array.from({ length: 5 }, () => 'Your payment for Offer 0 failed'),
    'Offer 0 has ended',
  ]);
  expect(told.slice(0, 2).map(([, text]) => text)).toEqual([
    'We couldn’t charge €12.00 to your card: insufficient funds. We’ll try again on 24 December 2026. You keep your access until 30 December 2026. You can use another card: update it, and we’ll charge that one right away.',
    'We couldn’t charge €12.00 to your card: insufficient funds. We’ll try again on 26 December 2026. You keep your access until 30 December 2026. You can use another card: update it, and we’ll charge that one right away.',
  ]);
  expect(told[5]?.[1]).toBe(
    'We couldn’t collect the payment, so Offer 0 has ended and your access is closed. You owe nothing. You’re welcome back any time.',
  );
});

test('a plan: behind and on hold, paid late, paid off; ended by the seller either way', async () => {
  const plan: DraftTermsGiven = { kind: 'plan', amount: '30', payments: '3' };
  const late = await letters(
    [plan],
    async (shop, agreementId) => {
      await shop.goTo(at('2027-01-05'));
      await shop.act({ type: 'retry-due', agreementId });
      await shop.goTo(at('2027-02-01'));
    },
    refusing(1, 2, 3, 4, 5),
  );
  expect(late.slice(5).map(([subject, text]) => [subject, text])).toEqual([
    [
      'Your access to Offer 0 is on hold',
      'We still haven’t received your payment for Offer 0. As soon as it’s paid, your access is back.',
    ],
    [
      'Payment received for Offer 0',
      'We received €30.00. Your invoice R-00002 is in your library. Next payment: €30.00 on 23 January 2027.',
    ],
    ['Payment received for Offer 0', 'We received €30.00. Your invoice R-00003 is in your library.'],
    ['Offer 0 is paid in full', 'That was your last payment. Offer 0 is yours to keep.'],
  ]);
  for (const [keepAccess, text] of [
    [true, 'There are no more payments. You keep your access.'],
    [false, 'There are no more payments. Your access has ended.'],
  ] as const) {
    const ended = await letters([plan], async (shop, agreementId) => {
      await shop.act({ type: 'stop-plan', agreementId, keepAccess });
      await shop.runner.settle();
    });
    expect(ended).toEqual([['Your payment plan for Offer 0 has ended', text]]);
  }
});

test('stopped with money back, come to its end, and switched', async () => {
  const now = await letters([{ kind: 'subscription', amount: '30' }], async (shop, agreementId) => {
    await shop.goTo(at('2026-12-10'));
    await shop.act({ type: 'cancel', agreementId, when: 'now', giveBack: true, by: 'seller' });
    await shop.runner.settle();
  });
  expect(now).toEqual([
    [
      'You’ve cancelled Offer 0',
      'Offer 0 is cancelled, and your access has ended. There are no more payments. We’re refunding €13.00 for unused days.',
    ],
  ]);
  const finished = await letters([{ kind: 'subscription', amount: '12', ends: '2' }], (shop) =>
    shop.goTo(at('2027-02-01')),
  );
  expect(finished.at(-1)).toEqual([
    'Offer 0 has ended',
    'Your last paid period is over, and so is your access. Thanks for being with us.',
  ]);
  const switched = await letters(
    [
      { kind: 'subscription', amount: '12' },
      { kind: 'subscription', amount: '120', every: { count: '1', unit: 'year' } },
    ],
    async (shop, agreementId) => {
      await shop.act({ type: 'switch', agreementId, offerId: 'off_1', priceId: 'pr_1' });
      await shop.runner.settle();
    },
  );
  expect(switched.at(-1)).toEqual([
    'You’re now on Offer 1',
    'Next payment: €120.00 on 23 November 2027. €120.00 yearly from 23 November 2027, until cancelled. Cancel any time; you keep access until the end of the period you paid for.',
  ]);
});

test('access that ends one day is not said to be kept; cancelled at once, nothing is said of a day until which it stays', async () => {
  const plan: DraftTermsGiven = { kind: 'plan', amount: '30', payments: '2' };
  const paid = await letters([plan], (shop) => shop.goTo(at('2027-01-05')), refusing(), {
    kind: 'for',
    count: '1',
    unit: 'year',
    date: '',
  });
  expect(paid.at(-1)).toEqual(['Offer 0 is paid in full', 'That was your last payment.']);
  const now = await letters([{ kind: 'subscription', amount: '30' }], async (shop, agreementId) => {
    await shop.act({ type: 'cancel', agreementId, when: 'now', giveBack: false, by: 'seller' });
    await shop.runner.settle();
  });
  expect(now.at(-1)).toEqual([
    'You’ve cancelled Offer 0',
    'Offer 0 is cancelled, and your access has ended. There are no more payments.',
  ]);
});

test('every email that the studio shows, made from one in force, is whole', async () => {
  const seen = new Set<string>();
  await longRun({
    seed: 21,
    buyers: 60,
    years: 2,
    zone: 'Europe/Lisbon',
    look({ state }, live) {
      // Each also as it would stand if something were bought that takes its place.
      const left = (a: Agreement): Agreement[] =>
        a.status !== 'active' || !a.next
          ? [a]
          : [
              a,
              {
                ...a,
                status: 'ending',
                next: null,
                endsAt: a.next.at,
                leaving: { orderId: a.orderId, since: a.start, remindAt: null },
              },
            ];
      for (const a of [...state.agreements.values()].flatMap(left)) {
        const charged = (due: { n: number; at: Instant }): number => chargeFor(a, due, live.content.shop.tax).amount;
        for (const occasion of AGREEMENT_EMAILS.filter((o) => o.fits(a)))
          for (const locale of ['en', 'de']) {
            const { subject, text } = agreementMessage(
              { shop: live.content.shop, real: false, locale },
              a,
              emailKindOn(occasion, a, charged),
              'Ona',
              { url: 'https://shop.example/x', days: 3 },
              charged,
            );
            expect(`${subject} ${text}`).not.toMatch(/undefined|null|NaN|\bon \.|until \.|Invalid/);
            // A German email is German, and its sentences begin like sentences.
            if (locale === 'de') {
              expect(`${subject} ${text}`).not.toMatch(/\b(the|your|payment|paid|until|from|then|monthly)\b/i);
              expect(text).not.toMatch(/\. (monatlich|wöchentlich|jährlich|alle)\b/);
            }
            seen.add(occasion.kind);
          }
      }
    },
  });
  // Every kind came up but those of five refusals in a row, told above.
  expect(
    AGREEMENT_EMAILS.map((o) => o.kind as string).filter(
      (k) => !seen.has(k) && k !== 'on-hold' && k !== 'ended-unpaid',
    ),
  ).toEqual([]);
});
