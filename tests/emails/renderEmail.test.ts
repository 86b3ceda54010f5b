import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { contrastRatio, DEFAULT_SHOP } from '#core/catalogue';
import { AGREEMENT_EMAILS, OTHER_EMAILS } from '#core/emails';
import { wordsFor } from '#core/words';
import { composed } from '../../src/core/emails/compose';
import { emailColours } from '../../src/emails/styles';
import { renderEmail } from '../../src/emails/renderEmail';

const example = {
  name: 'Ada',
  title: 'Hearing Wrens',
  link: { url: 'https://shop.example/member/enter/x', days: 3 },
  from: '2026-06-18T18:00:00.000Z',
};

/** What a reader sees of some HTML: without its head and tags, entities as they are read. */
const readOf = (html: string): string =>
  html
    .replace(/<head>.*<\/head>/s, '')
    .replace(/<[^>]*>/g, ' ')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&#x27;/g, "'")
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ');

describe.each(OTHER_EMAILS.map((one) => [one.kind, one] as const))('%s', (_kind, { example: made }) => {
  test.each(['en', 'de'])('in %s: as text and as HTML it says the same, and nothing comes from elsewhere', (locale) => {
    const { subject, text, document } = made({ shop: DEFAULT_SHOP, real: false, locale }, example);
    expect(`${subject}\n${text}`).not.toMatch(/undefined|null|NaN|Invalid/);
    const html = renderEmail(document, null);
    expect(html.startsWith(`<!doctype html><html lang="${locale}" dir="ltr">`)).toBe(true);
    expect(html).not.toMatch(/<script|<img|<link|\ssrc=|url\(|@import|\son\w+=/i);
    const read = readOf(html);
    for (const line of text.split(/\n+/)) {
      // The address of a button stands behind it in HTML, and after it in text.
      if (line.startsWith('https://')) expect(html).toContain(`href="${line}"`);
      else expect(read).toContain(line.replace(/:$/, '').replace(/\s+/g, ' '));
    }
  });
});

test('every email there are words for is listed, so that the seller finds it under Follow up', () => {
  const { session, seat, task, ...others } = wordsFor('en').emails;
  const booked = [
    ...Object.keys(session).map((mail) => `session-${mail}`),
    ...Object.keys(seat).map((mail) => `seat-${mail}`),
    ...Object.keys(task).map((what) => `task-${what}`),
  ];
  const listed = [...OTHER_EMAILS, ...AGREEMENT_EMAILS].map(({ kind }) => kind);
  expect(listed).toEqual(expect.arrayContaining(booked));
  // Of the rest what makes an email of a subject and parts; receipt and refund are listed with the orders.
  const named: Record<string, string> = {
    signIn: 'sign-in',
    addressLink: 'address-link',
    addressAsked: 'address-asked',
    addressChanged: 'address-changed',
  };
  const NO_EMAIL = [
    'hello', 'test', 'testMark', 'amountOn', 'signsIn', 'opens', 'rows', 'until', 'cardReason', 'reply', 'receipt', 'refund',
  ]; // prettier-ignore
  for (const key of Object.keys(others).filter((name) => !NO_EMAIL.includes(name)))
    expect([key, listed.includes(named[key] ?? key)]).toEqual([key, true]);
});

test('a title with markup, quotes and line ends is read as it was typed, and is never markup', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 60, unit: 'grapheme' }), (title) => {
      const shop = { ...DEFAULT_SHOP, name: `${title}<img src=x onerror=alert(1)>` };
      const words = { subject: title, parts: [{ kind: 'text' as const, text: `${title}<b onclick="x">&amp;` }] };
      const html = renderEmail(composed({ shop, real: true, locale: 'en' }, title, words).document, null);
      expect(html).not.toMatch(/<img|<b[ >]/);
      expect(readOf(html)).toContain(`${title}<b onclick="x">&amp;`.replace(/\s+/g, ' ').trim());
    }),
    { numRuns: 300, seed: 7 },
  );
});

test('whatever colours a shop has, everything can be read by day and by night (WCAG 2.2, 1.4.3)', () => {
  const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
  fc.assert(
    fc.property(colour, colour, (main, second) => {
      const { day, night } = emailColours({ main, second, type: 'clear', logo: null });
      for (const { ground, text, soft, heading, button, onButton } of [day, night]) {
        for (const on of [text, soft, heading]) expect(contrastRatio(on, ground)).toBeGreaterThanOrEqual(4.5);
        expect(contrastRatio(onButton, button)).toBeGreaterThanOrEqual(4.5);
      }
    }),
    { numRuns: 300, seed: 7 },
  );
});

test('a language from right to left turns the email', () => {
  const { document } = composed({ shop: DEFAULT_SHOP, real: true, locale: 'ar' }, 'Ada', { subject: 'x', parts: [] });
  expect(renderEmail(document, null)).toContain('<html lang="ar" dir="rtl">');
});
