import { memo } from 'react';
import { Link } from 'react-router';
import { blockKindOf, blockName, type Page } from '#core/pages';
import { type Path, type Step, stepsInOrder, STEP_KIND_NAMES } from '#core/paths';
import type { Draft } from '../data/draft';
import { useAppSelector } from '../store';
import { stepName } from './path/stepInWords';
import { sellWords } from '#say/sell';
const say = sellWords.outline;

interface Props {
  draft: Draft;
  path: Path;
  step: Step;
  page: Page;
}

/** The index while a page is open: the path's steps, and the page's blocks in order. Drawn again only when these change. */
export const Outline = memo(function Outline({ draft, path, step, page }: Props) {
  const inHand = useAppSelector((state) => state.frame.blockInHand);
  function take(id: string): void {
    const frame = document.getElementById(`block-${id}`);
    frame?.scrollIntoView({ block: 'center' });
    (frame?.querySelector<HTMLElement>('textarea, [contenteditable="true"]') ?? frame)?.focus();
  }
  return (
    <>
      <Link className="row" to={`/sell/${path.id}`}>
        <b dir="auto">{path.title || say.untitled}</b>
        <span>{say.wholePath}</span>
      </Link>
      <div className="group">{say.steps}</div>
      {stepsInOrder(path).map((s, i) => (
        <Link
          key={s.id}
          className="row"
          to={`/sell/${path.id}/${s.id}`}
          aria-current={s.id === step.id ? 'true' : undefined}
        >
          <b dir="auto">
            {i + 1}. {stepName(draft.content, s)}
          </b>
          <span>{STEP_KIND_NAMES[s.kind]}</span>
        </Link>
      ))}
      <div className="group">{say.onThisPage}</div>
      {page.blocks.map((block) => (
        <button key={block.id} className={`row ${block.id === inHand ? 'in-hand' : ''}`} onClick={() => take(block.id)}>
          <b>{blockName(block.kind)}</b>
          <span className="block truncate" dir="auto">
            {block.hidden ? say.hidden : blockKindOf(block).label?.(block)}
          </span>
        </button>
      ))}
    </>
  );
});
