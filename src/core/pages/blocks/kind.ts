import type * as z from 'zod';
import type { FileRef } from '#core/catalogue';
import type { Words } from '#core/words';

/* eslint-disable @typescript-eslint/no-empty-object-type -- each kind adds its own line by declaration merging */
/** Blocks by the name of their kind. */
export interface BlocksByKind {}
/* eslint-enable @typescript-eslint/no-empty-object-type */

export type BlockName = keyof BlocksByKind;
export type Block = BlocksByKind[BlockName];
export type BlockOf<K extends BlockName> = Extract<Block, { kind: K }>;

/** Where a page stands on a path. */
export type PageName = 'sales' | 'checkout' | 'thanks';

/** What is known of the offer when a block is added. */
export interface KnownOffer {
  title: string;
  benefits: readonly string[];
}

/** One kind of block: its shape, where it may stand and where it sells best, and how a new one begins. */
export interface BlockKind<B> {
  readonly kind: BlockName;
  /** What the seller reads it is called. */
  readonly name: string;
  readonly schema: z.ZodType<B>;
  /** The pages it can be added to. */
  readonly on: readonly PageName[];
  /** A new one; words that are known already are put in, in the language of the shop. */
  fresh(id: string, known: KnownOffer, say: Words['pages']['fresh']): B;
  /** Pictures it shows, with the words for those who cannot see them. */
  pictures?(block: B): { file: FileRef; alt: string }[];
  /** It has something to press that leads on: a page without any such leads nowhere. */
  readonly leadsOn?: true;
  /** It leads out of its path: enough where that sells nothing itself. */
  readonly leadsOut?: true;
  /** What tells it from others of its kind in the page's outline. */
  label?(block: B): string;
}

export type AnyBlockKind = BlockKind<Block>;
export const blockKind = <B>(kind: BlockKind<B>): BlockKind<B> => kind;
