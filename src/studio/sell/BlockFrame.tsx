import { type ReactNode, useState } from 'react';
import { type Block, BLOCK_NAMES, moveBlock, type Page } from '#core/pages';
import type { Path } from '#core/paths';
import { change, type Draft } from '../data/draft';
import { newId } from '../data/ids';
import { setBlockPicture } from '../make/uploads';
import { useAppDispatch } from '../store';
import { blockTaken } from '../store/frame';
import { AddBlock } from './AddBlock';

interface Props {
  draft: Draft;
  path: Path;
  page: Page;
  block: Block;
  children: ReactNode;
}

/** A block in the sheet: its words in place, and under the one in hand its settings as a line. */
export function BlockFrame({ draft, path, page, block, children }: Props) {
  const [inHand, setInHand] = useState(false);
  const dispatch = useAppDispatch();
  const fixed = page.kind === 'checkout' || block.kind === 'checkout';
  const at = page.blocks.findIndex((b) => b.id === block.id);
  const edit = (recipe: (blocks: Block[]) => Block[] | void): void => void change('page', page.id, (p) => {
    const next = recipe(p.blocks);
    if (next) p.blocks = next;
  });
  const name = BLOCK_NAMES[block.kind];
  return (
    <div
      id={`block-${block.id}`}
      className={`block-frame ${inHand ? 'in-hand' : ''}`}
      onFocus={() => {
        setInHand(true);
        dispatch(blockTaken(block.id));
      }}
      onBlur={(event) => { if (!event.currentTarget.contains(event.relatedTarget)) setInHand(false); }}
      // Clicking anywhere on a block takes it in hand, also where it has no words of its own.
      tabIndex={-1}
      role="group"
      aria-label={`${name} block${block.hidden ? ', hidden' : ''}`}
    >
      <div className={block.hidden ? 'opacity-60' : ''}>{children}</div>
      {!fixed && (
        <p className="block-line">
          <span>{block.hidden ? `${name}, hidden from buyers` : name}</span>
          {(block.kind === 'picture' || block.kind === 'maker') && <PictureChoice page={page} block={block} />}
          {block.kind === 'questions' && <button className="opt" onClick={() => edit((blocks) => { const b = blocks[at]; if (b?.kind === 'questions') b.items.push({ question: '', answer: '' }); })}>Add a question</button>}
          {block.kind === 'benefits' && <button className="opt" onClick={() => edit((blocks) => { const b = blocks[at]; if (b?.kind === 'benefits') b.items.push(''); })}>Add a line</button>}
          {block.kind === 'spacer' && <button className="opt" onClick={() => edit((blocks) => { const b = blocks[at]; if (b?.kind === 'spacer') b.size = b.size === 'small' ? 'large' : 'small'; })}>{block.size === 'small' ? 'Make it larger' : 'Make it smaller'}</button>}
          {at > 0 && <button className="opt" onClick={() => edit((blocks) => moveBlock(blocks, block.id, -1))}>Move up</button>}
          {at < page.blocks.length - 1 && <button className="opt" onClick={() => edit((blocks) => moveBlock(blocks, block.id, 1))}>Move down</button>}
          <button className="opt" onClick={() => edit((blocks) => { blocks.splice(at + 1, 0, { ...block, id: newId('b') }); })}>Copy</button>
          <button className="opt" onClick={() => edit((blocks) => { const b = blocks[at]; if (b) b.hidden = !b.hidden; })}>{block.hidden ? 'Show' : 'Hide'}</button>
          <button className="opt" onClick={() => edit((blocks) => blocks.filter((b) => b.id !== block.id))}>Remove</button>
        </p>
      )}
      {!fixed && <div className="block-add"><AddBlock draft={draft} path={path} page={page} after={block} /></div>}
    </div>
  );
}

function PictureChoice({ page, block }: { page: Page; block: Extract<Block, { kind: 'picture' | 'maker' }> }) {
  return (
    <>
      <label className="opt cursor-pointer focus-within:outline-2">{block.file ? 'Another picture' : 'Choose a picture'}<input type="file" accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml" className="sr-only" aria-label="Picture" onChange={(event) => {
        const file = event.target.files?.[0];
        if (file) setBlockPicture(page.id, block.id, file);
        event.target.value = '';
      }} /></label>
      {block.file && <input className="fill font-normal" aria-label="The picture in words" placeholder="what is on it, in words" dir="auto" value={block.alt} onChange={(event) => void change('page', page.id, (p) => { const b = p.blocks.find((x) => x.id === block.id); if (b && 'alt' in b) b.alt = event.target.value.slice(0, 300); })} />}
    </>
  );
}
