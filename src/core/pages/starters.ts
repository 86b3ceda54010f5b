import { plainFromRich, type Product, richFromPlain } from '#core/catalogue';
import type { PathId } from '#core/ids';
import { wordsFor } from '#core/words';
import type { Block } from './blocks';
import type { Page } from './page';

type NextId = (prefix: string) => string;
interface Known {
  title: string;
  products: readonly Product[];
  /** The shop's own locale: its pages begin in its language. */
  locale?: string;
}

/** What new pages say, in the shop's own language. */
const freshIn = (locale = 'en') => wordsFor(locale).pages.fresh;

/** A page that sells or leads on, without words for search engines but those given. */
const salesPage = (next: NextId, blocks: Block[], description = ''): Page => ({
  id: next('page'),
  kind: 'sales',
  title: '',
  description,
  blocks,
});

/** A sales page with sensible blocks from what is already known of the offer; empty parts are left out. */
export function fillSalesPage(known: Known, next: NextId): Page {
  const say = freshIn(known.locale);
  const first = known.products[0];
  const blocks: Block[] = [{ id: next('b'), kind: 'headline', text: known.title, under: first?.promise ?? '' }];
  if (first?.picture) blocks.push({ id: next('b'), kind: 'picture', file: first.picture.file, alt: first.picture.alt });
  if (first && plainFromRich(first.description).trim() !== '')
    blocks.push({ id: next('b'), kind: 'text', text: first.description });
  const benefits = known.products.flatMap((p) => p.benefits).filter((b) => b.trim() !== '');
  if (benefits.length > 0) blocks.push({ id: next('b'), kind: 'benefits', title: say.benefits, items: benefits });
  blocks.push({ id: next('b'), kind: 'contents', title: say.contents });
  blocks.push({ id: next('b'), kind: 'offer', title: known.title, button: say.getNow, note: '' });
  return salesPage(next, blocks, first?.promise);
}

/** A page between two steps after payment: it sells nothing, and leads on. */
export function fillBetweenPage(known: Known, next: NextId): Page {
  const say = freshIn(known.locale);
  return salesPage(next, [
    { id: next('b'), kind: 'headline', text: say.between, under: '' },
    { id: next('b'), kind: 'text', text: richFromPlain('') },
    { id: next('b'), kind: 'onward', button: say.goOn },
  ]);
}

/** A page for whoever turned back: the same thing once more, at the price that is theirs for some hours. */
export function fillTurnedBackPage(known: Known, next: NextId): Page {
  const say = freshIn(known.locale);
  const first = known.products[0];
  return salesPage(next, [
    { id: next('b'), kind: 'headline', text: say.turnedBack, under: first?.promise ?? '' },
    { id: next('b'), kind: 'contents', title: say.contents },
    { id: next('b'), kind: 'offer', title: known.title, button: say.getNow, note: '' },
  ]);
}

/** A checkout page: the recap and the form. */
export function fillCheckoutPage(known: Known, next: NextId): Page {
  return {
    id: next('page'),
    kind: 'checkout',
    title: '',
    description: '',
    blocks: [
      { id: next('b'), kind: 'headline', text: known.title, under: '' },
      { id: next('b'), kind: 'checkout', button: '', note: '' },
    ],
  };
}

/** What an offer after payment says above its bill: what it is, what is in it, what it does. */
export function fillOfferPage(known: Known, next: NextId): Page {
  const say = freshIn(known.locale);
  const [first] = known.products;
  const blocks: Block[] = [
    {
      id: next('b'),
      kind: 'headline',
      text: known.title === '' ? '' : say.more(known.title),
      under: first?.promise ?? '',
    },
  ];
  if (first && plainFromRich(first.description).trim() !== '')
    blocks.push({ id: next('b'), kind: 'text', text: first.description });
  const benefits = known.products.flatMap((p) => p.benefits).filter((b) => b.trim() !== '');
  if (benefits.length > 0) blocks.push({ id: next('b'), kind: 'benefits', title: say.benefits, items: benefits });
  return salesPage(next, blocks);
}

/** A thank-you page: what was bought, and a button that opens each thing. */
export function fillThanksPage(known: Known, next: NextId): Page {
  const say = freshIn(known.locale);
  return {
    id: next('page'),
    kind: 'thanks',
    title: '',
    description: '',
    blocks: [
      { id: next('b'), kind: 'headline', text: say.thanks, under: '' },
      { id: next('b'), kind: 'downloads', title: say.downloads },
      { id: next('b'), kind: 'recap', title: say.recap },
    ],
  };
}

/** What a page of the shop's own leads to: other paths, by their titles. */
interface Listed {
  id: PathId;
  title: string;
}

type NamedPage = Pick<Known, 'title' | 'locale'>;

/** A shop front: what is sold elsewhere, on one shelf to begin with. */
export const fillFrontPage = ({ title, locale }: NamedPage, paths: readonly Listed[], next: NextId): Page =>
  salesPage(next, [
    { id: next('b'), kind: 'headline', text: title, under: '' },
    { id: next('b'), kind: 'shelf', title: freshIn(locale).shelf, paths: paths.map(({ id }) => id) },
  ]);

const MOST_LINKS = 8;

/** A short page of links, for a profile elsewhere that has room for one. */
export function fillLinksPage({ title, locale }: NamedPage, paths: readonly Listed[], next: NextId): Page {
  const links = paths
    .slice(0, MOST_LINKS)
    .map(({ id, title: label }) => ({ label, to: { kind: 'path' as const, path: id } }));
  const headline = freshIn(locale).links(title);
  return salesPage(next, [
    { id: next('b'), kind: 'headline', text: headline, under: '' },
    { id: next('b'), kind: 'links', links },
  ]);
}
