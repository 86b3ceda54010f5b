import type { Page } from '#core/pages';
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
  const checkout = page.blocks.find((b) => b.kind === 'checkout');
  return (
    <>
      <div className="page mt-2"><div className="page-column !px-0 !pb-4"><PageBody page={page} view={view} showHidden around={(block, drawn) => <BlockFrame draft={draft} path={path} page={page} block={block}>{drawn}</BlockFrame>} /></div></div>
      <AddBlock draft={draft} path={path} page={page} after={null} />
      {checkout?.kind === 'checkout' && (
        <div className="sec">
          <p className="text-ink-2">Here stand the choice of price, e-mail, name, card, what is due today and later, and the button.</p>
          <p className="sentence">The button says <input className="fill" aria-label="Words on the button" placeholder="Pay €… now" value={checkout.button} onChange={(e) => void change('page', page.id, (p) => { const b = p.blocks.find((x) => x.id === checkout.id); if (b?.kind === 'checkout') b.button = e.target.value.slice(0, 60); })} />, and under it <input className="fill" aria-label="Note under the button" placeholder="nothing more" value={checkout.note} onChange={(e) => void change('page', page.id, (p) => { const b = p.blocks.find((x) => x.id === checkout.id); if (b?.kind === 'checkout') b.note = e.target.value.slice(0, 300); })} />.</p>
        </div>
      )}
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
