import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { isFixed, type Page, placeBlock } from '#core/pages';
import type { Path, Step } from '#core/paths';
import { PageBody } from '../../pages/PageBody';
import { change, type Draft } from '../data/draft';
import { AddBlock } from './AddBlock';
import { BlockFrame } from './BlockFrame';
import { useDraftView } from './useDraftView';

interface Props {
  draft: Draft;
  path: Path;
  step: Step;
  page: Page;
}

/** A page at its true sizes, its words edited in place. Prices on it are read from the offer and cannot be typed. */
export function PageSheet({ draft, path, step, page }: Props) {
  const view = useDraftView(draft, path, page, true);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  function onDragEnd({ active, over }: DragEndEvent): void {
    const target = page.blocks.find((b) => b.id === over?.id);
    if (!over || active.id === over.id || !target || isFixed(page, target)) return;
    void change('page', page.id, (p) => { p.blocks = placeBlock(p.blocks, String(active.id), String(over.id)); });
  }
  return (
    <>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={page.blocks.map((b) => b.id)} strategy={verticalListSortingStrategy}>
          <div className="page mt-2"><div className="page-column !px-0 !pb-4"><PageBody page={page} view={view} showHidden around={(block, drawn) => <BlockFrame draft={draft} path={path} page={page} block={block}>{drawn}</BlockFrame>} /></div></div>
        </SortableContext>
      </DndContext>
      <AddBlock draft={draft} path={path} page={page} after={null} />
      {step.kind === 'page' && (
        <section className="sec">
          <h3 className="mb-1">For search engines and shared links</h3>
          <input className="bare w-full" aria-label="Title for search" placeholder={`Title: ${path.title}`} dir="auto" value={page.title} onChange={(e) => void change('page', page.id, (p) => { p.title = e.target.value.slice(0, 200); })} />
          <input className="bare w-full" aria-label="Description for search" placeholder="One or two sentences" dir="auto" value={page.description} onChange={(e) => void change('page', page.id, (p) => { p.description = e.target.value.slice(0, 400); })} />
        </section>
      )}
    </>
  );
}
