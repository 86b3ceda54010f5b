/** A card as it is typed: digits alone are enough, groups and the slash are set by the form. */
export interface TypedCard {
  number: string;
  expiry: string;
  code: string;
}
export const NO_CARD: TypedCard = { number: '', expiry: '', code: '' };

const digitsOf = (text: string): string => text.replace(/\D/g, '');

/** Whether it was typed or deleted at the end. In the middle nothing is moved, because that would move the cursor away. */
const isAtEnd = (text: string, before: string): boolean =>
  digitsOf(text).startsWith(digitsOf(before)) || digitsOf(before).startsWith(digitsOf(text));

/** Most cards have groups of four; those that begin with 34 or 37 have 4, 6 and 5 digits (ISO/IEC 7812 ranges, from memory). */
const groupsOf = (digits: string): string[] =>
  (/^3[47]/.test(digits)
    ? [digits.slice(0, 4), digits.slice(4, 10), digits.slice(10, 19)]
    : (digits.match(/.{1,4}/g) ?? [])
  ).filter((group) => group !== '');

/** A card number in groups. @param before what the field held before this change */
export function groupedNumber(text: string, before: string): string {
  return isAtEnd(text, before) ? groupsOf(digitsOf(text).slice(0, 19)).join(' ') : text;
}

/**
 * Month and year with their slash, however they are typed: `1129`, `11/29`, `1/29`, `11 / 2029`.
 * @param before what the field held before this change: deleting over the slash takes the digit before it
 */
export function slashedExpiry(text: string, before: string): string {
  if (!isAtEnd(text, before)) return text;
  const isDeleting = text.length < before.length;
  let digits = digitsOf(text);
  if (isDeleting && digits === digitsOf(before) && before.startsWith(text)) digits = digits.slice(0, -1);
  // A month of one digit: nothing but 0 and 1 can be followed by another, and a slash ends it too.
  if (/^[2-9]/.test(digits) || /^\s*\d\s*\//.test(text)) digits = `0${digits}`;
  const month = digits.slice(0, 2);
  const year = digits.length >= 6 && digits.slice(2, 4) === '20' ? digits.slice(4, 6) : digits.slice(2, 6);
  return month.length < 2 || (isDeleting && year === '') ? month : `${month} / ${year}`;
}

/** Month and year as the payment service reads them, or null where they are none. */
export function expiryOf(text: string): string | null {
  const [, month = '', year = ''] = /^(\d{1,2})\s*\/\s*(?:20)?(\d{2})$/.exec(text.trim()) ?? [];
  return Number(month) >= 1 && Number(month) <= 12 ? `${month}/${year}` : null;
}
