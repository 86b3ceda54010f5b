import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { expiryOf, groupedNumber, slashedExpiry } from '../../src/ui/typedCard';

// A phone's number pad has digits and a key to delete, and no slash.

type Form = (text: string, before: string) => string;

/** Key after key at the end of a field; `<` deletes. @returns what the field holds after each key */
function typed(form: Form, keys: string): string[] {
  let held = '';
  return [...keys].map((key) => (held = form(key === '<' ? held.slice(0, -1) : held + key, held)));
}
const after = (form: Form, keys: string): string => typed(form, keys).at(-1) ?? '';

describe('the expiry', () => {
  test.each([
    ['1129', '11 / 29'],
    ['11/29', '11 / 29'],
    ['1/29', '01 / 29'],
    ['429', '04 / 29'],
    ['112029', '11 / 29'],
    ['11 / 2029', '11 / 29'],
    ['1129<<30', '11 / 30'],
    ['1129<<<<0431', '04 / 31'],
  ])('typed as %s', (keys, shown) => expect(after(slashedExpiry, keys)).toBe(shown));

  test.each(['11/29', '11/2029', '1129', '11 / 29'])('pasted or filled in by the browser as %s', (text) =>
    expect(slashedExpiry(text, '')).toBe('11 / 29'),
  );

  test('every month and year can be typed by digits alone, and the service can read it', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 21, max: 99 }), (month, year) => {
        const two = String(month).padStart(2, '0');
        expect(expiryOf(after(slashedExpiry, `${two}${year}`))).toBe(`${two}/${year}`);
      }),
    ));

  test('deleting empties it, however it was typed', () =>
    fc.assert(
      fc.property(fc.stringMatching(/^[0-9/ ]{0,9}$/), (keys) => {
        expect(after(slashedExpiry, `${keys}${'<'.repeat(20)}`)).toBe('');
      }),
    ));

  test.each(['13 / 29', '00 / 29', '11', '11 / ', '', '11 / 202'])('%s is none', (text) =>
    expect(expiryOf(text)).toBeNull(),
  );

  test('a digit changed in the middle is left where it is', () =>
    expect(slashedExpiry('12 / 29', '11 / 29')).toBe('12 / 29'));
});

describe('the number', () => {
  test.each([
    ['9000000000000001', '9000 0000 0000 0001'],
    ['9000 0000 0000 0001', '9000 0000 0000 0001'],
    ['340000000000009', '3400 000000 00009'],
    ['9000000000000001<<', '9000 0000 0000 00'],
  ])('typed as %s', (keys, shown) => expect(after(groupedNumber, keys)).toBe(shown));

  test('no digit is lost or changed', () =>
    fc.assert(
      fc.property(fc.stringMatching(/^[0-9 -]{0,24}$/), (keys) => {
        expect(after(groupedNumber, keys).replace(/ /g, '')).toBe(keys.replace(/\D/g, '').slice(0, 19));
      }),
    ));
});
