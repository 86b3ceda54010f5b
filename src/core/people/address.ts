/** The form in which mail addresses are compared: trimmed, NFC, lower-cased. Dots and +tags count. */
export const compareAddress = (address: string): string => address.trim().normalize('NFC').toLowerCase();

/**
 * Whether a text can be a mail address: one @, something before it, a domain with a point after it, no spaces,
 * control or direction characters, and no longer than RFC 5321 allows (254). Whether mail arrives only mail can tell.
 */
export function isAddress(text: string): boolean {
  const address = text.trim();
  // Control characters are exactly what must not pass into a mail header.
  return (
    address.length <= 254 &&
    /^[^\s@<>(),;:"\\[\]\u0000-\u001f\u007f\u200e\u200f\u202a-\u202e\u2066-\u2069]{1,64}@[^\s@<>(),;:"\\[\]\u0000-\u001f\u007f\u200e\u200f\u202a-\u202e\u2066-\u2069]+\.[^\s@.<>(),;:"\\[\]\u0000-\u001f]{2,}$/u.test(
      address,
    )
  );
}
