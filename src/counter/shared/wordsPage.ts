import { documentHtml, type Strip, wordsHtml } from '../../pages/render';
import type { CounterContext } from '../context';
import type { Reading } from './reading';

/** The build's entry of pages that are only read. */
export const PAGES_ENTRY = 'src/pages/entry.ts';

/** Where whoever walks in a practice shop ends it, and where its letters are read. */
export const PRACTICE_END = '/-/practice/end';
const LETTERS = '/standin/mail/';

/** What stands over every page of a shop that is not real. */
export function stripFor({ mode, practice }: CounterContext, { words }: Pick<Reading, 'words'>): Strip | null {
  if (mode === 'real') return null;
  if (practice !== null) return { text: words.pages.strip, links: [] };
  const { strip, letters, end } = words.pages.practice;
  const links = [
    { text: letters, href: LETTERS },
    { text: end, href: PRACTICE_END },
  ];
  return { text: strip, links };
}

/** A short page of plain words as a whole document: what happened, and where to go from here. */
export function wordsPage(
  context: CounterContext,
  reading: Reading,
  heading: string,
  paragraphs: readonly string[],
  action: { label: string; href: string; post?: boolean },
): string {
  return documentHtml({
    title: heading,
    description: '',
    language: reading.locale,
    shopName: reading.shop.name,
    stylesheets: context.client.assetsOf(PAGES_ENTRY).stylesheets,
    strip: stripFor(context, reading),
    keepOut: true,
    foot: [],
    body: wordsHtml(heading, paragraphs, action),
  });
}
