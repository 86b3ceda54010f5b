import { expect, test } from '@jest/globals';
import type { Refusal, RefusalCode, RefusalFacts } from '#core/refusal';
import { refusalInWords } from '#core/words';

const each = <K extends string, F>(whys: readonly K[], rest: F): (F & { why: K })[] =>
  whys.map((why) => ({ ...rest, why }));

/** Every refusal with facts that can stand in it; a code or a reason that is missing here does not compile or is counted. */
const EXAMPLES: { [C in RefusalCode]: RefusalFacts[C][] } = {
  'not-on-sale': each(['off', 'not-yet', 'over', 'access-over'], {}),
  'no-such-price': [{}],
  'way-not-kept': [{}],
  'sold-out': [{}],
  'buyer-limit': [{ each: 1 }, { each: 3 }],
  'too-many': [{ most: 1 }, { most: 3 }],
  'amount-named': [
    { least: 0, most: null, currency: 'EUR' },
    { least: 500, most: 5_000, currency: 'EUR' },
  ],
  coupon: each(
    ['unknown', 'not-for-this', 'other-currency', 'not-yet', 'over', 'used-up', 'used-by-you', 'nothing-to-pay'],
    { code: 'SPRING', currency: 'JPY' },
  ),
  'vat-number': [
    ...each(['form', 'other-country', 'no-country'], { at: 'checkout' as const }),
    ...each(['form', 'other-country', 'no-country'], { at: 'change' as const }),
  ],
  'quote-changed': [{}],
  'slot-taken': [{}],
  'no-such-task': [{}],
  'task-not-now': each(['on-hold', 'fallen-away'], {}),
  'address-needed': [{}],
  'gift-not-once': [{}],
  'not-sent-there': [{ country: 'AU' }],
  'seat-gone': [{}],
  'no-such-date': [{}],
  'date-set': [{ title: 'Evening class' }],
  'seat-had': [{}],
  'seat-money-back': [{}],
  'seat-late': [{ noticeHours: 1 }, { noticeHours: 24 }],
  'date-past': [{}],
  'date-over': [{}],
  'no-offer': [{}],
  'no-sessions-left': [{}],
  'sessions-on-hold': [{}],
  'session-after-access': [{}],
  'no-such-session': [{}],
  'session-over': [{}],
  'session-begun': [{}],
  'session-not-begun': [{}],
  'session-late': [{ noticeHours: 1 }, { noticeHours: 24 }],
  'card-needed': [{ later: true }, { later: false }],
  'already-paid': [{}],
  'already-runs': [{}],
  'still-asking': [{ at: 'checkout' }, { at: 'change' }],
  'no-such-agreement': [{}],
  'not-now': each(
    [
      'plan-stays',
      'ended',
      'only-running-plan',
      'not-paused',
      'pause-in-past',
      'return-in-past',
      'due-day-while-behind',
      'pause-no-more',
      'pause-behind',
      'pause-ending',
      'pause-trial',
      'pause-already',
      'pause-disputed',
      'switch-only-subscriptions',
      'switch-state',
      'switch-to-nothing',
      'switch-currency',
    ],
    { currency: 'EUR', status: 'active' },
  ),
  'no-such-order': [{}],
  'no-such-person': [{}],
  'same-person': [{}],
  'no-such-pass': [{}],
  'pass-not-open': [{}],
  'no-such-file': [{}],
  'no-such-product': [{}],
  'until-past': [{}],
  'pass-closed': [{}],
  'pass-by-money': [{}],
  'no-such-lesson': [{}],
  'part-not-open': [{}],
  'quiz-first': [{}],
  'used-up': [{ limit: 7 }],
  'too-many-units': [{ most: 0 }, { most: 2 }],
  'too-much': [
    { most: 1_850, currency: 'EUR' },
    { most: 1_850, currency: 'JPY' },
    { most: 1_850, currency: 'KWD' },
  ],
  'nothing-to-refund': each(['no-amount', 'twice', 'nothing', 'nothing-paid'], {}),
  'refund-running': [{ of: 'order' }, { of: 'agreement' }],
  disputed: [{ at: 'stop' }, { at: 'refund' }],
  'no-such-payment': [{ what: 'charge' }, { what: 'disputed-payment' }, { what: 'dispute' }],
  'another-live': [{}],
  'cannot-launch': [{ stops: ['Two offers have the address field-pack. Change one of them.'] }],
  'would-strand': [{}],
  'currency-locked': [{ title: 'Field pack', soldIn: 'CHF', currency: 'SEK' }],
  storage: [{}],
  'stands-still': [{}],
  'nothing-to-do': each(
    [
      'done',
      'nothing-new',
      'recorded',
      'ended-already',
      'ends-by-itself',
      'nothing-owed',
      'no-card-needed',
      'no-rest',
      'country-changes-nothing',
      'such-a-day-already',
      'this-price-already',
      'answered',
      'closed-already',
    ],
    {},
  ),
};

