import { useEffect, useMemo, useState } from 'react';
import type { Instant } from '#core/calendar';
import { wordsFor } from '#core/words';
import { describeContents, type FileRef } from '#core/catalogue';
import type { Path } from '#core/paths';
import type { Page } from '#core/pages';
import { priceWords } from '../../pages/priceWords';
import type { PageView } from '../../pages/view';
import { soldPrices } from '../price/outcome';
import { CheckoutPicture } from './CheckoutPicture';
import { RichField } from './RichField';
import { change, type Draft } from '../data/draft';
import { fileUrl } from '../data/files';
import { useNow } from '../data/useNow';

/** What blocks read, from the draft: the same words that the shop would fill in. */
export function useDraftView(draft: Draft, path: Path, page: Page, editing: boolean, at?: Instant): PageView {
  const present = useNow();
  const now = at ?? present;
  const { offers, products, shop } = draft.content;
  const offer = offers.find((o) => o.id === path.offerId);
  const urls = useUrls(
    page.blocks.flatMap((b) => ((b.kind === 'picture' || b.kind === 'maker') && b.file ? [b.file] : [])),
  );
  const things = (offer?.productIds ?? [])
    .flatMap((id) => products.filter((p) => p.id === id))
    .map((p) => ({ title: p.title, promise: p.promise, files: describeContents(p) }));
  const thingsInWords = JSON.stringify(things);
  const pageId = page.id;
  const minute = now.slice(0, 16);
  // Only a page with a checkout reads all of these; another is typed in without them.
  const hasCheckout = page.blocks.some((b) => b.kind === 'checkout');
  const [readDraft, readPath, readPage] = hasCheckout ? [draft, path, page] : [null, null, null];
  return useMemo(
    (): PageView => ({
      words: wordsFor(shop.locale).pages,
      offer: offer
        ? {
            title: offer.title,
            prices: soldPrices(offer).map((p) => ({
              id: p.id,
              name: p.name,
              ...priceWords(p, { currency: offer.currency, zone: shop.zone, locale: shop.locale, now, taken: 0 }),
            })),
          }
        : null,
      things,
      pictureUrl: (file) => urls[file.sha256] ?? '',
      leadsTo: () => '#',
      checkout: readDraft && <CheckoutPicture draft={readDraft} path={readPath} page={readPage} at={now} />,
      richEditor: editing ? RichField : null,
      order: null,
      edit: editing
        ? (blockId, recipe) =>
            void change('page', pageId, (draftPage) => {
              const block = draftPage.blocks.find((b) => b.id === blockId);
              if (block) recipe(block);
            })
        : null,
      // A minute changes no word; the present moment is read when one does.
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [offer, thingsInWords, shop, urls, editing, pageId, minute, readDraft, readPath, readPage],
  );
}

function useUrls(files: readonly FileRef[]): Record<string, string> {
  const [urls, setUrls] = useState<Record<string, string>>({});
  const key = files.map((f) => f.sha256).join(' ');
  useEffect(() => {
    const frees: (() => void)[] = [];
    let gone = false;
    void Promise.all(files.map(async (file) => [file.sha256, await fileUrl(file)] as const)).then((made) => {
      if (gone) return made.forEach(([, { free }]) => free());
      frees.push(...made.map(([, { free }]) => free));
      setUrls(Object.fromEntries(made.map(([sha256, { url }]) => [sha256, url])));
    });
    return () => {
      gone = true;
      for (const free of frees) free();
    };
  }, [key]); // eslint-disable-line react-hooks/exhaustive-deps -- the same files keep their addresses
  return urls;
}
