import { memo, useEffect, useRef } from 'react';
import type { Instant } from '#core/calendar';
import { brandValues } from '#core/catalogue';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import type { Draft } from '../data/draft';
import { useAppSelector } from '../store';
import { useNow } from '../data/useNow';
import { WholePage } from './WholePage';

/** The page as it is read, never edited there: on a phone, or on a wide screen. Drawn again only when what it is given changes. */
export const PhoneView = memo(function PhoneView({
  draft,
  path,
  page,
  wide = false,
  at,
}: {
  draft: Draft;
  path: Path;
  page: Page;
  wide?: boolean;
  at?: Instant;
}) {
  const now = useNow();
  const { brand } = draft.content.shop;
  const frame = useRef<HTMLDivElement>(null);
  const inHand = useAppSelector((state) => state.frame.blockInHand);
  useEffect(() => {
    // Only the phone scrolls, never the pane around it.
    const block = frame.current?.querySelector<HTMLElement>(`[data-block="${inHand ?? ''}"]`);
    if (frame.current && block) frame.current.scrollTop = block.offsetTop - 24;
  }, [inHand, page.id, page.blocks.length]);
  return (
    <div
      ref={frame}
      style={brand ? brandValues(brand) : undefined}
      className={wide ? 'mx-auto max-w-[62rem]' : 'phone relative'}
      inert
    >
      <div className="page">
        <div className="page-column !pb-8">
          <WholePage
            draft={draft}
            path={path}
            page={page}
            at={at ?? now}
            around={(block, drawn) => <div data-block={block.id}>{drawn}</div>}
          />
        </div>
      </div>
    </div>
  );
});
