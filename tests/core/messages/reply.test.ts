import { expect, test } from '@jest/globals';
import { receiptMessage, refundMessage, signInMessage } from '#core/emails';
import { readyReply } from '#core/messages';
import { NOWHERE } from '#core/journal';
import type { Order, Refund } from '#core/shop';
import { draftContent } from '../../support/release';
import { newPaymentLine } from '#core/payments';

const { shop } = draftContent();
const order = {
  number: 1007,
  at: '2026-06-15T08:00:00.000Z',
  title: 'Field pack',
  paid: 2400,
  back: 0,
  currency: 'EUR',
  zone: 'Europe/Lisbon',
};

test('a ready reply says what is recorded, and the way in only when something is open', () => {
  const open = readyReply({
    shop,
    name: 'Tove',
    orders: [{ ...order, back: 600 }],
    things: [{ open: true, sentence: 'You can open Field pack for good.' }],
  });
  expect(open).toContain('Order 1007 of 15 June 2026: Field pack, €24.00, of which €6.00 was refunded.');
  expect(open).toContain('go to the member area');
  expect(
    readyReply({
      shop,
      name: 'Tove',
      orders: [order],
      things: [],
      agreements: ['Library: 2 of 3 payments made, 1 left.'],
    }),
  ).toContain('Library: 2 of 3 payments made, 1 left.');
  const closed = readyReply({
    shop,
    name: '',
    orders: [order],
    things: [{ open: false, sentence: 'You cannot open it any more.' }],
  });
  expect(closed.startsWith('Hello,')).toBe(true);
  expect(closed).not.toContain('go to the member area');
  expect(readyReply({ shop, name: 'X', orders: [], things: [] })).toContain('I can’t find an order for this address');
});

test('messages: a test shop says so first, a header never holds a line feed, a free order charges nothing', () => {
  const line = {
    lineId: 'l1',
    offerId: 'o',
    priceId: 'p',
    title: 'Two\r\nlines',
    priceName: '',
    productIds: [],
    terms: { kind: 'once' as const, amount: 2400 },
    dueToday: 2400,
    tax: 0,
  };
  const bought: Order = {
    id: 'o',
    number: 1001,
    checkoutId: 'c',
    personId: 'u',
    at: order.at,
    release: 1,
    currency: 'EUR',
    zone: 'Europe/Lisbon',
    lines: [line],
    payments: [
      {
        id: 'p',
        key: 'o-1',
        orderId: 'o',
        kind: 'checkout',
        agreementId: null,
        step: null,
        at: order.at,
        last4: '0001',
        buyer: null,
        receipt: 'R-00001',
        lines: [newPaymentLine({ lineId: 'l1', amount: 2400, credit: 0, tax: 0 })],
        openDisputes: [],
        dispute: null,
      },
    ],
    card: null,
    recipientId: null,
    offers: {},
    came: NOWHERE,
    language: null,
    statement: undefined,
    passIds: [],
    refundIds: [],
  };
  const link = { url: 'https://x.example/member/enter/s', days: 3 };
  const test = receiptMessage({ shop, real: false, locale: 'en' }, bought, null, 'Tove\nMarsh', link);
  expect(test.subject).toBe('[Test] Your order: Two lines');
  expect(test.text.startsWith('Test shop. No real money moves.')).toBe(true);
  expect(test.text).toContain(link.url);
  const real = receiptMessage({ shop, real: true, locale: 'en' }, { ...bought, payments: [] }, null, '', link);
  expect(real.text).not.toMatch(/Test shop|Paid with/);
  expect(real.text).toContain('There was nothing to pay.');
  expect(real.text).not.toMatch(/receipt|invoice/i);
  // What is sent by post is not ready yet; of several things none is named twice.
  const sending = { country: 'PT', addressKey: 'a', fee: 450 };
  const said = (lines: (typeof bought)['lines']): string =>
    receiptMessage({ shop, real: true, locale: 'en' }, { ...bought, lines }, null, 'Tove', link).text;
  expect(said([{ ...line, sending }])).toContain('We’ll email you when your parcel is on its way.');
  expect(said([line, { ...line, lineId: 'l2' }])).toContain(
    'Thanks for your order. Everything in it is ready for you.',
  );
  const refund: Refund = {
    id: 'r',
    orderId: 'o',
    paymentId: 'p',
    amount: 600,
    currency: 'EUR',
    shares: [],
    closes: [],
    reason: 'private',
    at: order.at,
    status: 'paid',
    creditNote: 'C-00001',
    refusal: null,
  };
  const part = refundMessage({ shop, real: true, locale: 'en' }, bought, refund, 'Tove', []);
  expect(part.text).toContain('We’ve refunded €6.00');
  expect(part.text).toContain('You keep access to everything.');
  expect(part.text).not.toContain('private');
  expect(refundMessage({ shop, real: true, locale: 'en' }, bought, refund, 'Tove', ['Field pack']).text).toContain(
    'Your access to Field pack has ended.',
  );
  expect(signInMessage({ shop, real: true, locale: 'en' }, { url: 'https://x.example/e', minutes: 30 }).text).toContain(
    'works once, for 30 minutes',
  );
});