const all = (Object.entries(EXAMPLES) as [RefusalCode, object[]][]).flatMap(([refused, examples]) =>
  examples.map((facts) => ({ refused, facts }) as Refusal),
);
/** Small words that stand in no German sentence. */
const ENGLISH = /\b(the|this|that|nothing|your|you|is|are|can|cannot|not|has|have|of|it|with)\b/i;

test('every refusal is whole sentences in each language, with nothing left unsaid', () => {
  for (const refusal of all)
    for (const locale of ['en', 'de']) {
      const sentence = refusalInWords(refusal, locale);
      const about = `${JSON.stringify(refusal)} in ${locale}: ${sentence}`;
      expect(`${about} `).toMatch(/: \p{Lu}.*[.!?] $/u);
      expect(about).not.toMatch(/undefined|null:|\[object|NaN| {2}/);
    }
});

test('German is German, and names the same codes, titles and sums as English does', () => {
  for (const refusal of all) {
    // What the seller wrote, or the launch check found, is quoted as it is.
    if (refusal.refused === 'cannot-launch') continue;
    const german = refusalInWords(refusal, 'de');
    expect(german.replaceAll('Field pack', '')).not.toMatch(ENGLISH);
    const facts = refusal.facts as Record<string, unknown>;
    for (const name of ['code', 'currency', 'title', 'soldIn', 'limit', 'each']) {
      const fact = String(facts[name]);
      if (refusalInWords(refusal).includes(fact)) expect(german).toContain(fact);
    }
  }
});

test('sums stand as each language and currency writes them', () => {
  const most = (currency: string, locale: string): string =>
    refusalInWords({ refused: 'too-much', facts: { most: 1_850, currency } }, locale).replaceAll(/\s/g, ' ');
  expect(most('EUR', 'en')).toContain('€18.50');
  expect(most('EUR', 'de')).toContain('18,50 €');
  // A yen has no parts, a dinar a thousand (ISO 4217).
  expect(most('JPY', 'en')).toContain('¥1,850');
  expect(most('KWD', 'de')).toContain('1,850 KWD');
});

test('whoever was about to be charged reads that nothing was', () => {
  const atTheCheckout: Refusal[] = all.filter(
    ({ refused, facts }) =>
      ['not-on-sale', 'no-such-price', 'sold-out', 'buyer-limit', 'quote-changed', 'card-needed'].includes(refused) ||
      (refused === 'coupon' && (facts as { why: string }).why !== 'nothing-to-pay') ||
      (refused === 'vat-number' && (facts as { at: string }).at === 'checkout'),
  );
  expect(atTheCheckout.length).toBeGreaterThan(18);
  for (const refusal of atTheCheckout) {
    expect(refusalInWords(refusal)).toContain('Nothing was charged.');
    expect(refusalInWords(refusal, 'de')).toMatch(/nichts abgebucht/i);
  }
});
