import * as z from 'zod';
import type { FileRef } from './file';

/** What somebody who has a product may do with the files that are there to take along. */
export const Takeaways = z.object({
  /** How often one buyer may fetch one file; tries within 24 hours are one. */
  limit: z.int().min(1).max(1000),
  /** How long a link to a file works. */
  linkHours: z.int().min(1).max(720),
  /** Whether each page of a buyer's PDF carries their name, address and order. */
  named: z.boolean().optional(),
});
export type Takeaways = z.infer<typeof Takeaways>;

export const DEFAULT_TAKEAWAYS: Takeaways = { limit: 10, linkHours: 24 };

/** A PDF that is larger is delivered as it is: to write on it, it would have to be held whole. */
const MOST_NAMED_BYTES = 80_000_000;

export const isPdf = ({ type }: Pick<FileRef, 'type'>): boolean => type === 'application/pdf';

/** Whether a name can be written on a file, as far as its kind and size say. */
export const mayBearName = (file: Pick<FileRef, 'type' | 'bytes'>): boolean =>
  isPdf(file) && file.bytes <= MOST_NAMED_BYTES;

/** The same, as kinds of product are asked for it. */
export const limitsOf = ({ limit, linkHours, named = false }: Takeaways) => ({ fetches: limit, linkHours, named });

/**
 * Whether a PDF came whole: it ends with its end mark, within the last 1024 bytes, as readers ask for (ISO 32000-1,
 * 7.5.5 and implementation note 18 of PDF 1.7). A half one can be read leniently, and would lose pages by it.
 */
export function isWholePdf(bytes: Uint8Array): boolean {
  const end = String.fromCharCode(...bytes.slice(-1_024));
  return end.includes('%%EOF');
}
