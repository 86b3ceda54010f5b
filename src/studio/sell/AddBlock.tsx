import { useState } from 'react';
import { addableKinds, bestPlace, type Block, BLOCK_NAMES, newBlock, type Page } from '#core/pages';
import type { Path } from '#core/paths';
import { change, type Draft } from '../data/draft';
import { newId } from '../data/ids';

interface Props {
  draft: Draft;
  path: Path;
  page: Page;
  /** The block it comes after; null lets it land where it sells best, and says where. */
  after: Block | null;
}

/** Adds a block, here or where it sells best. */
export function AddBlock({ draft, path, page, after }: Props) {
  const [open, setOpen] = useState(false);
  const [landed, setLanded] = useState<string | null>(null);
  const kinds = addableKinds(page);
  if (kinds.length === 0) return null;

  function add(kind: Block['kind']): void {
    const offer = draft.content.offers.find((o) => o.id === path.offerId);
    const products = draft.content.products.filter((p) => offer?.productIds.includes(p.id));
    const block = newBlock(kind, newId('b'), { title: offer?.title ?? '', benefits: products.flatMap((p) => p.benefits) });
    const place = after ? { index: page.blocks.findIndex((b) => b.id === after.id) + 1, words: '' } : bestPlace(page, kind);
    void change('page', page.id, (p) => { p.blocks.splice(place.index, 0, block); });
    setOpen(false);
    setLanded(after ? null : `${BLOCK_NAMES[kind]}: put ${place.words}, where it sells best.`);
    // The new thing is where the seller goes on.
    setTimeout(() => {
      const drawn = document.getElementById(`block-${block.id}`);
      drawn?.scrollIntoView({ block: 'center' });
      drawn?.querySelector<HTMLElement>('textarea, [contenteditable="true"], input')?.focus();
    }, 60);
  }

  return (
    <div className={after ? '' : 'sec'}>
      <button className={after ? 'opt' : 'btn btn-quiet'} aria-expanded={open} onClick={() => setOpen(!open)}>{after ? 'Add here' : 'Add a block'}</button>
      {open && <p className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Kinds of blocks">{kinds.map((kind) => <button key={kind} className="btn btn-quiet btn-sm" onClick={() => add(kind)}>{BLOCK_NAMES[kind]}</button>)}</p>}
      {landed !== null && <p className="cap mt-2" role="status">{landed}</p>}
    </div>
  );
}
