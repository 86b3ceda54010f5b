import { type FileRef, productKindOf } from '#core/catalogue';
import { docsOf, DOCUMENT_KINDS, type DocumentName, type Documents } from '#core/documents';
import { filesOfBlock } from '#core/pages';
import type { DraftContent, ReleaseContent } from './release';

/** The content as it can be published; what cannot be sold yet is left out, and `launchCheck` says so. */
export const sealContent = (draft: DraftContent): ReleaseContent =>
  Object.fromEntries(
    DOCUMENT_KINDS.map((kind) => {
      const sealed = docsOf(draft, kind)
        .map(({ doc }) => kind.seal(doc as never))
        .filter((doc) => doc !== null);
      return [kind.list, kind.single ? sealed[0] : sealed];
    }),
  ) as unknown as ReleaseContent;

/** The content as a studio edits it, from a release: how an empty studio begins from the shop's files. */
export const unsealContent = (content: ReleaseContent): DraftContent =>
  Object.fromEntries(
    DOCUMENT_KINDS.map((kind) => {
      const held = (content as unknown as Record<string, unknown>)[kind.list];
      const unseal = (doc: unknown): Documents[DocumentName] => kind.unseal(doc as never, content);
      return [kind.list, kind.single ? unseal(held) : ((held ?? []) as unknown[]).map(unseal)];
    }),
  ) as unknown as DraftContent;

/** Every file that a release needs in the vault, each once. */
export function filesOf(content: Pick<ReleaseContent, 'shop' | 'products' | 'pages'>): FileRef[] {
  const all = [
    ...logoOf(content),
    ...content.products.flatMap((p) => [...productKindOf(p).files(p), ...(p.picture ? [p.picture.file] : [])]),
    ...picturesOnPages(content),
  ];
  return [...new Map(all.map((f) => [f.sha256, f])).values()];
}

/** The SHA-256 of everything the shop keeps for a release: its files, and what stood in their places before. */
export const keptFor = (content: Pick<ReleaseContent, 'shop' | 'products' | 'pages'>): Set<string> =>
  new Set([...filesOf(content).map((f) => f.sha256), ...content.products.flatMap((p) => productKindOf(p).earlier(p))]);

/** The pictures that anybody may fetch. A file that is also something to download stays behind its pass. */
export function publicPicturesOf(content: Pick<ReleaseContent, 'shop' | 'products' | 'pages'>): Map<string, FileRef> {
  const pictures = [
    ...logoOf(content),
    ...content.products.flatMap((p) => (p.picture ? [p.picture.file] : [])),
    ...picturesOnPages(content),
  ];
  const protectedFiles = new Set(
    content.products.flatMap((p) =>
      productKindOf(p)
        .files(p)
        .map((f) => f.sha256),
    ),
  );
  return new Map(pictures.filter((f) => !protectedFiles.has(f.sha256)).map((f) => [f.sha256, f]));
}

const picturesOnPages = (content: Pick<ReleaseContent, 'pages'>): FileRef[] =>
  content.pages.flatMap((p) => p.blocks.flatMap((b) => filesOfBlock(b).map(({ file }) => file)));

const logoOf = ({ shop }: Pick<ReleaseContent, 'shop'>): FileRef[] => (shop.brand?.logo ? [shop.brand.logo.file] : []);
