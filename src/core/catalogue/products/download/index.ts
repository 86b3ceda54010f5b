import * as z from 'zod';
import { idFor, type FileId } from '#core/ids';
import { wordsFor } from '#core/words';
import { describeFiles } from '../../describe';
import { FileRef } from '../../file';
import { DEFAULT_TAKEAWAYS, limitsOf, Takeaways } from '../../takeaways';
import { productShape } from '../base';
import type { ProductKind } from '../kind';
import { linkProblem } from '../link';

/** Something held elsewhere: buyers are led there only through their pass, never shown the address beforehand. */
/** So many files one product holds. */
export const MOST_FILES = 200;
export const ProductLink = z.object({ id: idFor<FileId>(), title: z.string().max(200), url: z.string().max(2_000) });
export type ProductLink = z.infer<typeof ProductLink>;

/** What a link is called: by its title, else by the host it leads to. */
export function nameOfLink({ title, url }: ProductLink): string {
  const to = url.trim();
  return title.trim() || (URL.canParse(to) ? new URL(to).hostname : to);
}

/** One or more files, and links held elsewhere. */
export const Download = z.object({
  ...productShape('download'),
  files: z.array(FileRef).max(MOST_FILES),
  links: z.array(ProductLink).max(50).default([]),
  downloads: Takeaways,
});
export type Download = z.infer<typeof Download>;

declare module '../product' {
  interface ProductsByKind {
    download: Download;
  }
}

/** It opens with the product, and is there to take along. */
const TAKEN = { part: null, use: 'taken' } as const;

export const downloadKind: ProductKind<Download> = {
  kind: 'download',
  name: 'Files to download',
  explains: 'One or more files, or a link to one elsewhere, opened the moment they are paid for.',
  several: 'Downloads',
  schema: Download,
  fresh: (base) => ({ ...base, kind: 'download', files: [], links: [], downloads: { ...DEFAULT_TAKEAWAYS } }),
  // The first landed ones had no links.
  upgrade: (product) => ({ ...product, links: (product as Partial<Download>).links ?? [] }),
  holds: ({ files, links }) => files.length + links.length > 0,
  findings({ files, links }, title) {
    const empty =
      files.length + links.length === 0
        ? [
            {
              code: 'nothing-to-deliver',
              text: `${title} has neither a file nor a link: a buyer would pay and get nothing.`,
              empties: true,
            },
          ]
        : [];
    const wrong = links.flatMap((link) => {
      const problem = linkProblem(link);
      return problem ? [{ code: 'link-wrong', text: `${title}: ${problem}` }] : [];
    });
    return [...empty, ...wrong];
  },
  files: ({ files }) => files,
  earlier: ({ files }) => files.flatMap((f) => (f.earlier ?? []).map((e) => e.sha256)),
  describe({ files, links }, locale) {
    const words = wordsFor(locale).pages;
    if (links.length === 0) return describeFiles(files, locale);
    const count = words.links(links.length);
    return files.length === 0 ? count : `${describeFiles(files, locale)}${words.and}${count}`;
  },
  openings: ({ files, links }) => [
    ...files.map((file) => ({ id: file.id, name: file.name, file, url: null, ...TAKEN })),
    ...links.map((link) => ({ id: link.id, name: nameOfLink(link), file: null, url: link.url.trim(), ...TAKEN })),
  ],
  parts: () => null,
  contains: () => [],
  opensAs: 'itself',
  withdrawal: 'digital',
  // A file is replaced in its place, under the id it has.
  places: ({ files, links }) => [...files, ...links].map(({ id }) => ({ id, shown: true })),
  written: () => [],
  named: () => [],
  limits: ({ downloads }) => limitsOf(downloads),
};
