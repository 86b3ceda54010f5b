import { Moon, Search, Sun } from 'lucide-react';
import { Link, NavLink } from 'react-router';
import type { Draft } from '../data/draft';
import type { About } from '../data/ownerApi';
import { useNeedsYou } from '../today/useNeedsYou';
import { useAppDispatch, useAppSelector } from '../store';
import { buyerViewToggled, publishToggled, themeChosen } from '../store/frame';
import { STAGES } from './stages';

/** The six stages in working order on one line that thickens under the present one. */
export function Rail({ draft, about }: { draft: Draft; about: About | undefined }) {
  const dispatch = useAppDispatch();
  const { theme, publishing, buyerView } = useAppSelector((state) => state.frame);
  const needs = useNeedsYou(draft, about);
  const countOf = (stage: string): number => needs.filter((n) => n.stage === stage).length;
  const { length } = draft.changes;
  // With nothing to publish the same button opens what was live.
  const wanted = length === 0 ? 'history' : 'changes';
  const real = about?.mode === 'real' ? ', real money' : '';
  return (
    <header className="rail" data-pane="rail">
      <Link className="shop" to="/shop" title="The shop’s details">
        {draft.content.shop.name}
      </Link>
      <nav className="stages" aria-label="Stages">
        <NavLink to="/" end>
          Today
        </NavLink>
        {STAGES.map(({ to, name }) => {
          const count = countOf(name);
          return (
            <NavLink key={to} to={to}>
              {name}
              {count > 0 && (
                <span className="needs" aria-label={`${count} need you`}>
                  {count}
                </span>
              )}
            </NavLink>
          );
        })}
      </nav>
      <div className="flex items-center gap-2">
        <Link className="text-ink-2 no-underline" to="/search" aria-label="Search">
          <Search size={17} aria-hidden="true" />
        </Link>
        <button
          className="btn btn-quiet btn-sm btn-bare"
          onClick={() => dispatch(themeChosen(theme === 'day' ? 'night' : 'day'))}
          aria-label={theme === 'day' ? 'Dark colours' : 'Light colours'}
        >
          {theme === 'day' ? <Moon size={16} /> : <Sun size={16} />}
        </button>
        <button
          className="btn btn-quiet btn-sm"
          aria-pressed={buyerView}
          onClick={() => dispatch(buyerViewToggled(!buyerView))}
        >
          See as buyer
        </button>
        <button
          className={`btn btn-sm ${length > 0 ? 'btn-primary' : 'btn-quiet'}`}
          aria-expanded={publishing !== false}
          onClick={() => dispatch(publishToggled(publishing === wanted ? false : wanted))}
        >
          {length === 0
            ? draft.live === null
              ? 'Nothing published yet'
              : 'All published'
            : `Publish ${length === 1 ? '1 change' : `${length} changes`}${real}`}
        </button>
      </div>
    </header>
  );
}
