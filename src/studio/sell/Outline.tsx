import { Link } from 'react-router';
import { blockKindOf, blockName, type Page } from '#core/pages';
import type { Path, Step } from '#core/paths';
import { useAppSelector } from '../store';
import { STEP_NAMES } from './BlockSettings';

/** The index while a page is open: the path's steps, and the page's blocks in order. */
export function Outline({ path, step, page }: { path: Path; step: Step; page: Page }) {
  const inHand = useAppSelector((state) => state.frame.blockInHand);
  function take(id: string): void {
    const frame = document.getElementById(`block-${id}`);
    frame?.scrollIntoView({ block: 'center' });
    (frame?.querySelector<HTMLElement>('textarea, [contenteditable="true"]') ?? frame)?.focus();
  }
  return (
    <>
      <Link className="row" to="/sell">
        <b>All paths</b>
      </Link>
      <div className="group">Steps</div>
      {path.steps.map((s, i) => (
        <Link
          key={s.id}
          className="row"
          to={`/sell/${path.id}/${s.id}`}
          aria-current={s.id === step.id ? 'true' : undefined}
        >
          <b>
            {i + 1}. {STEP_NAMES[s.kind]}
          </b>
        </Link>
      ))}
      <div className="group">On this page</div>
      {page.blocks.map((block) => (
        <button key={block.id} className={`row ${block.id === inHand ? 'in-hand' : ''}`} onClick={() => take(block.id)}>
          <b>{blockName(block.kind)}</b>
          <span className="block truncate" dir="auto">
            {block.hidden ? 'hidden from buyers' : blockKindOf(block).label?.(block)}
          </span>
        </button>
      ))}
    </>
  );
}
