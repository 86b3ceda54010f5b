import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { type KeyboardEvent, memo, useState } from 'react';
import { type Block, blockName, moveBlock, type PageKind } from '#core/pages';
import type { Path } from '#core/paths';
import type { PageId } from '#core/ids';
import { BlockView } from '../../pages/blocks';
import { change } from '../data/draft';
import { newId } from '../data/ids';
import { useAppDispatch, useAppSelector } from '../store';
import { blockTaken } from '../store/frame';
import { AddBlock } from './AddBlock';
import { BlockSettings } from './BlockSettings';
import { sellWords } from '#say/sell';
const say = sellWords.blockFrame;

interface Props {
  path: Path;
  pageId: PageId;
  pageKind: PageKind;
  block: Block;
  at: number;
  count: number;
  fixed: boolean;
}

/**
 * A block in the sheet: its words in place, and under the one in hand its settings as a sentence. Drawn again only
 * when it changes itself, so that a page of many blocks is typed in as quickly as a short one.
 */
export const BlockFrame = memo(function BlockFrame({ path, pageId, pageKind, block, at, count, fixed }: Props) {
  // A block stays in hand until another is taken: were it to fold on losing the focus, what is being pressed would move away.
  const inHand = useAppSelector((state) => state.frame.blockInHand === block.id);
  const dispatch = useAppDispatch();
  const { setNodeRef, setActivatorNodeRef, listeners, transform, transition, isDragging } = useSortable({
    id: block.id,
    disabled: fixed,
  });
  const name = blockName(block.kind);
  const [said, setSaid] = useState('');
  function onArrow(event: KeyboardEvent): void {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (by === 0) return;
    event.preventDefault();
    void change('page', pageId, (p) => {
      p.blocks = moveBlock(p.blocks, block.id, by);
    });
    setSaid(say.atPlaceOf(name, Math.min(count, Math.max(1, at + 1 + by)), count));
  }
  return (
    <div
      id={`block-${block.id}`}
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), ...(transition === undefined ? {} : { transition }) }}
      className={`block-frame ${inHand ? 'in-hand' : ''} ${isDragging ? 'dragged' : ''}`}
      onFocus={() => {
        if (!inHand) dispatch(blockTaken(block.id));
      }}
      // Clicking anywhere on a block takes it in hand, also where it has no words of its own.
      tabIndex={-1}
      role="group"
      aria-label={say.block(name, block.hidden)}
    >
      {!fixed && (
        <button
          type="button"
          ref={setActivatorNodeRef}
          className="grip"
          {...listeners}
          aria-label={say.dragMoveArrowKeys(name)}
          onKeyDown={onArrow}
        >
          <GripVertical size={16} aria-hidden="true" />
        </button>
      )}
      <span className="sr-only" role="status">
        {said}
      </span>
      <div className={block.hidden ? 'opacity-60' : ''}>
        <BlockView block={block} />
      </div>
      {inHand && (
        <p className="block-line">
          {block.hidden && <span>{say.hiddenFromBuyers}</span>}
          <BlockSettings path={path} pageId={pageId} block={block} />
          {!fixed && <BlockActs pageId={pageId} block={block} at={at} count={count} />}
        </p>
      )}
      {inHand && !(fixed && block.kind === 'headline') && (
        <div className="block-add">
          <AddBlock offerId={path.offerId} pageId={pageId} pageKind={pageKind} after={block} />
        </div>
      )}
    </div>
  );
});

function BlockActs({ pageId, block, at, count }: { pageId: PageId; block: Block; at: number; count: number }) {
  const edit = (recipe: (blocks: Block[]) => Block[] | void): void =>
    void change('page', pageId, (p) => {
      const next = recipe(p.blocks);
      if (next) p.blocks = next;
    });
  function remove(): void {
    const frame = document.getElementById(`block-${block.id}`);
    const next = frame?.nextElementSibling ?? frame?.previousElementSibling;
    // At once, while both are there: a focus that moves later would take it from wherever somebody has gone meanwhile.
    if (next instanceof HTMLElement) next.focus();
    edit((blocks) => blocks.filter((b) => b.id !== block.id));
  }
  return (
    <>
      {at > 0 && (
        <button className="opt" onClick={() => edit((blocks) => moveBlock(blocks, block.id, -1))}>
          {say.moveUp}
        </button>
      )}
      {at < count - 1 && (
        <button className="opt" onClick={() => edit((blocks) => moveBlock(blocks, block.id, 1))}>
          {say.moveDown}
        </button>
      )}
      {block.kind !== 'checkout' && (
        <button
          className="opt"
          onClick={() =>
            edit((blocks) => {
              blocks.splice(at + 1, 0, { ...structuredClone(block), id: newId('b') });
            })
          }
        >
          {say.copy}
        </button>
      )}
      <button
        className="opt"
        onClick={() =>
          edit((blocks) => {
            const b = blocks[at];
            if (b) b.hidden = !b.hidden;
          })
        }
      >
        {block.hidden ? say.show : say.hide}
      </button>
      <button className="opt" onClick={remove}>
        {say.remove}
      </button>
    </>
  );
}
