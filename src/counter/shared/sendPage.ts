import type { Request, Response } from 'express';
import { type Language, languageOf } from '#core/words';
import { documentHtml } from '../../pages/render';
import type { CounterContext } from '../context';
import { otherLanguages, readingFor } from '../shared/reading';
import { PAGES_ENTRY, stripFor } from '../shared/wordsPage';

/** A page as it is sent: its own words, and what stands around them. */
export interface SentPage {
  /** A still page brings no script. */
  kind: 'still' | 'checkout' | 'lesson';
  title: string;
  description?: string;
  /** Kept out of what search engines list. */
  keepOut?: boolean;
  structuredData?: unknown;
  wide?: boolean | 'lesson';
  /** Light or dark as its reader's device is. */
  themed?: boolean;
  /** What it is part of, beside the shop's name. */
  within?: readonly { text: string; href: string }[];
  /** The mark by which a view of it is counted. */
  mark?: string | null;
  body: string;
}

/** Sends a page in the shop's clothes and the reader's language. */
export function sendPage(context: CounterContext, req: Request, res: Response, { kind, ...page }: SentPage): void {
  const reading = readingFor(context, req);
  const { shop, locale, words } = reading;
  const say = words.pages;
  const assets = context.client.assetsOf(kind === 'still' ? PAGES_ENTRY : SCRIPTS[kind][languageOf(locale)]);
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
      ...(kind !== 'still' ? { scripts: assets.scripts } : {}),
    }),
  );
}

/** A page's script in each language, with the words of that language and no other. */
const SCRIPTS: Record<'checkout' | 'lesson', Record<Language, string>> = {
  checkout: { en: 'src/pages/checkout/entry.en.ts', de: 'src/pages/checkout/entry.de.ts' },
  lesson: { en: 'src/pages/learn/entry.en.ts', de: 'src/pages/learn/entry.de.ts' },
};

/** Lets a page show what is held at these addresses in a frame, once somebody presses, and nothing else. */
export function allowFrames(res: Response, urls: readonly string[]): void {
  const hosts = [...new Set(urls.filter((url) => URL.canParse(url)).map((url) => new URL(url).origin))];
  const policy = res.getHeader('Content-Security-Policy');
  if (hosts.length === 0 || typeof policy !== 'string') return;
  res.set('Content-Security-Policy', policy.replace("frame-src 'self'", `frame-src 'self' ${hosts.join(' ')}`));
}
