import { wordsFor } from '#core/words';
import { type Block, BLOCK_KINDS, blockKindOf, blockName, type BlockName, type KnownOffer } from './blocks';
import type { Page } from './page';

/** Which blocks a page can be given. One checkout is enough for a page; a checkout page has its own already. */
export const addableKinds = (page: Pick<Page, 'kind' | 'blocks'>): readonly BlockName[] =>
  BLOCK_KINDS.filter((k) => k.on.includes(page.kind))
    .map((k) => k.kind)
    .filter((kind) => kind !== 'checkout' || !page.blocks.some((b) => b.kind === 'checkout'));

/** Whether a block belongs to its page and can be neither moved nor removed: a checkout page's headline and form. */
export const isFixed = (page: Pick<Page, 'kind'>, block: Pick<Block, 'kind'>): boolean =>
  page.kind === 'checkout' && (block.kind === 'checkout' || block.kind === 'headline');

/** A block ready to be filled; words already known of the offer are put in. @param locale the shop's own */
export const newBlock = (kind: BlockName, id: string, known: KnownOffer, locale = 'en'): Block =>
  blockKindOf({ kind }).fresh(id, known, wordsFor(locale).pages.fresh);

const rankOf = (kind: BlockName): number => BLOCK_KINDS.findIndex((k) => k.kind === kind);

/**
 * Where a block sells best on a page, and beside what, in words for the seller.
 * @returns the index to put it at, and "after What you get" or "at the top"
 */
export function bestPlace(page: Pick<Page, 'blocks'>, kind: BlockName): { index: number; words: string } {
  const before = page.blocks.findLastIndex((b) => rankOf(b.kind) <= rankOf(kind));
  const neighbour = page.blocks[before];
  return neighbour
    ? { index: before + 1, words: `after “${blockName(neighbour.kind)}”` }
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
