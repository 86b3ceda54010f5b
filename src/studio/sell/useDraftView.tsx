import { useMemo } from 'react';
import type { Instant } from '#core/calendar';
import { wordsFor } from '#core/words';
import { describeContents, type FileRef, openedBy } from '#core/catalogue';
import { sealContent } from '#core/release';
import { listedOf } from '../../pages/data/listed';
import { mainOffers, offerBehind, type Path, showsAt, sightOf } from '#core/paths';
import type { Page } from '#core/pages';
import { priceWords } from '../../pages/priceWords';
import type { PageView } from '../../pages/view';
import { soldPrices } from '../price/soldPrices';
import { CheckoutPicture } from './CheckoutPicture';
import { RichField } from './RichField';
import { change, type Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { useUrls } from './useUrls';

/** What blocks read, from the draft: the same words that the shop would fill in. */
export function useDraftView(draft: Draft, path: Path, page: Page, editing: boolean, at?: Instant): PageView {
  const present = useNow();
  const now = at ?? present;
  const { offers, products, paths, shop } = draft.content;
  const step = path.steps.find((s) => s.pageId === page.id);
  // Whoever stands at the page for those who turned back has just done so.
  const turnedBack = step?.kind === 'turned-back' ? now : null;
  const sight = sightOf(path, { at: now, turnedBack }, { offers, shop });
  // Only a page with a shelf reads what other paths sell.
  const hasShelf = page.blocks.some((b) => b.kind === 'shelf');
  const shelved = useMemo(
    () => (hasShelf ? sealContent({ ...draft.content, offers, products, paths, shop }) : null),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- of the draft only this is read
    [hasShelf, offers, products, paths, shop],
  );
  const urls = useUrls([
    ...page.blocks.flatMap((b) => ((b.kind === 'picture' || b.kind === 'maker') && b.file ? [b.file] : [])),
    ...(hasShelf ? products.flatMap((p) => (p.picture ? [p.picture.file] : [])) : []),
  ]);
  const named = mainOffers(path).flatMap((id) => offers.find((o) => o.id === id)?.productIds ?? []);
  const things = openedBy(products, named)
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
      offerOf(block) {
        const id = step ? offerBehind(path, step.id, block) : path.offerId;
        const offer = offers.find((o) => o.id === id);
        if (!offer) return null;
        const { currency } = offer;
        const prices = soldPrices(offer)
          .filter((p) => (step ? showsAt(step, sight) : sight.shows)(p.id))
          .map((p) => ({
            id: p.id,
            name: p.name,
            ...priceWords(p, { currency, zone: shop.zone, locale: shop.locale, now, taken: 0 }),
          }));
        return { title: offer.title, prices };
      },
      things,
      pictureUrl: (file) => urls[file.sha256] ?? '',
      leadsTo: () => '#',
      listed(id) {
        const other = shelved?.paths.find((p) => p.id === id);
        const pictureUrl = (file: FileRef): string => urls[file.sha256] ?? '';
        const say = { now, locale: shop.locale, words: wordsFor(shop.locale), pictureUrl };
        return shelved && other ? listedOf(shelved, other, say) : null;
      },
      pathHref: (id) => (paths.some((p) => p.id === id) ? '#' : null),
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
    [
      offers,
      paths,
      shelved,
      path,
      step,
      thingsInWords,
      shop,
      urls,
      editing,
      pageId,
      minute,
      readDraft,
      readPath,
      readPage,
    ],
  );
}
