import { documentKey } from '#core/documents';
import type { ProductId } from '#core/ids';
import { pagesOf, type Path } from '#core/paths';
import { store } from '../store';
import { saveThen, settled } from '../store/edits';
import { removedNow } from '../store/frame';
import { db, lastRead } from './db';
import type { Draft } from './draft';

/** What goes with a draft product: the offers that open only it, and their paths with their pages. Live things are never among them. */
export function draftsOfProduct({ content, live }: Draft, productId: ProductId): string[] {
  const liveOffers = new Set(live?.content.offers.map((o) => o.id));
  const offers = content.offers.filter(
    (o) => !liveOffers.has(o.id) && o.productIds.length === 1 && o.productIds[0] === productId,
  );
  const paths = content.paths.filter((p) => !p.front && offers.some((o) => o.id === p.offerId));
  return [
    documentKey('product', productId),
    ...offers.map((o) => documentKey('offer', o.id)),
    ...paths.flatMap((p) => draftsOfPath(p)),
  ];
}

/** A path and its pages. */
export const draftsOfPath = (path: Pick<Path, 'id' | 'steps' | 'comparisons'>): string[] => [
  documentKey('path', path.id),
  ...pagesOf(path).map((id) => documentKey('page', id)),
];

/** Takes drafts off every list, without a question: the foot line offers them back. */
export async function removeDrafts(keys: string[], title: string): Promise<void> {
  await saveThen(store, async () => {
    const rows = (await db.documents.bulkGet(keys)).filter((row) => row !== undefined);
    await db.documents.bulkDelete(keys);
    for (const key of keys) lastRead.delete(key);
    store.dispatch(settled(keys));
    store.dispatch(removedNow({ title, rows }));
  });
}

/** Brings back what was removed last. */
export async function bringBack(): Promise<void> {
  const { removed } = store.getState().frame;
  if (!removed) return;
  await db.documents.bulkPut(removed.rows);
  store.dispatch(removedNow(null));
}
