import { memo } from 'react';
import { brandValues } from '#core/catalogue';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import type { Draft } from '../../data/draft';
import { useNow } from '../../data/useNow';
import { WholePage } from '../WholePage';

/** A step's own page, small and in its true proportions: seen, never used. */
export const PageThumb = memo(function PageThumb({ draft, path, page }: { draft: Draft; path: Path; page: Page }) {
  const { brand } = draft.content.shop;
  return (
    <div className="page-thumb" style={brand ? brandValues(brand) : undefined} inert aria-hidden="true">
      <div className="page page-thumb-small">
        <div className="page-column">
          <WholePage draft={draft} path={path} page={page} at={useNow()} />
        </div>
      </div>
    </div>
  );
});
