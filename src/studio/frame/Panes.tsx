import { ChevronsLeft, ChevronsRight } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Draft } from '../data/draft';
import { useAppDispatch, useAppSelector } from '../store';
import { outcomeToggled } from '../store/frame';
import { PublishPanel } from './PublishPanel';

interface Props {
  draft: Draft;
  index?: ReactNode;
  indexName?: string;
  sheet: ReactNode;
  outcome: ReactNode;
}

/** Index, sheet and outcome side by side; publishing takes the outcome's place. */
export function Panes({ draft, index, indexName, sheet, outcome }: Props) {
  const dispatch = useAppDispatch();
  const { outcomeFolded, publishing } = useAppSelector((state) => state.frame);
  return (
    <div className={`panes ${index ? '' : 'no-index'} ${outcomeFolded ? 'folded' : ''}`}>
      {index && <nav className="index" aria-label={indexName}>{index}</nav>}
      <main className="sheet" id="sheet" tabIndex={-1}>{sheet}</main>
      {outcomeFolded ? (
        <aside className="border-l border-line bg-paper-2 pt-3 text-center" aria-label="What this leads to, folded"><button aria-label="Show what this leads to" onClick={() => dispatch(outcomeToggled())}><ChevronsLeft size={18} /></button></aside>
      ) : (
        <aside className="outcome relative" aria-label={publishing ? 'Publishing' : 'What this leads to'}>
          <button className="absolute top-2 right-2 text-ink-3" aria-label="Fold this pane" onClick={() => dispatch(outcomeToggled())}><ChevronsRight size={16} /></button>
          {publishing ? <PublishPanel draft={draft} /> : outcome}
        </aside>
      )}
    </div>
  );
}
