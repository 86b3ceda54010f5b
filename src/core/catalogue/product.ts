import * as z from 'zod';
import { FileRef, Id } from './file';
import { RichText } from './richText';

/** Something held elsewhere: buyers are led there only through their pass, never shown the address beforehand. */
export const ProductLink = z.object({ id: Id, title: z.string().max(200), url: z.string().max(2_000) });
export type ProductLink = z.infer<typeof ProductLink>;

/** What is wrong with a link held elsewhere, in one sentence, or null. */
export function linkProblem(link: Pick<ProductLink, 'url'>): string | null {
  if (link.url.trim() === '') return 'A link has no address yet.';
  return z.url({ protocol: /^https?$/, hostname: z.regexes.hostname }).safeParse(link.url.trim()).success
    ? null
    : `“${link.url}” is not a web address. Write it whole, like https://example.org/film.`;
}

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
  links: z.array(ProductLink).max(50).default([]),
  /** Short lines that pages can reuse. */
  benefits: z.array(z.string().max(300)).max(30),
  downloads: z.object({
    /** How often one buyer may fetch one file; tries within 24 hours are one. */
    limit: z.int().min(1).max(1000),
    /** How long a link made in the member area works. */
    linkHours: z.int().min(1).max(720),
  }),
  /** Off every list; owners keep it. */
  putAway: z.boolean().optional(),
});
export type Product = z.infer<typeof Product>;

export const DEFAULT_DOWNLOADS = { limit: 10, linkHours: 24 };

/** An empty download. */
export function newProduct(id: string, title = ''): Product {
  return {
    id,
    kind: 'download',
    title,
    promise: '',
    description: { type: 'doc', content: [] },
    picture: null,
    files: [],
    links: [],
    benefits: [],
    downloads: { ...DEFAULT_DOWNLOADS },
  };
}
