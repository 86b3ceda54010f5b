import { de } from './de';
import { en, type Words } from './en';

/** Every language there are words in, by its two letters. Adding one is adding its folder and a line here. */
const LANGUAGES = { en, de } as const satisfies Record<string, Words>;
export type Language = keyof typeof LANGUAGES;

/** What each language calls itself, for those who choose one. */
export const LANGUAGE_NAMES: Record<Language, string> = { en: 'English', de: 'Deutsch' };
export const languages = Object.keys(LANGUAGES) as [Language, ...Language[]];

/** The language of a locale ("de-AT" is "de"); English where there are no words in its own. */
export const languageOf = (locale: string): Language => {
  const language = locale.slice(0, 2).toLowerCase();
  return Object.hasOwn(LANGUAGES, language) ? (language as Language) : 'en';
};

const RIGHT_TO_LEFT = new Set(['ar', 'fa', 'he', 'ur']);

/**
 * English read from right to left, for tests and pictures alone: what is laid out for one direction only shows at once.
 * The region is one that ISO 3166-1 leaves to its users; CLDR's mirrored test locale has the same.
 */
export const MIRRORED = 'en-XB';

/** The direction in which a language is read. */
export const directionOf = (locale: string): 'ltr' | 'rtl' =>
  locale === MIRRORED || RIGHT_TO_LEFT.has(locale.slice(0, 2)) ? 'rtl' : 'ltr';

/** The words for a locale. */
export const wordsFor = (locale: string): Words => LANGUAGES[languageOf(locale)];

/**
 * The locale a buyer reads in: one of those the shop has switched on. What the page was asked for comes first, then
 * what the browser prefers, then the shop's own.
 * @param offered locales that are switched on, the shop's own first
 * @param asked a language somebody chose on the page
 * @param accepted the browser's Accept-Language header
 */
export function chooseLocale(offered: readonly [string, ...string[]], asked: string | null, accepted: string): string {
  const inLanguage = (wanted: string): string | undefined =>
    offered.find((locale) => locale.toLowerCase() === wanted.toLowerCase()) ??
    offered.find((locale) => languageOf(locale) === wanted.slice(0, 2).toLowerCase());
  const preferred = accepted
    .split(',')
    .map((part) => {
      const [name = '', q] = part.trim().split(';q=');
      return { name, weight: q === undefined ? 1 : Number(q) || 0 };
    })
    .filter(({ name, weight }) => name !== '' && weight > 0)
    .sort((a, b) => b.weight - a.weight);
  for (const wanted of [...(asked === null ? [] : [asked]), ...preferred.map((p) => p.name)]) {
    const found = inLanguage(wanted);
    if (found !== undefined) return found;
  }
  return offered[0];
}
