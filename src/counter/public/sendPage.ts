import type { Request, Response } from 'express';
import { type Language, languageOf } from '#core/words';
import { documentHtml } from '../../pages/render';
import type { CounterContext } from '../context';
import { otherLanguages, readingFor } from '../shared/reading';
import { PAGES_ENTRY, stripFor } from '../shared/wordsPage';

/** A page as it is sent: its own words, and what stands around them. */
export interface SentPage {
  /** A still page brings no script. */
  kind: 'still' | 'checkout';
  title: string;
  description?: string;
  /** Kept out of what search engines list. */
  keepOut?: boolean;
  structuredData?: unknown;
  wide?: boolean;
  /** The mark by which a view of it is counted. */
  mark?: string | null;
  body: string;
}

/** Sends a page in the shop's clothes and the reader's language. */
export function sendPage(context: CounterContext, req: Request, res: Response, { kind, ...page }: SentPage): void {
  const reading = readingFor(context, req);
  const { shop, locale, words } = reading;
  const say = words.pages;
  const assets = context.client.assetsOf(kind === 'checkout' ? CHECKOUT[languageOf(locale)] : PAGES_ENTRY);
  const { legal } = shop;
  const foot = [
    ...(legal.terms ? [{ text: say.legal.terms, href: '/legal/terms' }] : []),
    ...(legal.privacy ? [{ text: say.legal.privacy, href: '/legal/privacy' }] : []),
    ...(legal.withdrawal ? [{ text: say.legal.withdrawal, href: '/legal/withdrawal' }] : []),
    { text: say.memberArea, href: '/member/' },
    ...otherLanguages(shop, locale).map(({ name, language }) => ({ text: name, href: `/-/language/${language}` })),
  ];
  res.set('Cache-Control', 'no-store').send(
    documentHtml({
      description: '',
      ...page,
      language: locale,
      shopName: shop.name,
      stylesheets: [...assets.stylesheets, ...(shop.brand ? [`/brand.css?${context.runner.state.release ?? 0}`] : [])],
      logo: shop.brand?.logo ? { src: `/pictures/${shop.brand.logo.file.sha256}`, alt: shop.brand.logo.alt } : null,
      strip: stripFor(context, reading),
      foot,
      ...(kind === 'checkout' ? { scripts: assets.scripts } : {}),
    }),
  );
}

/** The checkout's script in each language, with the words of that language and no other. */
const CHECKOUT: Record<Language, string> = {
  en: 'src/pages/checkout/entry.en.ts',
  de: 'src/pages/checkout/entry.de.ts',
};
