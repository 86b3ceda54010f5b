import { renderToStaticMarkup, renderToString } from 'react-dom/server';
import type { Page } from '#core/pages';
import { CheckoutPage } from './checkout/CheckoutPage';
import { OfferPage } from './offer/OfferPage';
import { directionOf, wordsFor } from '#core/words';
import type { CheckoutData, OfferData } from '../wire';
import { CoursePage } from './learn/CoursePage';
import { LessonPage } from './learn/LessonPage';
import type { CourseView, LessonView } from './learn/view';
import { MembershipPage } from './membership/MembershipPage';
import { PostPage } from './membership/PostPage';
import type { MembershipView, PostView } from './membership/view';
import { PageBody } from './PageBody';
import { Shelf } from './blocks/Shelf';
import type { ListedView, PageView } from './view';

export const escapeHtml = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** Said over every page of a shop that is not real. */
export interface Strip {
  text: string;
  links: readonly { text: string; href: string }[];
}

/** Where the few lines are that choose light or dark. */
export const THEME_SCRIPT = '/-/theme.js';

interface Frame {
  title: string;
  description: string;
  language: string;
  shopName: string;
  /** Address and words of the logo, where there is one. */
  logo?: { src: string; alt: string } | null;
  /** The address of what is fetched by whoever draws the page. */
  mark?: string | null;
  stylesheets: readonly string[];
  /** Module scripts; sales pages have none. */
  scripts?: readonly string[];
  /** Said over every page of a test or demo shop. */
  strip: Strip | null;
  keepOut?: boolean;
  /** The checkout is wider than a page to read. */
  wide?: boolean | 'lesson';
  structuredData?: unknown;
  body: string;
  /** Where a page stands, beside the shop's name: what it is part of. */
  within?: readonly { text: string; href: string }[];
  /** Light or dark as whoever reads it has set their device. */
  themed?: boolean;
  /** Lines at the foot: address and text of legal pages. */
  foot: readonly { text: string; href: string }[];
}

/** A whole HTML document around a body. Only `body` is taken as markup, and only React makes it. */
export function documentHtml(frame: Frame): string {
  const meta = [
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width,initial-scale=1">',
    `<title>${escapeHtml(frame.title)}</title>`,
    frame.description === '' ? '' : `<meta name="description" content="${escapeHtml(frame.description)}">`,
    frame.keepOut ? '<meta name="robots" content="noindex">' : '',
    // Before anything is drawn, so that nothing flashes.
    frame.themed ? `<script src="${THEME_SCRIPT}"></script>` : '',
    ...frame.stylesheets.map((href) => `<link rel="stylesheet" href="${href}">`),
    // Fetched by whoever draws the page, and waited for by nobody.
    frame.mark == null ? '' : `<link rel="stylesheet" media="print" href="${frame.mark}">`,
    ...(frame.scripts ?? []).map((src) => `<script type="module" src="${src}"></script>`),
    frame.structuredData === undefined
      ? ''
      : `<script type="application/ld+json">${scriptJson(frame.structuredData)}</script>`,
  ].join('');
  const strip =
    frame.strip === null
      ? ''
      : `<div class="hatched-strip px-5 py-1 text-center"><span>${escapeHtml(frame.strip.text)}${frame.strip.links
          .map(({ text, href }) => ` <a href="${escapeHtml(href)}" class="plain-link ms-2">${escapeHtml(text)}</a>`)
          .join('')}</span></div>`;
  const foot = frame.foot
    .map(({ text, href }) => `<a class="plain-link" href="${escapeHtml(href)}">${escapeHtml(text)}</a>`)
    .join(' · ');
  const within = (frame.within ?? [])
    .map(({ text, href }) => `<a class="plain-link" href="${escapeHtml(href)}" dir="auto">${escapeHtml(text)}</a>`)
    .join('');
  const width = frame.wide === 'lesson' ? 'max-w-[80rem]' : frame.wide ? 'max-w-[62rem]' : 'max-w-[40rem]';
  return `<!doctype html><html lang="${escapeHtml(frame.language)}" dir="${directionOf(frame.language)}" data-theme="day"><head>${meta}</head><body class="page">${strip}<div class="mx-auto ${width} shop-head px-5 pt-5"><a class="shop-line" href="/" dir="auto">${frame.logo ? `<img src="${escapeHtml(frame.logo.src)}" alt="${escapeHtml(frame.logo.alt || frame.shopName)}" class="logo">` : escapeHtml(frame.shopName)}</a>${within}</div><main>${frame.body}</main><footer class="mx-auto ${width} border-t border-line px-5 py-6 cap">${foot}</footer></body></html>`;
}

