import { richFromPlain } from '#core/catalogue';
import type { Block } from './block';
import type { Page } from './page';

type Kind = Block['kind'];

/** What blocks are called on screen. */
export const BLOCK_NAMES: Record<Kind, string> = {
  headline: 'Headline',
  text: 'Text',
  picture: 'Picture',
  benefits: 'Benefits',
  contents: 'What you get',
  offer: 'Offer with its button',
  chooser: 'Price chooser',
  testimonial: 'Testimonial',
  maker: 'About the maker',
  questions: 'Questions and answers',
  guarantee: 'Guarantee',
  spacer: 'Space',
  checkout: 'The checkout',
  recap: 'What was bought',
  downloads: 'Download buttons',
};

const ON_SALES: readonly Kind[] = [
  'headline',
  'text',
  'picture',
  'benefits',
  'contents',
  'offer',
  'chooser',
  'checkout',
  'testimonial',
  'maker',
  'questions',
  'guarantee',
  'spacer',
];
const ON_CHECKOUT: readonly Kind[] = ['text', 'picture', 'testimonial', 'questions', 'guarantee', 'spacer'];
const ON_THANKS: readonly Kind[] = ['headline', 'text', 'picture', 'downloads', 'recap', 'spacer'];

/** Which blocks a page can be given. One checkout is enough for a page; a checkout page has its own already. */
export function addableKinds(page: Pick<Page, 'kind' | 'blocks'>): readonly Kind[] {
  const kinds = { sales: ON_SALES, checkout: ON_CHECKOUT, thanks: ON_THANKS }[page.kind];
  return page.blocks.some((b) => b.kind === 'checkout') ? kinds.filter((kind) => kind !== 'checkout') : kinds;
}

/** Whether a block belongs to its page and can be neither moved nor removed: a checkout page's headline and form. */
export const isFixed = (page: Pick<Page, 'kind'>, block: Pick<Block, 'kind'>): boolean =>
  page.kind === 'checkout' && (block.kind === 'checkout' || block.kind === 'headline');

/** A block ready to be filled; words already known of the offer are put in. */
export function newBlock(kind: Kind, id: string, known: { title: string; benefits: readonly string[] }): Block {
  switch (kind) {
    case 'headline':
      return { id, kind, text: '', under: '' };
    case 'text':
      return { id, kind, text: richFromPlain('') };
    case 'picture':
      return { id, kind, file: null, alt: '' };
    case 'benefits':
      return { id, kind, title: 'What it does for you', items: known.benefits.length > 0 ? [...known.benefits] : [''] };
    case 'contents':
      return { id, kind, title: 'What you get' };
    case 'offer':
      return { id, kind, title: known.title, button: 'Get it now', note: '' };
    case 'chooser':
      return { id, kind, title: 'Choose how you pay', button: 'Choose this' };
    case 'testimonial':
      return { id, kind, quote: '', who: '' };
    case 'maker':
      return { id, kind, title: 'Who made this', text: richFromPlain(''), file: null, alt: '' };
    case 'questions':
      return { id, kind, title: 'Questions people ask', items: [{ question: '', answer: '' }] };
    case 'guarantee':
      return { id, kind, title: 'If it is not for you', text: '' };
    case 'spacer':
      return { id, kind, size: 'small' };
    case 'checkout':
      return { id, kind, button: '', note: '' };
    case 'recap':
      return { id, kind, title: 'What you bought' };
    case 'downloads':
      return { id, kind, title: 'Open it now' };
  }
}

/** The order in which a page explains itself best; a block added without a place goes after the last one that should come before it. */
const TELLING: readonly Kind[] = [
  'headline',
  'picture',
  'text',
  'benefits',
  'testimonial',
  'contents',
  'downloads',
  'recap',
  'offer',
  'chooser',
  'checkout',
  'guarantee',
  'questions',
  'maker',
  'spacer',
];

/**
 * Where a block sells best on a page, and beside what, in words for the seller.
 * @returns the index to put it at, and "after What you get" or "at the top"
 */
export function bestPlace(page: Pick<Page, 'blocks'>, kind: Kind): { index: number; words: string } {
  const rank = TELLING.indexOf(kind);
  const before = page.blocks.findLastIndex((b) => TELLING.indexOf(b.kind) <= rank);
  const neighbour = page.blocks[before];
  return neighbour
    ? { index: before + 1, words: `after “${BLOCK_NAMES[neighbour.kind]}”` }
    : { index: 0, words: 'at the top' };
}

/** The blocks with one put where another stands; what is in between closes up. */
export function placeBlock(blocks: readonly Block[], id: string, overId: string): Block[] {
  const placed = [...blocks];
  const [from, to] = [id, overId].map((x) => blocks.findIndex((b) => b.id === x)) as [number, number];
  const [block] = from < 0 || to < 0 ? [] : placed.splice(from, 1);
  if (block) placed.splice(to, 0, block);
  return placed;
}

/** The blocks with one moved up (−1) or down (+1); at an end nothing changes. */
export function moveBlock(blocks: readonly Block[], id: string, by: -1 | 1): Block[] {
  const from = blocks.findIndex((b) => b.id === id);
  const to = from + by;
  const moved = [...blocks];
  const block = moved[from];
  if (!block || to < 0 || to >= blocks.length) return moved;
  moved.splice(from, 1);
  moved.splice(to, 0, block);
  return moved;
}
