import { type ReactNode, useEffect } from 'react';
import { useLocation } from 'react-router';
import type { Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { useAppDispatch, useAppSelector } from '../store';
import { publishToggled } from '../store/frame';
import { Fetched } from './Fetched';
import { FootLine } from './FootLine';
import { KeysPanel } from './KeysPanel';
import { Rail } from './Rail';
import { Strip } from './Strip';
import { useEditLock } from './useEditLock';
import { useKeys } from './useKeys';
import { part } from './parts';
import { keysInHand } from './useThingInHand';
import { frameWords } from '#say/frame';
const say = frameWords.frame;

const buyersView = part(() => import('../sell/BuyerView'));

/** The studio's frame: rail above, the stage between, foot line below. */
export function Frame({ draft, children }: { draft: Draft; children: ReactNode }) {
  const { theme, buyerView } = useAppSelector((state) => state.frame);
  const { data: about } = useAboutQuery(undefined, { pollingInterval: 60_000 });
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const lock = useEditLock(keysInHand(pathname, draft));
  useKeys();
  // Going elsewhere leaves the list of changes; it is one press away.
  useEffect(() => void dispatch(publishToggled(false)), [pathname, dispatch]);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  useFocusOnStage(pathname.split('/')[1] ?? '');
  return (
    <div className="app">
      <a
        className="skip"
        href="#sheet"
        onClick={(event) => {
          event.preventDefault();
          document.getElementById('sheet')?.focus();
        }}
      >
        {say.skipContent}
      </a>
      <Rail draft={draft} about={about} />
      <div>
        {about && about.mode !== 'real' && <Strip about={about} zone={draft.content.shop.zone} />}
        {lock.elsewhere && (
          <p className="elsewhere" role="status">
            {say.openAnotherWindowWhat}{' '}
            <button className="btn btn-quiet btn-sm" onClick={lock.takeOver}>
              {say.editHereInstead}
            </button>
          </p>
        )}
      </div>
      {/* Still read, followed and scrolled; only not typed into. */}
      <div className="stage-area">
        <fieldset className="stage" disabled={lock.elsewhere} inert={buyerView}>
          {children}
        </fieldset>
        {buyerView && <Fetched fetch={buyersView} props={{ draft }} what={say.buyerSView} />}
      </div>
      <FootLine draft={draft} />
      <KeysPanel />
    </div>
  );
}

/** A changed stage puts the focus on the sheet's heading, but not at the first opening and not over something focused on purpose. */
function useFocusOnStage(stage: string): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      const sheet = document.getElementById('sheet');
      const active = document.activeElement;
      const elsewhere = active === document.body || active?.closest('.stages') !== null;
      if (!elsewhere || !sheet || active === document.body) return;
      const heading = sheet.querySelector<HTMLElement>('h1');
      if (heading) {
        heading.tabIndex = -1;
        heading.focus({ preventScroll: true });
      } else sheet.focus({ preventScroll: true });
    }, 30);
    return () => clearTimeout(timer);
  }, [stage]);
}
