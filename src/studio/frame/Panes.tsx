import { ChevronDown, ChevronsLeft, ChevronsRight, ChevronUp } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, useState } from 'react';
import type { Draft } from '../data/draft';
import { useAppDispatch, useAppSelector } from '../store';
import { outcomeToggled, paneSized } from '../store/frame';
import { Fetched } from './Fetched';
import { part } from './parts';
import { frameWords } from '#say/frame';
const say = frameWords.panes;

const publishPanel = part(() => import('./PublishPanel'));
const historyPanel = part(() => import('./HistoryPanel'));

interface Props {
  draft: Draft;
  index?: ReactNode;
  indexName?: string;
  /** What the index has in hand, for the button it becomes where there is no room for it. */
  inHand?: string;
  sheet: ReactNode;
  /** What is missing and the answer: the head of the outcome, which never scrolls away. */
  pinned?: ReactNode;
  outcome: ReactNode;
}

/** Index, sheet and outcome side by side; publishing takes the outcome's place. Where there is less room the index becomes a button, then the outcome a bar at the foot. */
export function Panes({ draft, index, indexName = '', inHand, sheet, pinned, outcome }: Props) {
  const dispatch = useAppDispatch();
  const { outcomeFolded, publishing, sizes } = useAppSelector((state) => state.frame);
  const [indexOpen, setIndexOpen] = useState(false);
  const toggle = (): void => void dispatch(outcomeToggled());
  const name = publishing ? say.publishing : say.preview;
  return (
    <div
      className={`panes ${index ? '' : 'no-index'} ${outcomeFolded ? 'folded' : ''}`}
      style={{ ['--index-width' as string]: `${sizes.index}px`, ['--outcome-width' as string]: `${sizes.outcome}px` }}
    >
      {index && (
        <nav className={`index ${indexOpen ? 'open' : ''}`} aria-label={indexName} data-pane="index">
          <button className="index-button" aria-expanded={indexOpen} onClick={() => setIndexOpen(!indexOpen)}>
            <span className="min-w-0 truncate" dir="auto">
              {indexName}: {inHand ?? say.choose}
            </span>
            {indexOpen ? <ChevronUp size={16} aria-hidden="true" /> : <ChevronDown size={16} aria-hidden="true" />}
          </button>
          <div
            className="index-list"
            onClick={(event) => {
              if ((event.target as HTMLElement).closest('a, button')) setIndexOpen(false);
            }}
          >
            {index}
          </div>
        </nav>
      )}
      {index && <Divider pane="index" label={say.widthOf(indexName)} sign={1} />}
      <main className="sheet" id="sheet" tabIndex={0} data-pane="sheet">
        {sheet}
      </main>
      {!outcomeFolded && <Divider pane="outcome" label={say.widthPreview} sign={-1} />}
      <aside
        className={`outcome ${outcomeFolded ? 'is-folded' : ''}`}
        aria-label={outcomeFolded ? say.collapsed(name) : name}
        data-pane="outcome"
        tabIndex={-1}
      >
        <button
          className="fold-button"
          aria-expanded={!outcomeFolded}
          aria-label={say.showOrCollapse(outcomeFolded, name)}
          onClick={toggle}
        >
          <span className="fold-wide">{outcomeFolded ? <ChevronsLeft size={16} /> : <ChevronsRight size={16} />}</span>
          <span className="fold-bar">
            {name} {outcomeFolded ? <ChevronUp size={16} /> : <ChevronDown size={16} />}
          </span>
        </button>
        {!outcomeFolded &&
          (publishing === 'changes' ? (
            <div className="outcome-rest" tabIndex={0}>
              <Fetched fetch={publishPanel} props={{ draft }} what={say.listChanges} />
            </div>
          ) : publishing === 'history' ? (
            <div className="outcome-rest" tabIndex={0}>
              <Fetched fetch={historyPanel} props={{ draft }} what={say.listVersions} />
            </div>
          ) : (
            <>
              {pinned && (
                <div className="outcome-head" tabIndex={0}>
                  {pinned}
                </div>
              )}
              <div className="outcome-rest" tabIndex={0}>
                {outcome}
              </div>
            </>
          ))}
      </aside>
    </div>
  );
}

const STEP = 16;

/** A divider between panes, moved by arrow keys or by pointer. */
function Divider({ pane, label, sign }: { pane: 'index' | 'outcome'; label: string; sign: 1 | -1 }) {
  const dispatch = useAppDispatch();
  const size = useAppSelector((state) => state.frame.sizes[pane]);
  const by = (change: number): void => void dispatch(paneSized({ pane, width: size + change }));
  function onKeyDown(event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? STEP : event.key === 'ArrowLeft' ? -STEP : 0;
    if (step === 0) return;
    event.preventDefault();
    by(step * sign);
  }
  return (
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label={label}
      aria-valuenow={size}
      aria-valuemin={180}
      aria-valuemax={520}
      tabIndex={0}
      className="divider"
      onKeyDown={onKeyDown}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) by(event.movementX * sign);
      }}
    />
  );
}
