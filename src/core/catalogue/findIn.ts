/** Something that can be searched: what it is called, and what stands in it. */
export interface Searched {
  title: string;
  text: string;
}

/** What is found: the thing, and where in its words; empty where only its title matches. */
export interface FoundIn<T extends Searched> {
  thing: T;
  excerpt: string;
}

/** So much stands before and after what was found. */
const AROUND = 60;

/**
 * Everything in which all words of a question stand, as typed or as the beginning of a word, whatever case and marks they
 * are written with. What has them in its title comes first, else in the order given.
 */
export function findIn<T extends Searched>(things: readonly T[], question: string): FoundIn<T>[] {
  const words = folded(question)
    .split(/\s+/)
    .filter((word) => word !== '');
  if (words.length === 0) return [];
  const ranked = things.flatMap((thing) => {
    const title = folded(thing.title);
    const text = folded(thing.text);
    if (!words.every((word) => stands(title, word) || stands(text, word))) return [];
    const inTitle = words.every((word) => stands(title, word));
    return [{ inTitle, found: { thing, excerpt: excerptAround(thing.text, text, words) } }];
  });
  return [...ranked.filter((r) => r.inTitle), ...ranked.filter((r) => !r.inTitle)].map((r) => r.found);
}

/** Without case and marks, of the same length: each character is folded by itself, and most need not be looked at. */
const folded = (text: string): string =>
  text
    .normalize('NFC')
    .replace(/[^\u0000-\u007f]/gu, (character) => {
      const plain = character.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
      return plain.length === character.length ? plain : character;
    })
    .replace(/[A-Z]+/g, (capitals) => capitals.toLowerCase());

/** Where a word begins in a text; a number below zero where it does not. */
function placeOf(text: string, word: string): number {
  for (let at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1))
    if (at === 0 || !/[\p{L}\p{N}]/u.test(text[at - 1] ?? '')) return at;
  return -1;
}
const stands = (text: string, word: string): boolean => placeOf(text, word) >= 0;

function excerptAround(text: string, inFolded: string, words: readonly string[]): string {
  const normal = text.normalize('NFC');
  const places = words.map((word) => placeOf(inFolded, word)).filter((at) => at >= 0);
  if (places.length === 0) return '';
  const at = Math.min(...places);
  const from = Math.max(0, at - AROUND);
  const until = Math.min(normal.length, at + AROUND);
  // Not in the middle of a word.
  const begin = from === 0 ? 0 : normal.indexOf(' ', from) + 1;
  const end = until === normal.length ? until : normal.lastIndexOf(' ', until);
  const said = normal
    .slice(begin, Math.max(end, at + 1))
    .replace(/\s+/g, ' ')
    .trim();
  return `${begin > 0 ? '… ' : ''}${said}${end < normal.length ? ' …' : ''}`;
}
