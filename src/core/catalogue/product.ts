import * as z from 'zod';
import { FileRef, Id } from './file';
import { RichText } from './richText';

/** Something a buyer can open. Downloads are the first kind; each later kind is one more member of a union on `kind`. */
export const Product = z.object({
  id: Id,
  kind: z.literal('download'),
  title: z.string().max(200),
  /** One line that says what it does for the buyer. */
  promise: z.string().max(300),
  description: RichText,
  picture: z.object({ file: FileRef, alt: z.string().max(300) }).nullable(),
  files: z.array(FileRef).max(200),
  /** Short lines that pages can reuse. */
  benefits: z.array(z.string().max(300)).max(30),
  downloads: z.object({
    /** How often one buyer may fetch one file; tries within 24 hours are one. */
    limit: z.int().min(1).max(1000),
    /** How long a link made in the member area works. */
    linkHours: z.int().min(1).max(720),
  }),
});
export type Product = z.infer<typeof Product>;

export const DEFAULT_DOWNLOADS = { limit: 10, linkHours: 24 };

/** An empty download. */
export function newProduct(id: string, title = ''): Product {
  return { id, kind: 'download', title, promise: '', description: { type: 'doc', content: [] }, picture: null, files: [], benefits: [], downloads: { ...DEFAULT_DOWNLOADS } };
}
