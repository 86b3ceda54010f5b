import { Moon, Search, Sun } from 'lucide-react';
import { Link, NavLink } from 'react-router';
import type { Draft } from '../data/draft';
import type { About } from '../data/ownerApi';
import { useNeedsYou } from '../today/useNeedsYou';
import { useAppDispatch, useAppSelector } from '../store';
import { buyerViewToggled, publishToggled, themeChosen } from '../store/frame';
import { STAGES } from './stages';
import { frameWords } from '#say/frame';
const say = frameWords.rail;

/** The six stages in working order on one line that thickens under the present one. */
export function Rail({ draft, about }: { draft: Draft; about: About | undefined }) {
  const dispatch = useAppDispatch();
  const { theme, publishing, buyerView } = useAppSelector((state) => state.frame);
  const needs = useNeedsYou(draft, about);
  const countOf = (stage: string): number => needs.filter((n) => n.stage === stage).length;
  const { length } = draft.changes;
  // With nothing to publish the same button opens what was live.
  const wanted = length === 0 ? 'history' : 'changes';
  const real = about?.mode === 'real' ? say.realMoney : '';
  return (
    <header className="rail" data-pane="rail">
      <Link className="shop" to="/shop" title={say.shopSettings}>
        {draft.content.shop.name}
      </Link>
      <nav className="stages" aria-label={say.stages}>
        <NavLink to="/" end>
          {say.today}
        </NavLink>
        {STAGES.map(({ to, name }) => {
          const count = countOf(name);
          return (
            <NavLink key={to} to={to}>
              {name}
              {count > 0 && (
                <span className="needs" aria-label={say.toDo(count)}>
                  {count}
                </span>
              )}
            </NavLink>
          );
        })}
      </nav>
      <div className="flex items-center gap-2">
        <Link className="text-ink-2 no-underline" to="/search" aria-label={say.search}>
          <Search size={17} aria-hidden="true" />
        </Link>
        <button
          className="btn btn-quiet btn-sm btn-bare"
          onClick={() => dispatch(themeChosen(theme === 'day' ? 'night' : 'day'))}
          aria-label={theme === 'day' ? say.darkTheme : say.lightTheme}
        >
          {theme === 'day' ? <Moon size={16} /> : <Sun size={16} />}
        </button>
        <button
          className="btn btn-quiet btn-sm"
          aria-pressed={buyerView}
          onClick={() => dispatch(buyerViewToggled(!buyerView))}
        >
          {say.seeAsBuyer}
        </button>
        <button
          className={`btn btn-sm ${length > 0 ? 'btn-primary' : 'btn-quiet'}`}
          aria-expanded={publishing !== false}
          onClick={() => dispatch(publishToggled(publishing === wanted ? false : wanted))}
        >
          {length === 0
            ? draft.live === null
              ? say.nothingPublishedYet
              : say.allPublished
            : say.publishLengthChangeChanges(length, real)}
        </button>
      </div>
    </header>
  );
}