/** JSON that can stand inside a script element: no text of it can close the element. */
export const scriptJson = (value: unknown): string => JSON.stringify(value).replace(/</g, '\\u003c');

/** The body of a sales or thank-you page. */
export const pageHtml = (page: Page, view: PageView): string =>
  renderToStaticMarkup(
    <div className="page-column">
      <PageBody page={page} view={view} />
    </div>,
  );

/** The body of a checkout page with the data its script takes over from. */
export function checkoutHtml(data: CheckoutData): string {
  const words = wordsFor(data.language);
  const html = renderToString(<CheckoutPage data={data} words={{ ...words.checkout, card: words.card }} />);
  return `<div id="checkout">${html}</div><script type="application/json" id="checkout-data">${scriptJson(data)}</script><noscript><p class="page-column message">${escapeHtml(words.checkout.needsScripts)}</p></noscript>`;
}

/** The answer to an offer after payment, with the data its script takes over from. */
export function offerHtml(data: OfferData): string {
  const words = wordsFor(data.language);
  const html = renderToString(<OfferPage data={data} words={{ ...words.checkout, card: words.card }} />);
  return `<div id="offer">${html}</div><script type="application/json" id="offer-data">${scriptJson(data)}</script><noscript><p class="page-column message">${escapeHtml(words.checkout.needsScripts)}</p></noscript>`;
}

/** A course's own page: it needs no script. */
export const courseHtml = (course: CourseView, language: string): string =>
  renderToStaticMarkup(<CoursePage course={course} words={wordsFor(language).course} />);

/** A lesson, readable as it is, with the data its script takes over from. */
export function lessonHtml(lesson: LessonView): string {
  const html = renderToString(<LessonPage lesson={lesson} words={wordsFor(lesson.language).course} />);
  return `<div id="lesson">${html}</div><script type="application/json" id="lesson-data">${scriptJson(lesson)}</script>`;
}

/** A membership's own page: it needs no script. */
export const membershipHtml = (membership: MembershipView, language: string): string =>
  renderToStaticMarkup(<MembershipPage membership={membership} words={wordsFor(language)} />);

/** A post, readable as it is, with the data its script takes over from. */
export function postHtml(post: PostView): string {
  const html = renderToString(<PostPage post={post} words={wordsFor(post.language)} />);
  return `<div id="post">${html}</div><script type="application/json" id="post-data">${scriptJson(post)}</script>`;
}

/** A short page of plain words: what happened, and where to go from here. */
export function wordsHtml(
  heading: string,
  paragraphs: readonly string[],
  action?: { label: string; href: string; post?: boolean },
): string {
  return renderToStaticMarkup(
    <div className="page-column pt-12">
      <h1>{heading}</h1>
      {paragraphs.map((text, i) => (
        <p key={i} className="mt-3 whitespace-pre-line" dir="auto">
          {text}
        </p>
      ))}
      {action &&
        (action.post ? (
          <form method="post" action={action.href} className="mt-5">
            <button className="btn btn-primary btn-page">{action.label}</button>
          </form>
        ) : (
          <p className="mt-5">
            <a className="btn btn-primary btn-page" href={action.href}>
              {action.label}
            </a>
          </p>
        ))}
    </div>,
  );
}

/** The shop's first page: what is on sale. */
export function frontHtml(shopName: string, nothingOnSale: string, offers: readonly ListedView[]): string {
  return renderToStaticMarkup(
    <div className="page-column pt-8">
      <h1 className="text-[2.1rem]" dir="auto">
        {shopName}
      </h1>
      {offers.length === 0 && <p className="mt-3 text-ink-2">{nothingOnSale}</p>}
      <div className="mt-6">
        <Shelf offers={offers} />
      </div>
    </div>,
  );
}
