import { createHmac } from 'node:crypto';
import { readFileSync } from 'node:fs';
import contentDisposition from 'content-disposition';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { contrastRatio, NIGHT, PAPER, readable, safeFileName } from '#core/catalogue';
import { hmac, readToken, sameText, signToken } from '../../src/counter/http/signing';
import { checkDigitRight, SAMPLE_CARDS } from '../../src/standins/payments/cards';

// Source: RFC 4231, test cases 1, 2 and 6 (from memory).
test('signatures are HMAC-SHA256', () => {
  const hex = (text: string): string => Buffer.from(text, 'base64url').toString('hex');
  expect(hex(hmac(Buffer.alloc(20, 0x0b), 'Hi There'))).toBe(
    'b0344c61d8db38535ca8afceaf0bf12b881dc200c9833da726e9376c2e32cff7',
  );
  expect(hex(hmac('Jefe', 'what do ya want for nothing?'))).toBe(
    '5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843',
  );
  expect(hex(hmac(Buffer.alloc(131, 0xaa), 'Test Using Larger Than Block-Size Key - Hash Key First'))).toBe(
    '60e431591ee0b67f0d8a26aacbf5b77f8e0bc6213728c5140546040f0ee37f54',
  );
});

test('a token is worth nothing changed, for another purpose, or under another secret', () => {
  const token = signToken('s', 'file', { p: 'x' });
  expect(readToken('s', 'file', token)).toEqual({ p: 'x' });
  expect(readToken('s', 'visit', token)).toBeNull();
  expect(readToken('t', 'file', token)).toBeNull();
  const forged = `${Buffer.from('{"p":"y"}').toString('base64url')}.${token.split('.')[1] ?? ''}`;
  expect(readToken('s', 'file', forged)).toBeNull();
  for (const broken of ['', '.', 'a.b', `${token}.`, `${token}x`, token.slice(1)])
    expect(readToken('s', 'file', broken)).toBeNull();
  expect(sameText('a', 'ab')).toBe(false);
  expect(createHmac('sha256', 's').update('x').digest('base64url')).toBe(hmac('s', 'x'));
});

// Source: ISO/IEC 7812-1; the account number 7992739871 has the check digit 3 (from memory).
test('check digits', () => {
  expect(checkDigitRight('79927398713')).toBe(false); // right digit, but eleven digits are no card
  expect(checkDigitRight('0079927398713')).toBe(true);
  expect(checkDigitRight('0079927398710')).toBe(false);
  for (const card of SAMPLE_CARDS) expect(checkDigitRight(card.number)).toBe(true);
});

// Source: RFC 6266 §5 and RFC 8187 §3.2.3 ("€ rates"), by way of the `content-disposition` package.
test('names of files are safe on every system and in every browser', () => {
  expect(safeFileName('../../etc/passwd')).not.toContain('/');
  expect(safeFileName('a\r\nSet-Cookie: x=1.pdf')).not.toMatch(/[\r\n]/);
  expect(safeFileName('\u202Egpj.exe')).toBe('gpj.exe');
  expect(safeFileName('...')).toBe('file');
  expect(safeFileName(`${'ä'.repeat(300)}.pdf`)).toMatch(/^ä{116}\.pdf$/);
  expect(contentDisposition(safeFileName('€ rates.txt'))).toBe(
    'attachment; filename="? rates.txt"; filename*=UTF-8\'\'%E2%82%AC%20rates.txt',
  );
});

// Source: WCAG 2.2, relative luminance and contrast ratio; #767676 on white is 4.54:1.
function contrast(a: string, b: string): number {
  const luminance = (hex: string): number => {
    const [r = 0, g = 0, bl = 0] = [1, 3, 5]
      .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
      .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [high = 0, low = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (high + 0.05) / (low + 0.05);
}
test('text has 4.5:1 and the edges of controls 3:1, in both themes', () => {
  expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
  const css = readFileSync('src/ui/tokens.css', 'utf8');
  const [day = '', night = ''] = css.split(":root[data-theme='night']");
  for (const theme of [day, night]) {
    const token = (name: string): string => new RegExp(`--${name}: (#[0-9a-f]{6})`).exec(theme)?.[1] ?? `no ${name}`;
    for (const ground of ['paper', 'paper-2', 'paper-3']) {
      for (const text of ['ink', 'ink-2', 'ink-3', 'money', 'access', 'alarm', 'draft'])
        expect([text, ground, contrast(token(text), token(ground)) >= 4.5]).toEqual([text, ground, true]);
    }
    for (const ground of ['paper', 'field']) expect(contrast(token('edge'), token(ground))).toBeGreaterThanOrEqual(3);
    expect(contrast(token('ink'), token('alarm-fill'))).toBeGreaterThanOrEqual(4.5);
  }
});

// Source: WCAG 2.2, success criterion 1.4.3 (4.5:1 for text); #767676 on white is 4.54:1.
test('generated: whatever colours a seller chooses for the brand, words can be read', () => {
  expect(contrastRatio('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
  expect(contrastRatio('#000000', '#ffffff')).toBe(21);
  const colour = fc
    .tuple(fc.nat(255), fc.nat(255), fc.nat(255))
    .map((c) => `#${c.map((x) => x.toString(16).padStart(2, '0')).join('')}`);
  fc.assert(
    fc.property(colour, fc.constantFrom(PAPER, NIGHT), (hex, ground) => {
      const shown = readable(hex, ground);
      expect(contrastRatio(shown, ground)).toBeGreaterThanOrEqual(4.5);
      expect(contrastRatio(shown, ground)).toBeCloseTo(contrast(shown, ground), 6);
      // What can be read already is left as it is.
      if (contrastRatio(hex, ground) >= 4.5) expect(shown).toBe(hex);
    }),
  );
});
