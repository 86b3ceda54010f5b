/** First parts of addresses that the shop itself needs. */
export const RESERVED_ADDRESSES: readonly string[] = [
  'studio',
  'member',
  'owner',
  'checkout',
  'assets',
  'pictures',
  'get',
  'standin',
  'notices',
  'legal',
  'health',
  'robots.txt',
  'favicon.ico',
  'receipts',
  'invoices',
];

/** What no step may be called: entrances stand under it. */
export const RESERVED_STEP_ADDRESSES: readonly string[] = ['in'];

/** An address made from a title: small Latin letters, digits and dashes. Empty when nothing of the title can be kept. */
export function addressFrom(title: string): string {
  return title
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60)
    .replace(/-+$/, '');
}

/** A word that is not taken: itself, or with the first number from 2 on that makes it one. */
export function freeWord(word: string, taken: ReadonlySet<string>): string {
  let free = word;
  for (let n = 2; taken.has(free); n += 1) free = `${word}-${n}`;
  return free;
}

/** What is wrong with an address by itself, in one sentence, or null. @param reserved words it may not be; a step has none */
export function addressProblem(address: string, reserved = RESERVED_ADDRESSES): string | null {
  if (address === '') return 'The address is empty.';
  if (address.length > 80) return 'The address is longer than 80 characters.';
  if (!/^[a-z0-9]+(-[a-z0-9]+)*$/.test(address))
    return `“${address}” is not an address. Use small letters, digits and dashes, like dawn-field-pack.`;
  if (reserved.includes(address)) return `“${address}” is needed by the shop itself.`;
  return null;
}
