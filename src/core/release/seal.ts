import { type FileRef, sealCoupon, sealOffer, unsealCoupon, unsealOffer } from '#core/catalogue';
import type { DraftContent, ReleaseContent } from './release';

/** The content as it can be published; offers that cannot be sold yet are left out, and `launchCheck` says so. */
export function sealContent(draft: DraftContent): ReleaseContent {
  return {
    ...draft,
    offers: draft.offers.map(sealOffer).filter((o) => o !== null),
    coupons: draft.coupons.map(sealCoupon).filter((c) => c !== null),
  };
}

/** The content as a studio edits it, from a release: how an empty studio begins from the shop's files. */
export const unsealContent = (content: ReleaseContent): DraftContent => ({
  ...content,
  offers: content.offers.map(unsealOffer),
  coupons: content.coupons.map((c) => unsealCoupon(c, content.shop.currency)),
});

/** Every file that a release needs in the vault, each once. */
export function filesOf(content: Pick<ReleaseContent, 'shop' | 'products' | 'pages'>): FileRef[] {
  const all = [
    ...logoOf(content),
    ...content.products.flatMap((p) => [...p.files, ...(p.picture ? [p.picture.file] : [])]),
    ...picturesOnPages(content),
  ];
  return [...new Map(all.map((f) => [f.sha256, f])).values()];
}

/** The SHA-256 of everything the shop keeps for a release: its files, and what stood in their places before. */
export const keptFor = (content: Pick<ReleaseContent, 'shop' | 'products' | 'pages'>): Set<string> =>
  new Set([
    ...filesOf(content).map((f) => f.sha256),
    ...content.products.flatMap((p) => p.files.flatMap((f) => (f.earlier ?? []).map((e) => e.sha256))),
  ]);

/** The pictures that anybody may fetch. A file that is also something to download stays behind its pass. */
export function publicPicturesOf(content: Pick<ReleaseContent, 'shop' | 'products' | 'pages'>): Map<string, FileRef> {
  const pictures = [
    ...logoOf(content),
    ...content.products.flatMap((p) => (p.picture ? [p.picture.file] : [])),
    ...picturesOnPages(content),
  ];
  const protectedFiles = new Set(content.products.flatMap((p) => p.files.map((f) => f.sha256)));
  return new Map(pictures.filter((f) => !protectedFiles.has(f.sha256)).map((f) => [f.sha256, f]));
}

const picturesOnPages = (content: Pick<ReleaseContent, 'pages'>): FileRef[] =>
  content.pages.flatMap((p) =>
    p.blocks.flatMap((b) => ((b.kind === 'picture' || b.kind === 'maker') && b.file ? [b.file] : [])),
  );

const logoOf = ({ shop }: Pick<ReleaseContent, 'shop'>): FileRef[] => (shop.brand?.logo ? [shop.brand.logo.file] : []);
