import { useEffect, useState } from 'react';
import { describeFiles, type FileRef } from '#core/catalogue';
import type { Path } from '#core/paths';
import type { Page } from '#core/pages';
import { formatAmount } from '#core/money';
import { plainText, statementOf } from '#core/terms';
import type { PageView } from '../../pages/view';
import { soldPrices } from '../price/outcome';
import { change, type Draft } from '../data/draft';
import { fileUrl } from '../data/files';
import { useNow } from '../data/useNow';

/** What blocks read, from the draft: the same words that the shop would fill in. */
export function useDraftView(draft: Draft, path: Path, page: Page, editing: boolean): PageView {
  const now = useNow();
  const { offers, products, shop } = draft.content;
  const offer = offers.find((o) => o.id === path.offerId);
  const urls = useUrls(page.blocks.flatMap((b) => ((b.kind === 'picture' || b.kind === 'maker') && b.file ? [b.file] : [])));
  return {
    offer: offer
      ? {
          title: offer.title,
          prices: soldPrices(offer).map((p) => ({
            id: p.id, name: p.name, amount: p.terms.kind === 'free' ? 'free' : formatAmount(p.terms.amount, offer.currency, shop.locale), usual: p.usual === null ? null : formatAmount(p.usual, offer.currency, shop.locale),
            statement: plainText(statementOf(p.terms, { currency: offer.currency, start: now, zone: shop.zone, locale: shop.locale, when: 'today' })),
          })),
        }
      : null,
    things: (offer?.productIds ?? []).flatMap((id) => products.filter((p) => p.id === id)).map((p) => ({ title: p.title, promise: p.promise, files: describeFiles(p.files) })),
    pictureUrl: (file) => urls[file.sha256] ?? '',
    checkoutHref: '#',
    order: null,
    edit: editing ? (blockId, recipe) => void change('page', page.id, (draftPage) => {
      const block = draftPage.blocks.find((b) => b.id === blockId);
      if (block) recipe(block);
    }) : null,
  };
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
