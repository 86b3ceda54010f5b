import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, useState } from 'react';
import { type Block, BLOCK_NAMES, isFixed, moveBlock, type Page } from '#core/pages';
import type { Path } from '#core/paths';
import { change, type Draft } from '../data/draft';
import { newId } from '../data/ids';
import { useAppDispatch, useAppSelector } from '../store';
import { blockTaken } from '../store/frame';
import { AddBlock } from './AddBlock';
import { BlockSettings } from './BlockSettings';

interface Props {
  draft: Draft;
  path: Path;
  page: Page;
  block: Block;
  children: ReactNode;
}

/** A block in the sheet: its words in place, and under the one in hand its settings as a sentence. */
export function BlockFrame({ draft, path, page, block, children }: Props) {
  // A block stays in hand until another is taken: were it to fold on losing the focus, what is being pressed would move away.
  const inHand = useAppSelector((state) => state.frame.blockInHand) === block.id;
  const dispatch = useAppDispatch();
  const fixed = isFixed(page, block);
  const { setNodeRef, setActivatorNodeRef, listeners, transform, transition, isDragging } = useSortable({ id: block.id, disabled: fixed });
  const name = BLOCK_NAMES[block.kind];
  const [said, setSaid] = useState('');
  function onArrow(event: KeyboardEvent): void {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (by === 0) return;
    event.preventDefault();
    const moved = moveBlock(page.blocks, block.id, by);
    void change('page', page.id, (p) => { p.blocks = moved; });
    setSaid(`${name} at place ${moved.findIndex((b) => b.id === block.id) + 1} of ${moved.length}`);
  }
  return (
    <div
      id={`block-${block.id}`}
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), ...(transition === undefined ? {} : { transition }) }}
      className={`block-frame ${inHand ? 'in-hand' : ''} ${isDragging ? 'dragged' : ''}`}
      onFocus={() => { if (!inHand) dispatch(blockTaken(block.id)); }}
      // Clicking anywhere on a block takes it in hand, also where it has no words of its own.
      tabIndex={-1}
      role="group"
      aria-label={`${name} block${block.hidden ? ', hidden' : ''}`}
    >
      {!fixed && <button type="button" ref={setActivatorNodeRef} className="grip" {...listeners} aria-label={`Drag ${name}, or move it with the arrow keys`} onKeyDown={onArrow}><GripVertical size={16} aria-hidden="true" /></button>}
      <span className="sr-only" role="status">{said}</span>
      <div className={block.hidden ? 'opacity-60' : ''}>{children}</div>
      <p className="block-line">
        {block.hidden && <span>Hidden from buyers.</span>}
        <BlockSettings path={path} page={page} block={block} />
        {!fixed && <BlockActs page={page} block={block} />}
      </p>
      {!(fixed && block.kind === 'headline') && <div className="block-add"><AddBlock draft={draft} path={path} page={page} after={block} /></div>}
    </div>
  );
}

function BlockActs({ page, block }: { page: Page; block: Block }) {
  const at = page.blocks.findIndex((b) => b.id === block.id);
  const edit = (recipe: (blocks: Block[]) => Block[] | void): void => void change('page', page.id, (p) => {
    const next = recipe(p.blocks);
    if (next) p.blocks = next;
  });
  function remove(): void {
    const next = page.blocks[at + 1] ?? page.blocks[at - 1];
    edit((blocks) => blocks.filter((b) => b.id !== block.id));
    setTimeout(() => document.getElementById(`block-${next?.id ?? ''}`)?.focus(), 40);
  }
  return (
    <>
      {at > 0 && <button className="opt" onClick={() => edit((blocks) => moveBlock(blocks, block.id, -1))}>Move up</button>}
      {at < page.blocks.length - 1 && <button className="opt" onClick={() => edit((blocks) => moveBlock(blocks, block.id, 1))}>Move down</button>}
      {block.kind !== 'checkout' && <button className="opt" onClick={() => edit((blocks) => { blocks.splice(at + 1, 0, { ...structuredClone(block), id: newId('b') }); })}>Copy</button>}
      <button className="opt" onClick={() => edit((blocks) => { const b = blocks[at]; if (b) b.hidden = !b.hidden; })}>{block.hidden ? 'Show' : 'Hide'}</button>
      <button className="opt" onClick={remove}>Remove</button>
    </>
  );
}
