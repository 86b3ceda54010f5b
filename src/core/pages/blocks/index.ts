import * as z from 'zod';
import type { FileRef } from '#core/catalogue';
import type { AnyBlockKind, Block as AnyBlock } from './kind';
import { BLOCK_KINDS } from './kinds';

/**
 * The parts a page is built from. A block never holds a price: it names an offer or a step, and the price, its
 * statement and the address are read where they belong when the page is served.
 */
export type Block = AnyBlock;
export const Block = z.discriminatedUnion(
  'kind',
  BLOCK_KINDS.map((k) => k.schema) as unknown as Parameters<typeof z.discriminatedUnion>[1],
) as unknown as z.ZodType<AnyBlock>;

/** @throws Error where there is no such kind */
export function blockKindOf({ kind }: Pick<AnyBlock, 'kind'>): AnyBlockKind {
  const found = BLOCK_KINDS.find((k) => k.kind === kind);
  if (!found) throw new Error(`There is no block of the kind “${kind}”`);
  return found;
}

/** The pictures a block shows, with the words for those who cannot see them. */
export const filesOfBlock = (block: AnyBlock): { file: FileRef; alt: string }[] =>
  blockKindOf(block).pictures?.(block) ?? [];

/** What a block is called on screen. */
export const blockName = (kind: AnyBlock['kind']): string => blockKindOf({ kind }).name;

export { BLOCK_KINDS } from './kinds';
export { blockBase, line } from './base';
export {
  type AnyBlockKind,
  type BlockKind,
  blockKind,
  type BlockName,
  type BlockOf,
  type BlocksByKind,
  type KnownOffer,
  type PageName,
} from './kind';
