import { useState } from 'react';
import { addableKinds, bestPlace, type Block, blockName, newBlock, type PageKind } from '#core/pages';
import type { OfferId, PageId } from '#core/ids';
import { change, readDocument } from '../data/draft';
import { newId } from '../data/ids';
import { goOnAt } from '../frame/goOnAt';
import { sellWords } from '#say/sell';
const say = sellWords.addBlock;

interface Props {
  offerId: OfferId;
  pageId: PageId;
  pageKind: PageKind;
  /** The block it comes after; null lets it land where it sells best, and says where. */
  after: Block | null;
}

/** Adds a block, here or where it sells best. What is known of the offer is read when it is needed. */
export function AddBlock({ offerId, pageId, pageKind, after }: Props) {
  const [kinds, setKinds] = useState<readonly Block['kind'][] | null>(null);
  const [landed, setLanded] = useState<string | null>(null);
  if (addableKinds({ kind: pageKind, blocks: [] }).length === 0) return null;

  async function toggle(): Promise<void> {
    const page = await readDocument('page', pageId);
    setKinds(kinds === null && page ? addableKinds(page) : null);
  }

  async function add(kind: Block['kind']): Promise<void> {
    const [page, offer, shop] = await Promise.all([
      readDocument('page', pageId),
      readDocument('offer', offerId),
      readDocument('shop', 'shop'),
    ]);
    if (!page) return;
    const products = await Promise.all((offer?.productIds ?? []).map((id) => readDocument('product', id)));
    const known = { title: offer?.title ?? '', benefits: products.flatMap((p) => p?.benefits ?? []) };
    const block = newBlock(kind, newId('b'), known, shop?.locale);
    const place = after
      ? { index: page.blocks.findIndex((b) => b.id === after.id) + 1, words: '' }
      : bestPlace(page, kind);
    void change('page', pageId, (p) => {
      p.blocks.splice(place.index, 0, block);
    });
    setKinds(null);
    setLanded(after ? null : say.addWhereSellsBest(blockName(kind), place.words));
    // The new thing is where the seller goes on.
    goOnAt(`#block-${block.id}`, 'textarea, [contenteditable="true"], input');
  }

  return (
    <div className={after ? '' : 'sec'}>
      <button className={after ? 'opt' : 'btn btn-quiet'} aria-expanded={kinds !== null} onClick={() => void toggle()}>
        {after ? say.addHere : say.addBlock}
      </button>
      {kinds !== null && (
        <p className="mt-2 flex flex-wrap gap-2" role="group" aria-label={say.kindsBlocks}>
          {kinds.map((kind) => (
            <button key={kind} className="btn btn-quiet btn-sm" onClick={() => void add(kind)}>
              {blockName(kind)}
            </button>
          ))}
        </p>
      )}
      {landed !== null && (
        <p className="cap mt-2" role="status">
          {landed}
        </p>
      )}
    </div>
  );
}
