import { type ReactNode, useEffect } from 'react';
import type { Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { useLocation } from 'react-router';
import { useAppDispatch, useAppSelector } from '../store';
import { publishToggled } from '../store/frame';
import { FootLine } from './FootLine';
import { Rail } from './Rail';
import { Strip } from './Strip';
import { useKeys } from './useKeys';
import { BuyerView } from '../sell/BuyerView';

/** The studio's frame: rail above, the stage between, foot line below. */
export function Frame({ draft, children }: { draft: Draft; children: ReactNode }) {
  const { theme, buyerView } = useAppSelector((state) => state.frame);
  const { data: about } = useAboutQuery(undefined, { pollingInterval: 60_000 });
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  useKeys();
  // Going elsewhere leaves the list of changes; it is one press away.
  useEffect(() => void dispatch(publishToggled(false)), [pathname, dispatch]);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  return (
    <div className="app">
      <Rail draft={draft} about={about} />
      {about && about.mode !== 'real' ? <Strip about={about} zone={draft.content.shop.zone} /> : <div />}
      {buyerView ? <BuyerView draft={draft} /> : children}
      <FootLine draft={draft} />
    </div>
  );
}
