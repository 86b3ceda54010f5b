/** Characters that are not seen and change nothing: soft hyphen, zero width, joiners, variation selectors and their like. */
const INVISIBLE = /[\p{Default_Ignorable_Code_Point}\p{Cf}]/gu;

/**
 * A domain as name servers compare it: mapped by UTS 46, which folds width and case and writes other scripts in ASCII.
 * @returns null where it is none, or is an IP address
 */
function domainOf(text: string): string | null {
  // Percent signs and what ends a host would be read as something else.
  if (/[%/?#@:\\[\]\s]/u.test(text) || !URL.canParse(`http://${text}/`)) return null;
  const { hostname } = new URL(`http://${text}/`);
  const labels = hostname.split('.');
  const isNumber = /^\d+$/.test(labels.at(-1) ?? '');
  return labels.length < 2 || isNumber || labels.some((label) => label === '' || label.length > 63) ? null : hostname;
}

/**
 * The form in which mail addresses are compared: without what is not seen, NFKC, lower-cased, the domain by UTS 46. Dots
 * and +tags count.
 */
export function compareAddress(address: string): string {
  const tidy = address.replace(INVISIBLE, '').trim().normalize('NFKC').toLowerCase();
  const at = tidy.lastIndexOf('@');
  if (at === -1) return tidy;
  return `${tidy.slice(0, at)}@${domainOf(tidy.slice(at + 1)) ?? tidy.slice(at + 1)}`;
}

/**
 * Whether a text can be a mail address: one @, something before it, a domain of at least two labels, no spaces, control,
 * direction or invisible characters, and no longer than RFC 5321 allows (254). Whether mail arrives only mail can tell.
 */
export function isAddress(text: string): boolean {
  const address = text.trim();
  if (address.length > 254 || address.search(INVISIBLE) !== -1) return false;
  // Control characters are exactly what must not pass into a mail header.
  const [, local, domain] =
    /^([^\s@<>(),;:"\\[\]\u0000-\u001f\u007f]{1,64})@([^\s@<>(),;:"\\[\]\u0000-\u001f\u007f]+)$/u.exec(address) ?? [];
  return local !== undefined && domain !== undefined && !domain.includes('..') && domainOf(domain) !== null;
}
