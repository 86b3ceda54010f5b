import { useMemo } from 'react';
import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { isFixed, type Page, placeBlock } from '#core/pages';
import type { Path, Step } from '#core/paths';
import { PageViewProvider } from '../../pages/view';
import { change, type Draft } from '../data/draft';
import { AddBlock } from './AddBlock';
import { useNow } from '../data/useNow';
import { BlockFrame } from './BlockFrame';
import { OfferPicture } from './OfferPicture';
import { useDraftView } from './useDraftView';
import { sellWords } from '#say/sell';
const say = sellWords.pageSheet;

interface Props {
  draft: Draft;
  path: Path;
  step: Step;
  page: Page;
}

/** A page at its true sizes, its words edited in place. Prices on it are read from the offer and cannot be typed. */
export function PageSheet({ draft, path, step, page }: Props) {
  const view = useDraftView(draft, path, page, true);
  const now = useNow();
  const ids = useStableIds(page.blocks.map((b) => b.id));
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  function onDragEnd({ active, over }: DragEndEvent): void {
    const target = page.blocks.find((b) => b.id === over?.id);
    if (!over || active.id === over.id || !target || isFixed(page, target)) return;
    void change('page', page.id, (p) => {
      p.blocks = placeBlock(p.blocks, String(active.id), String(over.id));
    });
  }
  return (
    <>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <div className="page mt-2">
            <div className="page-column !px-0 !pb-4">
              <PageViewProvider value={view}>
                {page.blocks.map((block, i) => (
                  <BlockFrame
                    key={block.id}
                    path={path}
                    pageId={page.id}
                    pageKind={page.kind}
                    block={block}
                    at={i}
                    count={page.blocks.length}
                    fixed={isFixed(page, block)}
                  />
                ))}
              </PageViewProvider>
            </div>
          </div>
        </SortableContext>
      </DndContext>
      {step.kind === 'offer' && (
        <div className="page">
          <OfferPicture draft={draft} path={path} step={step} at={now} />
        </div>
      )}
      <AddBlock offerId={path.offerId} pageId={page.id} pageKind={page.kind} after={null} />
      {step.kind === 'page' && (
        <section className="sec">
          <h3 className="mb-1">{say.searchEnginesSharedLinks}</h3>
          <input
            className="bare w-full"
            aria-label={say.titleSearch}
            placeholder={say.title(path.title)}
            dir="auto"
            value={page.title}
            onChange={(e) =>
              void change('page', page.id, (p) => {
                p.title = e.target.value.slice(0, 200);
              })
            }
          />
          <input
            className="bare w-full"
            aria-label={say.descriptionSearch}
            placeholder={say.oneTwoSentences}
            dir="auto"
            value={page.description}
            onChange={(e) =>
              void change('page', page.id, (p) => {
                p.description = e.target.value.slice(0, 400);
              })
            }
          />
        </section>
      )}
    </>
  );
}

/** The same list as long as its members are the same, so that what is sorted by it is not drawn again for every word. */
function useStableIds(ids: string[]): string[] {
  const key = ids.join(' ');
  return useMemo(() => (key === '' ? [] : key.split(' ')), [key]);
}
