import { documentHtml, wordsHtml } from '../../pages/render';
import type { CounterContext } from '../context';
import type { Reading } from './reading';

/** The build's entry of pages that are only read. */
export const PAGES_ENTRY = 'src/pages/entry.ts';

/** What stands over every page of a test or demo shop. */
export const stripFor = (context: CounterContext, { words }: Reading): string | null =>
  context.mode === 'real' ? null : words.pages.strip;

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
