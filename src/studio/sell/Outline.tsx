import { Link } from 'react-router';
import { plainFromRich } from '#core/catalogue';
import { type Block, BLOCK_NAMES, type Page } from '#core/pages';
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
          <b>{BLOCK_NAMES[block.kind]}</b>
          <span className="block truncate" dir="auto">
            {block.hidden ? 'hidden from buyers' : firstWords(block)}
          </span>
        </button>
      ))}
    </>
  );
}

function firstWords(block: Block): string {
  switch (block.kind) {
    case 'headline':
      return block.text;
    case 'text':
      return plainFromRich(block.text).slice(0, 60);
    case 'picture':
      return block.alt || block.file?.name || 'none chosen';
    case 'testimonial':
      return block.who || block.quote.slice(0, 60);
    case 'spacer':
      return block.size;
    case 'checkout':
      return 'form and button';
    default:
      return block.title;
  }
}
